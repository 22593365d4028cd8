import { Transaction } from 'sequelize';
import type { Database, Transaction as SequelizeTransaction } from './connect.ts';

/** What of a transaction Sequelize keeps to itself. */
interface Begun {
  connection: { query(sql: string): Promise<unknown> };
  begin(): Promise<void>;
  prepareEnvironment(): Promise<void>;
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
