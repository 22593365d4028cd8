import type { EntryBody } from '@kineta/core';
import { QueryTypes } from 'sequelize';
import type { Database, Transaction } from '../database/connect.ts';
import type { House } from '../house/house.ts';
import type { Directory, SignedIn } from '../house/ports.ts';
import { notFound, ProblemError } from '../http/problem.ts';
import { type Appended, append, type Outcome } from './log.ts';
import { type Changes, type ConversationRow, conversations, conversationTags, tagsOf } from './model.ts';

/** So many tags one conversation has at most. */
const MOST = 10;

const whoOf = ({ id, name }: SignedIn) => ({ id, name });

/**
 * Gives a conversation a tag, or takes one off, in the transaction of what comes with it, whoever does.
 * @returns what changes of its row: nothing when it is so already
 * @throws {ProblemError} `not_found` for a tag that is not there, `invalid_request` when it has too many
 */
export async function putTag(
  { tables }: Pick<House, 'tables'>,
  row: ConversationRow,
  { tag: id, on }: { tag: string; on: boolean },
  { tags }: Directory,
  transaction: Transaction,
): Promise<Changes | undefined> {
  const tag = tags.get(id);
  if (!tag) throw notFound('tag');
  // Those that were removed meanwhile go with the next change.
  const before = tagsOf(row).filter(one => tags.has(one));
  if (before.includes(id) === on) return undefined;
  if (on && before.length >= MOST)
    throw new ProblemError('invalid_request', `A conversation has at most ${MOST} tags. Take one off first.`);
  const after = on ? [...before, id] : before.filter(one => one !== id);
  const rows = tables.in(row.workspace_id);
  const place = { conversationId: row.id, tagId: id };
  if (on) await rows.of(conversationTags).add({ ...place, at: new Date() }, { transaction });
  else await rows.of(conversationTags).remove(place, { transaction });
  await rows.of(conversations).change({ tags: after }, { id: row.id }, { transaction });
  return { tags: after };
}

/**
 * A member gives a conversation a tag, or takes one off, in the transaction of what comes with it.
 * @returns what is added to the log: nothing when it is so already
 * @throws {ProblemError} as {@link putTag}
 */
export async function tagIn(
  house: Pick<House, 'tables'>,
  row: ConversationRow,
  to: { tag: string; on: boolean },
  me: SignedIn,
  directory: Directory,
  transaction: Transaction,
): Promise<Outcome> {
  const changes = await putTag(house, row, to, directory, transaction);
  if (!changes) return { entries: [] };
  const name = directory.tags.get(to.tag)?.name ?? '';
  const said: EntryBody = { kind: 'tagged', member: whoOf(me), tag: name, ...(to.on ? {} : { off: true }) };
  return { entries: [said], changes };
}

/** Gives a conversation a tag, or takes one off. */
export async function tag(house: House, me: SignedIn, id: string, to: { tag: string; on: boolean }): Promise<Appended> {
  const directory = await house.ports.directories.of(me.workspace);
  return append(house, { workspace: me.workspace, conversation: id }, (row, transaction) =>
    tagIn(house, row, to, me, directory, transaction),
  );
}

/** The same of a row that is held. @returns what changes of it; nothing when it is so already */
export async function raiseIn(
  { tables }: Pick<House, 'tables'>,
  row: ConversationRow,
  urgent: boolean,
  transaction: Transaction,
): Promise<Changes | undefined> {
  if (Boolean(Number(row.urgent)) === urgent) return undefined;
  await tables.in(row.workspace_id).of(conversations).change({ urgent }, { id: row.id }, { transaction });
  return { urgent: urgent ? 1 : 0 };
}

/** Makes a conversation urgent, or not any more: its visitor stands in line as if they had come earlier. */
export function raise(house: House, me: SignedIn, id: string, urgent: boolean): Promise<Appended> {
  return append(house, { workspace: me.workspace, conversation: id }, async (row, transaction) => {
    const changes = await raiseIn(house, row, urgent, transaction);
    return changes ? { entries: [{ kind: 'raised', member: whoOf(me), urgent }], changes } : { entries: [] };
  });
}

/** How many conversations have each tag, by its identity. Raw: a count along an index. */
export async function tagged(database: Database, workspace: string): Promise<Map<string, number>> {
  const rows = await database.query<{ tag: string; count: string | number }>(
    `SELECT t.id AS tag, (SELECT COUNT(*) FROM conversation_tags ct WHERE ct.tag_id = t.id) AS count
     FROM tags t WHERE t.workspace_id = :workspace`,
    { replacements: { workspace }, type: QueryTypes.SELECT },
  );
  return new Map(rows.map(row => [String(row.tag), Number(row.count)]));
}
