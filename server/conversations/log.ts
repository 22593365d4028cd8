import type { Entry, EntryBatch } from '@kineta/contract';
import { type Course, type EntryBody, entryKindOf } from '@kineta/core';
import { QueryTypes } from 'sequelize';
import type { Database, Transaction } from '../database/connect.ts';
import { ask, asRows, type Bound, inOneGo } from '../database/transaction.ts';
import type { House } from '../house/house.ts';
import { notFound } from '../http/problem.ts';
import { eventsOf, writeEvents } from '../stream/stream.ts';
import { courseOf, followOn } from './following.ts';
import type { Changes, ConversationRow } from './model.ts';

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

/** Writes entries behind those that are there, in one statement. */
export async function insertEntries(
  row: Pick<ConversationRow, 'id' | 'workspace_id'>,
  entries: readonly Entry[],
  transaction: Transaction,
): Promise<void> {
  if (entries.length === 0) return;
  const rows = entries.map(({ number, at, ...body }): Bound[] => [
    row.id,
    number,
    row.workspace_id,
    body.kind,
    new Date(at),
    'clientId' in body ? body.clientId : null,
    JSON.stringify(body),
  ]);
  const { marks, values } = asRows(rows);
  await ask(
    transaction,
    `INSERT INTO entries (conversation_id, number, workspace_id, kind, at, client_id, body) VALUES ${marks}`,
    values,
  );
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
  const { workspace, conversation, clientId, isLook = false } = place;
  const [book, directory] = await Promise.all([ports.rules.of(workspace), ports.directories.of(workspace)]);
  const following = { book, directory };
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
    const { already, ...read } = found;
    const before = already === null ? await courseOf(read, following, transaction) : undefined;
    const row: ConversationRow = before ? { ...read, course: before } : read;
    const nothing = { conversation, from: row.last_number, to: row.last_number, entries: [] };
    const quiet = { row, batch: nothing, busy: false };
    if (already !== null || !before) return { ...quiet, number: already ?? row.last_number };

    const { entries: bodies, changes = {}, busy = false, due, course: worked } = await act(row, transaction);
    if (bodies.length === 0 && Object.keys(changes).length === 0 && !isLook)
      return { ...quiet, number: row.last_number };
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
      workspaceId: workspace,
      conversationId: conversation,
      flowId: next.flow_id,
      editionId: next.edition_id,
      at: now,
    };
    // Sent one behind the other without waiting in between: they take one round trip together.
    await together([
      insertEntries(row, entries, transaction),
      // What is only tried is nobody’s to count or to hear of.
      writeEvents(row.is_test ? [] : eventsOf(entries, where), transaction),
      updateRow(next, transaction),
      ...(on.write ? [ask(transaction, on.write.sql, on.write.values)] : []),
    ]);
    const named = entries.find(entry => clientId !== undefined && 'clientId' in entry && entry.clientId === clientId);
    const number = named?.number ?? next.last_number;
    const batch = { conversation, from: row.last_number + 1, to: next.last_number, entries };
    const dues = [due, on.due].filter(one => one !== undefined);
    return { row: next, batch, number, busy, due: dues.length > 0 ? Math.min(...dues) : undefined };
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
const UPDATE = `UPDATE conversations SET ${CHANGING.map(column => `${column} = ?`).join(', ')}, session = ?, course = ? WHERE id = ?`;

async function updateRow(next: ConversationRow, transaction: Transaction): Promise<void> {
  await ask(transaction, UPDATE, [
    ...CHANGING.map(column => next[column]),
    JSON.stringify(next.session),
    JSON.stringify(next.course),
    next.id,
  ]);
}
