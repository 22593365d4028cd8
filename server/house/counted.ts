import { QueryTypes } from 'sequelize';
import type { Transaction } from '../database/connect.ts';
import type { House } from './house.ts';

/** What of a workspace is counted each time that it is changed, so that whoever keeps it knows that theirs is old. */
export type Counted = 'products_number' | 'articles_number';

/** Changes what is counted, one change after the other, and has everybody read it anew. */
export async function changeCounted<T>(
  { database, ports }: Pick<House, 'database' | 'ports'>,
  workspace: string,
  counted: Counted,
  work: (transaction: Transaction) => Promise<T>,
): Promise<T> {
  const result = await database.transaction(async transaction => {
    // Raw: counted where it stands, and held, so that changes follow each other.
    await database.query(`UPDATE workspaces SET ${counted} = ${counted} + 1 WHERE id = :workspace`, {
      replacements: { workspace },
      type: QueryTypes.UPDATE,
      transaction,
    });
    return work(transaction);
  });
  ports.directories.forget(workspace);
  return result;
}
