import { Transaction } from 'sequelize';
import type { Database, Transaction as SequelizeTransaction } from './connect.ts';

/** As much of the driver’s connection as is used without Sequelize. */
interface Connection {
  query(
    asked: string | { sql: string; typeCast: (column: unknown, next: () => unknown) => unknown },
    values?: readonly Bound[],
  ): Promise<unknown>;
}

/** What a statement’s question marks may stand for. */
export type Bound = string | number | boolean | Date | null;

/** What of a transaction Sequelize keeps to itself. */
interface Begun {
  connection: Connection;
  begin(): Promise<void>;
  prepareEnvironment(): Promise<void>;
}

/** As the driver itself reads it: JSON as values, instants as `Date`, identities as text. */
const typeCast = (_: unknown, next: () => unknown): unknown => next();

/**
 * Asks the database on the connection of a transaction, past Sequelize, which takes a third of the work of a message for
 * wording statements and reading answers. For what is asked with every message, and nothing else.
 * @param sql with a question mark for every value
 * @returns the rows, or what the driver says of what was changed
 * @throws the driver’s errors, as they are
 */
export function ask<T>(transaction: SequelizeTransaction, sql: string, values: readonly Bound[]): Promise<T> {
  const { connection } = transaction as unknown as Begun;
  return connection.query({ sql, typeCast }, values) as Promise<T>;
}

/** Where connections come from. */
interface Connections {
  getConnection(): Promise<{ execute(sql: string, values: readonly unknown[]): Promise<unknown> }>;
  releaseConnection(connection: unknown): void;
}

/**
 * Writes something large by itself, outside of any transaction: its bytes go to the database as they are, instead of as text
 * of twice their length, which takes a third of the time.
 * @param sql with a question mark for every value
 */
export async function put(database: Database, sql: string, values: ReadonlyArray<Bound | Buffer>): Promise<void> {
  const { connectionManager } = database as unknown as { connectionManager: Connections };
  const connection = await connectionManager.getConnection();
  try {
    await connection.execute(sql, values);
  } finally {
    connectionManager.releaseConnection(connection);
  }
}

/** The values of an `INSERT`: a row of question marks for every row. */
export function asRows(rows: ReadonlyArray<readonly Bound[]>): { marks: string; values: Bound[] } {
  const one = `(${rows[0]?.map(() => '?').join(', ')})`;
  return { marks: rows.map(() => one).join(', '), values: rows.flat() };
}

/**
 * A transaction of which the beginning is not waited for: what it asks first goes out right behind, on the same
 * connection, so that every message of every visitor waits for one answer less. Otherwise it is Sequelize’s own:
 * committed when `work` is done, rolled back when it fails.
 * @throws what `work` throws, and what the database said to the beginning
 */
export async function inOneGo<T>(
  database: Database,
  work: (transaction: SequelizeTransaction) => Promise<T>,
): Promise<T> {
  const transaction = new Transaction(database, {});
  const inner = transaction as unknown as Begun;
  let begun: Promise<unknown> = Promise.resolve();
  inner.begin = async () => {
    // Raw, and at once: nothing that is asked later can overtake it.
    begun = inner.connection.query('START TRANSACTION');
    begun.catch(() => {});
  };
  await inner.prepareEnvironment();
  let result: T;
  try {
    result = await work(transaction);
    await begun;
  } catch (error) {
    await transaction.rollback().catch(() => {});
    throw error;
  }
  await transaction.commit();
  return result;
}
