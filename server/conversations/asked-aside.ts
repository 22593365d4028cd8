import { askedBefore, type FoundForReply, mayAsk, type Reply } from '@kineta/core';
import { QueryTypes } from 'sequelize';
import type { House } from '../house/house.ts';
import type { Directory, Visitor } from '../house/ports.ts';
import type { ConversationRow } from './model.ts';
import { worldOf } from './world.ts';

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
  // Where nobody ever wrote an article nothing is looked for, nor read for that.
  if (directory.workspace.articlesNumber === 0) return undefined;
  // Raw: the flow is asked with the row as the host has it.
  const [row] = await database.query<ConversationRow>(
    'SELECT * FROM conversations WHERE id = :conversation AND workspace_id = :workspace AND visitor_id = :visitor',
    { replacements: { conversation, workspace, visitor }, type: QueryTypes.SELECT },
  );
  if (!row || row.edition_id === null || row.holder === 'agent' || row.joined_to !== null) return undefined;
  const edition = await ports.editions.get(workspace, row.edition_id);
  const world = worldOf(directory, row, Date.now());
  if (!mayAsk(edition, row.session, reply, world)) return undefined;
  return ports.questions.found(workspace, {
    text: reply.text,
    before: askedBefore(row.session),
    site: row.site_id,
    page: row.page,
    language: row.visit?.language ?? null,
    isKnown: row.visit?.knownPerson ?? null,
  });
}
