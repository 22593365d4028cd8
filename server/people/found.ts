import { QueryTypes } from 'sequelize';
import type { Database } from '../database/connect.ts';

/** So many people are a page. */
export const PAGE = 100;
/** Who fits a search is counted so far: how many more there are helps nobody. */
const MOST_COUNTED = 1_000;

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
          'SELECT COUNT(*) AS total FROM people p WHERE p.workspace_id = :workspace',
          given,
        ),
  ]);
  return { ids: rows.map(({ id }) => id), total: Number(count?.total ?? 0), orMore: false };
}

/**
 * Those of whom a word begins with each word that is looked for. The word that fewest have is looked up in the index of
 * words; when all of them are common, whoever fits is soon met in the order of the list.
 */
export async function fitting(
  database: Database,
  workspace: string,
  words: readonly string[],
  from: From,
): Promise<Found> {
  if (words.length === 0) return { ids: [], total: 0, orMore: false };
  const asked = Object.fromEntries(words.map((word, index) => [`word${index}`, `${word}%`]));
  const given = { workspace, ...asked, ...from };
  // Raw: each word is a stretch of the index, of which no more is read than is counted.
  const having = await Promise.all(
    words.map((_, index) =>
      select<{ id: string }>(
        database,
        `SELECT DISTINCT person_id AS id FROM people_words
         WHERE workspace_id = :workspace AND word LIKE :word${index} LIMIT :most`,
        { ...given, most: MOST_COUNTED + 1 },
      ),
    ),
  );
  const fewest = having.reduce((least, one) => (one.length < least.length ? one : least));
  const isCommon = fewest.length > MOST_COUNTED;
  if (fewest.length === 0) return { ids: [], total: 0, orMore: false };
  const has = words.map(
    (_, index) => `AND EXISTS (SELECT 1 FROM people_words w WHERE w.person_id = p.id AND w.word LIKE :word${index})`,
  );
  // Raw: the same question of a few by their identities, or of the list in its order, which ends with the page.
  const rows = await select<{ id: string }>(
    database,
    `SELECT p.id FROM people p ${isCommon ? 'FORCE INDEX (people_seen)' : ''} WHERE p.workspace_id = :workspace
       ${isCommon ? '' : 'AND p.id IN (:fewest)'} ${has.join(' ')} ${further(from)} ${IN_ORDER}`,
    { ...given, fewest: fewest.map(({ id }) => id), most: isCommon ? PAGE + 1 : MOST_COUNTED },
  );
  const ids = rows.map(({ id }) => id);
  return {
    ids: ids.slice(0, PAGE + 1),
    total: isCommon ? MOST_COUNTED : ids.length,
    orMore: isCommon,
  };
}
