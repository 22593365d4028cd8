import type { Entry, EntryBatch } from '@kineta/contract';
import { type Course, type EntryBody, entryKindOf } from '@kineta/core';
import { QueryTypes } from 'sequelize';
import type { Database, Transaction } from '../database/connect.ts';
import { ask, asRows, type Bound, inOneGo } from '../database/transaction.ts';
import type { House } from '../house/house.ts';
import { notFound } from '../http/problem.ts';
import { eventsOf, type Happened, writeEvents } from '../stream/stream.ts';
import { courseOf, type Following, followOn } from './following.ts';
import type { Changes, ConversationRow } from './model.ts';
import { timerWrites } from './timer-writes.ts';

/** What an event adds to a conversation. */
export interface Outcome {
  entries: EntryBody[];
  changes?: Changes;
  /** Whether the flow is about to say more. */
  busy?: boolean;
  /** In how many milliseconds a timer or something in the outbox falls due. */
  due?: number;
  /** How it has gone, when rules have acted: they have followed already what comes of that. */
  course?: Course;
}

/** What was written: the conversation as it is now, and its new entries. */
export interface Appended {
  row: ConversationRow;
  batch: EntryBatch;
  /** The number of the entry that the client’s identity names, new or written before. */
  number: number;
  busy: boolean;
  due?: number | undefined;
}

const PREVIEW = 160;

function shortened(text: string): string {
  const characters = [...text.replace(/\s+/g, ' ').trim()];
  return characters.length > PREVIEW ? `${characters.slice(0, PREVIEW - 1).join('')}…` : characters.join('');
}

interface EntryRow {
  number: number;
  at: Date;
  body: EntryBody;
}

function entryOf(row: EntryRow): Entry {
  return { number: row.number, at: row.at.toISOString(), ...row.body };
}

/** A conversation’s log after an entry, in order, as far as asked for. Raw, like all of this file: it is read and written with every message. */
export async function readLog(
  database: Database,
  workspace: string,
  conversation: string,
  after = 0,
  most?: number,
): Promise<Entry[]> {
  const rows = await database.query<EntryRow>(
    `SELECT number, at, body FROM entries
     WHERE conversation_id = :conversation AND number > :after AND workspace_id = :workspace
     ORDER BY number ${most === undefined ? '' : 'LIMIT :most'}`,
    { replacements: { conversation, after, workspace, most }, type: QueryTypes.SELECT },
  );
  return rows.map(entryOf);
}

/** The entries of one conversation, behind those that are there. */
interface Added {
  row: Pick<ConversationRow, 'id' | 'workspace_id'>;
  entries: readonly Entry[];
}

/** Writes entries, of however many conversations, in one statement. */
export async function insertEntries(added: readonly Added[], transaction: Transaction): Promise<void> {
  const rows = added.flatMap(({ row, entries }) =>
    entries.map(({ number, at, ...body }): Bound[] => [
      row.id,
      number,
      row.workspace_id,
      body.kind,
      new Date(at),
      'clientId' in body ? body.clientId : null,
      JSON.stringify(body),
    ]),
  );
  if (rows.length === 0) return;
  const { marks, values } = asRows(rows);
  await ask(
    transaction,
    `INSERT INTO entries (conversation_id, number, workspace_id, kind, at, client_id, body) VALUES ${marks}`,
    values,
  );
}

/** What an event came to, and what is to be written for it. */
interface Come {
  appended: Appended;
  entries: readonly Entry[];
  happened: Happened[];
  /** The row as it is to be; without, nothing is written. */
  next?: ConversationRow;
  write?: { sql: string; values: Bound[] };
}

/** Lets `act` say what an event adds to a conversation whose row is locked. */
async function comeOf(
  read: ConversationRow,
  { clientId, isLook = false }: { clientId?: string | undefined; isLook?: boolean },
  following: Following,
  act: (row: ConversationRow, transaction: Transaction) => Promise<Outcome>,
  transaction: Transaction,
): Promise<Come> {
  const before = await courseOf(read, following, transaction);
  const row: ConversationRow = { ...read, course: before };
  const { entries: bodies, changes = {}, busy = false, due, course: worked } = await act(row, transaction);
  if (bodies.length === 0 && Object.keys(changes).length === 0 && !isLook) return nothingOf(row);
  const now = new Date();
  const at = now.toISOString();
  const entries = bodies.map((body, index): Entry => ({ number: row.last_number + 1 + index, at, ...body }));
  const preview = bodies
    .map(body => entryKindOf(body)?.preview?.(body) as string | undefined)
    .findLast(text => text !== undefined);
  const next: ConversationRow = {
    ...row,
    ...(preview === undefined ? {} : { preview: shortened(preview) }),
    ...changes,
    last_number: row.last_number + entries.length,
    // A look at it that comes upon nothing is nothing that happened.
    last_at: isLook && entries.length === 0 ? row.last_at : now,
  };
  const on = followOn(before, next, entries, now.getTime(), following, { worked, isLook });
  next.course = on.followed;
  const where = {
    workspaceId: row.workspace_id,
    conversationId: row.id,
    flowId: next.flow_id,
    editionId: next.edition_id,
    at: now,
  };
  const named = entries.find(entry => clientId !== undefined && 'clientId' in entry && entry.clientId === clientId);
  const batch = { conversation: row.id, from: row.last_number + 1, to: next.last_number, entries };
  const dues = [due, on.due].filter(one => one !== undefined);
  return {
    appended: {
      row: next,
      batch,
      number: named?.number ?? next.last_number,
      busy,
      due: dues.length > 0 ? Math.min(...dues) : undefined,
    },
    entries,
    // What is only tried is nobody’s to count or to hear of.
    happened: row.is_test ? [] : eventsOf(entries, where),
    next,
    ...(on.write ? { write: on.write } : {}),
  };
}

