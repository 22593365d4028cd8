import { answeredFrom, askedBefore, cut, entryKindOf, type FoundForReply, type Reply, visitorSees } from '@kineta/core';
import { QueryTypes } from 'sequelize';
import type { House } from '../house/house.ts';
import type { Directory, SaidBefore, Visitor } from '../house/ports.ts';
import { readLog } from './log.ts';
import type { ConversationRow } from './model.ts';
import { worldOf } from './world.ts';

/** Who answers outside is told so much of what was said before, of so many entries of the log. */
const MOST_SAID = 20;
const LONGEST_SAID = 1_000;
const LOOKED_AT = 60;

/**
 * What articles answer of what a visitor wrote, where that may be a question. It is looked for before the conversation is held, so
 * that nobody waits for it; what the conversation has come to meanwhile is for the flow to see.
 */
export async function foundForReply(
  { database, ports }: Pick<House, 'database' | 'ports'>,
  { workspace, id: visitor }: Visitor,
  conversation: string,
  reply: Reply,
  directory: Directory,
): Promise<FoundForReply | undefined> {
  // Where nobody ever wrote an article, and nobody answers outside, nothing is looked for, nor read for that.
  if (directory.workspace.articlesNumber === 0 && !directory.workspace.answeringService) return undefined;
  // Raw: the flow is asked with the row as the host has it.
  const [row] = await database.query<ConversationRow>(
    'SELECT * FROM conversations WHERE id = :conversation AND workspace_id = :workspace AND visitor_id = :visitor',
    { replacements: { conversation, workspace, visitor }, type: QueryTypes.SELECT },
  );
  if (!row || row.edition_id === null || row.holder === 'agent' || row.joined_to !== null) return undefined;
  const edition = await ports.editions.get(workspace, row.edition_id);
  const world = worldOf(directory, row, Date.now());
  const from = answeredFrom(edition, row.session, reply, world);
  if (!from) return undefined;
  return ports.questions.found(
    workspace,
    {
      text: reply.text,
      before: askedBefore(row.session),
      site: row.site_id,
      page: row.page,
      language: row.visit?.language ?? null,
      isKnown: row.visit?.knownPerson ?? null,
    },
    from,
    async () => {
      const entries = await readLog(database, workspace, conversation, row.last_number - LOOKED_AT, LOOKED_AT);
      return entries
        .filter(visitorSees)
        .flatMap((entry): SaidBefore[] => {
          const said = entryKindOf(entry)?.preview?.(entry as never);
          const by = 'speaker' in entry || 'member' in entry ? ('business' as const) : ('visitor' as const);
          return said ? [{ by, text: cut(said, LONGEST_SAID) }] : [];
        })
        .slice(-MOST_SAID);
    },
  );
}
