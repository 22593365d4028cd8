import type { FoundPage } from '@kineta/contract';
import { EntryBody, entryKindOf, excerpt, saidSought, visitorSees, wordsSaid, writtenKinds } from '@kineta/core';
import { QueryTypes } from 'sequelize';
import type { Database } from '../database/connect.ts';
import { after, cursor } from '../database/page.ts';
import type { House } from '../house/house.ts';
import { ProblemError } from '../http/problem.ts';
import type { Listener } from '../stream/listener.ts';
import type { ConversationRow } from './model.ts';

/** So many of what was found are shown at once. */
const PAGE = 30;
/** So many seconds are looked at most: a word that stands everywhere is no use to anybody. */
const LOOKED = 3;
/** Among so many of the newest it is looked first. */
const NEWEST = 3_000;
/** How many milliseconds later what was said is found, so that the words of several are written at once. */
const PACE = 1_000;

/**
 * A word as it is indexed: with its workspace before it, so that nobody’s search goes through what others have, and no word is
 * too short or too common for the index.
 */
const indexed = (workspace: string, word: string): string => `${workspace}_${word}`;

interface Written {
  conversation_id: string;
  number: number;
  workspace_id: string;
  at: Date;
  body: unknown;
}

/** Hears that somebody wrote something, and keeps its words, by which it is found. */
export function saidListener({ database }: House): Listener {
  return {
    name: 'said',
    kinds: writtenKinds,
    pace: PACE,
    async hear(events, transaction) {
      const places = events.flatMap(({ conversationId, number }) =>
        conversationId === null || number === null ? [] : [[conversationId, number]],
      );
      if (places.length === 0) return undefined;
      // Raw, both: entries by where they stand, and one statement that writes nothing of what was erased meanwhile.
      const entries = await database.query<Written>(
        `SELECT conversation_id, number, workspace_id, at, body FROM entries WHERE (conversation_id, number) IN (:places)`,
        { replacements: { places }, type: QueryTypes.SELECT, transaction },
      );
      const rows = entries.flatMap(({ conversation_id, number, workspace_id, at, body }) => {
        const entry = EntryBody.parse(body);
        const words = wordsSaid(entryKindOf(entry)?.wrote?.(entry) ?? '').map(word => indexed(workspace_id, word));
        return words.length === 0 ? [] : [[conversation_id, number, workspace_id, at, words.join(' ')]];
      });
      if (rows.length > 0)
        await database.query(
          'INSERT IGNORE INTO said (conversation_id, number, workspace_id, at, words) VALUES :rows',
          { replacements: { rows }, type: QueryTypes.RAW, transaction },
        );
      return undefined;
    },
  };
}

type FoundRow = Pick<ConversationRow, 'visitor_name' | 'holder'> & Omit<Written, 'workspace_id'>;

/** What the database says when it has looked long enough. */
const tookTooLong = (error: unknown): boolean => (error as { original?: { errno?: number } }).original?.errno === 1_969;

interface Sought {
  workspace: string;
  /** Bare words with which words that were said begin. */
  words: readonly string[];
  /** Where the page before ended. */
  from: { at: Date; id: string } | undefined;
}

/** A page of what holds all of the words, and one more. Raw: an index of which Sequelize knows nothing. */
function pageOf(
  database: Database,
  { workspace, words, from }: Sought,
  among: 'the newest' | 'all',
): Promise<FoundRow[]> {
  const found = words.map(word => indexed(workspace, word));
  const beyond = from ? 'AND (at, conversation_id) < (:at, :id)' : '';
  const newest = 'ORDER BY at DESC, conversation_id DESC, number DESC';
  const holding =
    among === 'all'
      ? 'said WHERE MATCH (words) AGAINST (:against IN BOOLEAN MODE)'
      : `(SELECT * FROM said FORCE INDEX (said_newest) WHERE workspace_id = :workspace ${beyond} ${newest} LIMIT ${NEWEST}) newest
         WHERE ${found.map((_, at) => `CONCAT(' ', words) LIKE :like${at}`).join(' AND ')}`;
  return database.query<FoundRow>(
    `SET STATEMENT max_statement_time = ${LOOKED} FOR
     SELECT e.conversation_id, e.number, e.at, e.body, c.visitor_name, c.holder FROM (
       SELECT conversation_id, number, at FROM ${holding} AND workspace_id = :workspace ${beyond} ${newest} LIMIT ${PAGE + 1}
     ) f
     JOIN entries e ON e.conversation_id = f.conversation_id AND e.number = f.number
     JOIN conversations c ON c.id = f.conversation_id
     ORDER BY f.at DESC, f.conversation_id DESC, f.number DESC`,
    {
      replacements: {
        workspace,
        at: from?.at,
        id: from?.id,
        against: found.map(word => `+${word}*`).join(' '),
        ...Object.fromEntries(found.map((word, at) => [`like${at}`, `% ${word.replaceAll('_', '\\_')}%`])),
      },
      type: QueryTypes.SELECT,
    },
  );
}

/**
 * What was written in conversations and holds words that begin as those that are looked for, the newest first, with what was
 * said around them. What is said often is found among the newest, without reading all that the index has of it; what is not, by
 * the index.
 * @throws {ProblemError} `invalid_request` when they stand in so much that it takes too long
 */
export async function search(
  { database }: House,
  workspace: string,
  { words, before }: { words: string; before?: string | undefined },
): Promise<FoundPage> {
  const sought = { workspace, words: saidSought(words), from: after(before) };
  if (sought.words.length === 0) return { found: [], next: null };
  const newest = await pageOf(database, sought, 'the newest');
  const rows =
    newest.length > PAGE
      ? newest
      : await pageOf(database, sought, 'all').catch((error: unknown) => {
          if (!tookTooLong(error)) throw error;
          const message = 'That stands in too much of what was said. Add another word.';
          throw new ProblemError('invalid_request', message, { fields: [{ path: 'query.words', message }] });
        });
  const page = rows.slice(0, PAGE);
  const last = page.at(-1);
  return {
    found: page.map(({ conversation_id: conversation, number, at, body, visitor_name: visitor, holder }) => {
      const entry = EntryBody.parse(body);
      return {
        conversation,
        number,
        at: at.toISOString(),
        visitor,
        holder,
        aside: !visitorSees(entry),
        by: 'member' in entry ? entry.member.name : null,
        ...excerpt(entryKindOf(entry)?.wrote?.(entry) ?? '', sought.words),
      };
    }),
    next: rows.length > PAGE && last ? cursor(last.at, last.conversation_id) : null,
  };
}
