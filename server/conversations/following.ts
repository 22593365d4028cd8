import type { Entry } from '@kineta/contract';
import { type Course, type EntryBody, firstDue, freshCourse, type Moment, movesOf, watched } from '@kineta/core';
import type { Transaction } from '../database/connect.ts';
import { ask, type Bound } from '../database/transaction.ts';
import type { Directory, RuleBook } from '../house/ports.ts';
import type { ConversationRow } from './model.ts';

/** The shape in which a course is kept; one in another is worked out anew from the log. */
const SHAPE = 1;
/** So much of a log is gone through for that, from its end. */
const MOST_ENTRIES = 2_000;

/** A conversation’s course, as its row keeps it. */
export interface Followed {
  shape: typeof SHAPE;
  /** The last entry that was followed: a process of the version before follows none. */
  number: number;
  course: Course;
  /** When rules look at it next at the latest (epoch milliseconds). */
  due: number | null;
}

/** What rules are followed by: the workspace’s rules, and its hours. */
export interface Following {
  book: RuleBook;
  directory: Directory;
}

/** What is known of the world when a move is made. */
export const momentOf = ({ hours, workspace }: Directory, now: number): Moment => ({
  now,
  hours,
  language: workspace.language,
});

/** A course after entries were added to the log. */
export function followEntries(
  course: Course,
  entries: ReadonlyArray<{ at: number; body: EntryBody }>,
  { book, directory }: Following,
): Course {
  let followed = course;
  for (const { at, body } of entries)
    for (const move of movesOf(body))
      followed = watched(book.rules, followed, move, at, momentOf(directory, at), book.names);
  return followed;
}

/** Who has it is as the row says: of some of that no entry tells. */
function asHeld(course: Course, row: ConversationRow, at: number, { book, directory }: Following): Course {
  const team = row.team_id === null ? null : (directory.teams.get(row.team_id)?.name ?? null);
  const held = course.with === row.holder ? course : withHolder();
  return held.team === team || row.holder === 'flow' ? held : { ...held, team };

  function withHolder(): Course {
    const moment = momentOf(directory, at);
    if (row.holder === 'waiting')
      return watched(book.rules, { ...course, team }, { move: 'wanted', team }, at, moment, book.names);
    if (row.holder === 'agent')
      return watched(book.rules, course, { move: 'has', member: row.agent_id }, at, moment, book.names);
    if (row.holder === 'done') return watched(book.rules, course, { move: 'over', by: 'flow' }, at, moment, book.names);
    return watched(book.rules, course, { move: 'led' }, at, moment, book.names);
  }
}

/**
 * A conversation’s course up to now: as it is kept, or, of one that was not followed so far, from its log. Raw, as all that is read
 * with a message.
 */
export async function courseOf(
  row: ConversationRow,
  following: Following,
  transaction: Transaction,
): Promise<Followed> {
  const kept: Followed | null = typeof row.course === 'string' ? (JSON.parse(row.course) as Followed) : row.course;
  if (kept?.shape === SHAPE && kept.number === row.last_number) return kept;
  const due = kept?.due ?? null;
  if (row.last_number === 0) return { shape: SHAPE, number: 0, course: freshCourse, due };
  const rows = await ask<Array<{ at: Date; body: EntryBody | string }>>(
    transaction,
    'SELECT at, body FROM entries WHERE conversation_id = ? AND number > ? ORDER BY number',
    [row.id, row.last_number - MOST_ENTRIES],
  );
  const entries = rows.map(({ at, body }) => ({
    at: at.getTime(),
    body: typeof body === 'string' ? (JSON.parse(body) as EntryBody) : body,
  }));
  const course = asHeld(followEntries(freshCourse, entries, following), row, row.last_at.getTime(), following);
  return { shape: SHAPE, number: row.last_number, course, due };
}

/**
 * How it is followed on from an event: what rules wait for since, and what is to be written so that they look at it in time.
 * @param before as it was kept
 * @param worked how it has gone, when whoever acted has worked that out already
 * @param isLook whether this is the look that was due: what is due next is written, whenever that is
 */
export function followOn(
  before: Followed,
  row: ConversationRow,
  entries: readonly Entry[],
  now: number,
  following: Following,
  { worked, isLook }: { worked: Course | undefined; isLook: boolean },
): { followed: Followed; due?: number; write?: { sql: string; values: Bound[] } } {
  const { book, directory } = following;
  const added = entries.map(entry => ({ at: Date.parse(entry.at), body: entry }));
  const course = asHeld(worked ?? followEntries(before.course, added, following), row, now, following);
  const next = firstDue(book.rules, course, momentOf(directory, now));
  const followed = { shape: SHAPE, number: row.last_number, course } as const;
  // A look that is due earlier comes upon nothing, and finds out when to come again: so most messages write no time.
  if (!isLook && (next === null || (before.due !== null && before.due <= next)))
    return { followed: { ...followed, due: before.due } };
  if (next === null)
    return {
      followed: { ...followed, due: null },
      write: { sql: 'DELETE FROM rule_dues WHERE conversation_id = ?', values: [row.id] },
    };
  return {
    followed: { ...followed, due: next },
    due: Math.max(0, next - now),
    write: {
      sql: `INSERT INTO rule_dues (conversation_id, workspace_id, due_at) VALUES (?, ?, ?)
            ON DUPLICATE KEY UPDATE due_at = VALUES(due_at), tries = 0`,
      values: [row.id, row.workspace_id, new Date(next)],
    },
  };
}
