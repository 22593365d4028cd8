import { QueryTypes } from 'sequelize';
import type { Database } from '../database/connect.ts';

/** So many people are a page. */
export const PAGE = 100;
/** Everybody is counted so far, and who fits a search so far: how many more there are helps nobody. */
const MOST_COUNTED = 10_000;
const MOST_FITTING = 1_000;
/** So many who have a word are looked up by it; a word that more have tells too little. */
const MOST_LOOKED_UP = 10_000;
/** When so many have the only word, they are met sooner in the order of the list than each is looked up. */
const COMMON = 3_000;

interface Found {
  /** Those of the page, last seen first, and one more when there is a next page. */
  ids: string[];
  /** How many there are in all, told with the first page; `orMore` when no further was counted. */
  total: number;
  orMore: boolean;
}
type From = { at: Date; id: string } | undefined;

const select = <T extends object>(database: Database, sql: string, replacements: object): Promise<T[]> =>
  database.query<T>(sql, { replacements: replacements as Record<string, unknown>, type: QueryTypes.SELECT });

const further = (from: From): string => (from ? 'AND (p.last_seen, p.id) < (:at, :id)' : '');
const IN_ORDER = 'ORDER BY p.last_seen DESC, p.id DESC LIMIT :most';

/** Everybody of a workspace, from a place of the list on. */
export async function everybody(database: Database, workspace: string, from: From): Promise<Found> {
  const given = { workspace, ...from, most: PAGE + 1 };
  // Raw: the page is a stretch of an index, and so is what is counted.
  const [rows, [count]] = await Promise.all([
    select<{ id: string }>(
      database,
      `SELECT p.id FROM people p WHERE p.workspace_id = :workspace ${further(from)} ${IN_ORDER}`,
      given,
    ),
    from
      ? []
      : select<{ total: string | number }>(
          database,
          `SELECT COUNT(*) AS total FROM (SELECT 1 FROM people WHERE workspace_id = :workspace LIMIT :counted) counted`,
          { ...given, counted: MOST_COUNTED + 1 },
        ),
  ]);
  const total = Number(count?.total ?? 0);
  return { ids: rows.map(({ id }) => id), total: Math.min(total, MOST_COUNTED), orMore: total > MOST_COUNTED };
}

/**
 * Those of whom a word begins with each word that is looked for. Who has a word is looked up in the index of words, and
 * who has all of them fits; of a single word that very many have, they are soon met in the order of the list.
 */
export async function fitting(
  database: Database,
  workspace: string,
  words: readonly string[],
  from: From,
): Promise<Found> {
  const nobody = { ids: [], total: 0, orMore: false };
  if (words.length === 0) return nobody;
  const given = {
    workspace,
    ...Object.fromEntries(words.map((word, at) => [`word${at}`, `${word}%`])),
    ...from,
  };
  const having = (at: number) =>
    `SELECT DISTINCT person_id FROM people_words WHERE workspace_id = :workspace AND word LIKE :word${at}`;
  // Raw: each word is a stretch of the index, of which no more is counted than tells one from another.
  const counts = await Promise.all(
    words.map(async (_, at) => {
      const sql = `SELECT COUNT(*) AS total FROM (${having(at)} LIMIT :most) counted`;
      const [count] = await select<{ total: string | number }>(database, sql, { ...given, most: MOST_LOOKED_UP + 1 });
      return Number(count?.total ?? 0);
    }),
  );
  if (counts.includes(0)) return nobody;
  const lookedUp = words.flatMap((_, at) => (counts[at]! <= (words.length > 1 ? MOST_LOOKED_UP : COMMON) ? [at] : []));
  const isCommon = lookedUp.length === 0;
  // As a value instead of EXISTS, which the database would answer by first reading the whole index.
  const hasOthers = words.map((_, at) =>
    lookedUp.includes(at)
      ? ''
      : `AND (SELECT 1 FROM people_words w WHERE w.person_id = p.id AND w.word LIKE :word${at} LIMIT 1) = 1`,
  );
  // Raw: from who has the words to their records, or along the index of the list, which ends with the page.
  const among = isCommon
    ? 'people p FORCE INDEX (people_seen)'
    : `(${lookedUp.map(at => `(${having(at)})`).join(' INTERSECT ')}) found
       STRAIGHT_JOIN people p ON p.id = found.person_id`;
  const rows = await select<{ id: string }>(
    database,
    `SELECT p.id FROM ${among} WHERE p.workspace_id = :workspace ${hasOthers.join(' ')} ${further(from)} ${IN_ORDER}`,
    { ...given, most: isCommon ? PAGE + 1 : MOST_FITTING + 1 },
  );
  const ids = rows.map(({ id }) => id);
  return {
    ids: ids.slice(0, PAGE + 1),
    total: isCommon ? MOST_FITTING : Math.min(ids.length, MOST_FITTING),
    orMore: isCommon || ids.length > MOST_FITTING,
  };
}

/** How many gave an email who were first seen from an instant to another. Raw: a count over an index. */
export async function newWithEmail(database: Database, workspace: string, from: Date, to: Date): Promise<number> {
  const [row] = await select<{ count: string }>(
    database,
    `SELECT COUNT(*) AS count FROM people
     WHERE workspace_id = :workspace AND first_seen >= :from AND first_seen < :to AND email IS NOT NULL`,
    { workspace, from, to },
  );
  return Number(row?.count ?? 0);
}
