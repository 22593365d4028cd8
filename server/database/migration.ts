import { type QueryInterface, QueryTypes } from 'sequelize';
import type { Database } from './connect.ts';

/**
 * One change to the tables or to what stands in them, which may be broken off at any moment and is then done again:
 *
 * - a statement, which is done as a whole or not at all, as MariaDB’s are;
 * - a statement over many rows, from `:from` to `:to` of a numbered column, a stretch at a time, which changes nothing of
 *   what it has changed before;
 * - work of another kind, which does no harm when it is done twice.
 */
export type Step =
  | string
  | { over: readonly [table: string, column: string]; sql: string }
  | ((database: Database) => Promise<void>);

/** Changes that belong together, with the name by which it is known that they were made. */
export interface Migration {
  name: string;
  steps: readonly Step[];
}

/** How many numbers of a column a statement is given at once: few enough that nobody waits long for its locks. */
const STRETCH = 1_000;

/** What statements of a kind say when they were done already: what they make is there, or what they take away is not. */
const DONE_BEFORE: ReadonlyArray<readonly [statement: RegExp, says: string]> = [
  [/^CREATE TABLE/, 'ER_TABLE_EXISTS_ERROR'],
  [/^ALTER TABLE/, 'ER_DUP_FIELDNAME'],
  [/^ALTER TABLE/, 'ER_DUP_KEYNAME'],
  [/^ALTER TABLE/, 'ER_CANT_DROP_FIELD_OR_KEY'],
  [/^ALTER TABLE \w+ RENAME COLUMN/, 'ER_BAD_FIELD_ERROR'],
  [/^INSERT/, 'ER_DUP_ENTRY'],
];

function wasDone(step: Step, error: unknown): boolean {
  const { original } = (error ?? {}) as { original?: { code?: string } };
  return (
    typeof step === 'string' && DONE_BEFORE.some(([statement, says]) => statement.test(step) && says === original?.code)
  );
}

async function takeStep(database: Database, step: Step): Promise<void> {
  if (typeof step === 'function') return step(database);
  if (typeof step === 'string') {
    await database.query(step, { type: QueryTypes.RAW });
    return;
  }
  const [table, column] = step.over;
  const [ends] = await database.query<{ first: string | null; last: string | null }>(
    `SELECT MIN(${column}) AS first, MAX(${column}) AS last FROM ${table}`,
    { type: QueryTypes.SELECT },
  );
  if (!ends?.first || !ends.last) return;
  const last = BigInt(ends.last);
  for (let from = BigInt(ends.first); from <= last; from += BigInt(STRETCH))
    await database.query(step.sql, {
      replacements: { from: String(from), to: String(from + BigInt(STRETCH - 1)) },
      type: QueryTypes.RAW,
    });
}

/**
 * Makes the changes of a migration that are not made yet. How far it came is written down after every step, so that one
 * that was broken off goes on where it was; only of the step that was under way then is it not known whether it was done.
 */
async function carryOut(database: Database, { name, steps }: Migration): Promise<void> {
  await database.query(
    'CREATE TABLE IF NOT EXISTS migration_steps (name VARCHAR(100) NOT NULL PRIMARY KEY, done INT NOT NULL)',
    { type: QueryTypes.RAW },
  );
  const [begun] = await database.query<{ done: number }>('SELECT done FROM migration_steps WHERE name = :name', {
    replacements: { name },
    type: QueryTypes.SELECT,
  });
  if (!begun)
    await database.query('INSERT INTO migration_steps (name, done) VALUES (:name, 0)', { replacements: { name } });
  const from = begun?.done ?? 0;
  for (let index = from; index < steps.length; index++) {
    try {
      await takeStep(database, steps[index]!);
    } catch (error) {
      if (!(begun && index === from && wasDone(steps[index]!, error))) throw error;
    }
    await database.query('UPDATE migration_steps SET done = :done WHERE name = :name', {
      replacements: { name, done: index + 1 },
    });
  }
}

/** A migration as Umzug runs it. */
export const runnable = (migration: Migration) => ({
  name: migration.name,
  up: ({ context }: { context: QueryInterface }): Promise<void> => carryOut(context.sequelize, migration),
});