/** Nothing came of it, or what did stands there already. */
function nothingOf(row: ConversationRow, number = row.last_number): Come {
  const batch = { conversation: row.id, from: row.last_number, to: row.last_number, entries: [] };
  return { appended: { row, batch, busy: false, number }, entries: [], happened: [] };
}

/** Sent one behind the other without waiting in between: all of it takes one round trip. */
function write(come: readonly Come[], transaction: Transaction): Promise<void> {
  return together([
    insertEntries(
      come.map(({ appended, entries }) => ({ row: appended.row, entries })),
      transaction,
    ),
    writeEvents(
      come.flatMap(({ happened }) => happened),
      transaction,
    ),
    updateRows(
      come.flatMap(({ next }) => next ?? []),
      transaction,
    ),
    ...[...timerWrites(transaction), ...come.flatMap(one => one.write ?? [])].map(({ sql, values }) =>
      ask(transaction, sql, values),
    ),
  ]);
}

/**
 * The one way in which anything is added to a conversation: locks its row, lets `act` say what the event adds, writes
 * that, and commits. Events of one conversation happen one after the other, whichever process they come to. An event
 * whose client identity is in the log already adds nothing.
 * @throws {ProblemError} `not_found` when the workspace has no such conversation; what `act` throws, with nothing written
 */
export async function append(
  { database, ports }: Pick<House, 'database' | 'ports'>,
  place: { workspace: string; conversation: string; clientId?: string; isLook?: true },
  act: (row: ConversationRow, transaction: Transaction) => Promise<Outcome>,
): Promise<Appended> {
  const { workspace, conversation, clientId } = place;
  const [book, directory] = await Promise.all([ports.rules.of(workspace), ports.directories.of(workspace)]);
  return inOneGo(database, async transaction => {
    const [found] = await ask<Array<ConversationRow & { already: number | null }>>(
      transaction,
      `SELECT c.*, ${
        clientId === undefined
          ? 'NULL'
          : '(SELECT e.number FROM entries e WHERE e.conversation_id = c.id AND e.client_id = ?)'
      } AS already
       FROM conversations c WHERE c.id = ? AND c.workspace_id = ? FOR UPDATE`,
      [...(clientId === undefined ? [] : [clientId]), conversation, workspace],
    );
    if (!found) throw notFound('conversation');
    const { already, ...row } = found;
    if (already !== null) return nothingOf(row, already).appended;
    const come = await comeOf(row, place, { book, directory }, act, transaction);
    await write([come], transaction);
    return come.appended;
  });
}

/**
 * The same for several conversations of a workspace at once, in one transaction: what falls due in many at the same moment costs
 * each a share of it. They are locked in the order of their identities; those that are gone are left out.
 * @throws what `act` throws of any, with nothing written of all
 */
export async function appendTogether(
  { database, ports }: Pick<House, 'database' | 'ports'>,
  { workspace, conversations }: { workspace: string; conversations: readonly string[] },
  act: (row: ConversationRow, transaction: Transaction) => Promise<Outcome>,
): Promise<Appended[]> {
  const [book, directory] = await Promise.all([ports.rules.of(workspace), ports.directories.of(workspace)]);
  return inOneGo(database, async transaction => {
    const rows = await ask<ConversationRow[]>(
      transaction,
      `SELECT c.* FROM conversations c
       WHERE c.id IN (${conversations.map(() => '?').join(', ')}) AND c.workspace_id = ? ORDER BY c.id FOR UPDATE`,
      [...conversations, workspace],
    );
    const come: Come[] = [];
    for (const row of rows) come.push(await comeOf(row, {}, { book, directory }, act, transaction));
    await write(come, transaction);
    return come.map(({ appended }) => appended);
  });
}

/** Waits for all to be over before it fails with the first that did: the transaction is still theirs until then. */
async function together(work: ReadonlyArray<Promise<unknown>>): Promise<void> {
  const failed = (await Promise.allSettled(work)).find(done => done.status === 'rejected');
  if (failed) throw failed.reason;
}

/** The columns that an event may change, in the order in which they are written. */
const CHANGING = [
  'flow_id',
  'edition_id',
  'holder',
  'agent_id',
  'team_id',
  'last_number',
  'preview',
  'outcome',
  'visitor_name',
  'last_at',
  'waiting_since',
  'later_until',
  'back_since',
  'joined_to',
] as const;
const WRITTEN = [...CHANGING, 'session', 'course'] as const;
const UPDATE = `UPDATE conversations SET ${WRITTEN.map(column => `${column} = ?`).join(', ')} WHERE id = ?`;
const JOINED = `SET ${WRITTEN.map(column => `c.${column} = next.${column}`).join(', ')}`;

const writtenOf = (next: ConversationRow): Bound[] => [
  ...CHANGING.map(column => next[column]),
  JSON.stringify(next.session),
  JSON.stringify(next.course),
  next.id,
];

/** Writes rows as they are to be, in one statement however many there are: those of a bundle would be parsed one by one. */
async function updateRows(rows: readonly ConversationRow[], transaction: Transaction): Promise<void> {
  if (rows.length === 0) return;
  const values = rows.flatMap(writtenOf);
  if (rows.length === 1) {
    await ask(transaction, UPDATE, values);
    return;
  }
  const first = `SELECT ${[...WRITTEN, 'id'].map(column => `? AS ${column}`).join(', ')}`;
  const other = ` UNION ALL SELECT ${[...WRITTEN, 'id'].map(() => '?').join(', ')}`;
  const next = first + other.repeat(rows.length - 1);
  await ask(transaction, `UPDATE conversations c JOIN (${next}) next ON next.id = c.id ${JOINED}`, values);
}
