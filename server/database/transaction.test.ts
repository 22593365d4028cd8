import { QueryTypes } from 'sequelize';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { emptyDatabase } from '../tests/kineta.ts';
import { connect, type Database, type Transaction } from './connect.ts';
import { inOneGo } from './transaction.ts';

let database: Database;
beforeAll(async () => {
  database = connect(await emptyDatabase());
  await database.query('CREATE TABLE tallies (id INT PRIMARY KEY, count INT NOT NULL)');
  await database.query('INSERT INTO tallies VALUES (1, 0)');
});
afterAll(() => database.close());

async function count(transaction?: Transaction, lock = ''): Promise<number> {
  const [row] = await database.query<{ count: number }>(`SELECT count FROM tallies WHERE id = 1 ${lock}`, {
    type: QueryTypes.SELECT,
    ...(transaction ? { transaction } : {}),
  });
  return row!.count;
}
const set = (to: number, transaction: Transaction) =>
  database.query(`UPDATE tallies SET count = ${to} WHERE id = 1`, { transaction });

test('what is asked first is asked within: of many at once each sees what the one before has done', async () => {
  await Promise.all(
    Array.from({ length: 60 }, () =>
      inOneGo(database, async transaction => set((await count(transaction, 'FOR UPDATE')) + 1, transaction)),
    ),
  );
  expect(await count()).toBe(60);
});

test('nothing is kept of work that fails, and its connection can be used again', async () => {
  for (let time = 0; time < 20; time++)
    await expect(
      inOneGo(database, async transaction => {
        await set(0, transaction);
        throw new Error('No further.');
      }),
    ).rejects.toThrow('No further.');
  await expect(inOneGo(database, transaction => database.query('SELECT nothing', { transaction }))).rejects.toThrow();
  expect(await count()).toBe(60);
  await inOneGo(database, transaction => set(61, transaction));
  expect(await count()).toBe(61);
});

test('a transaction of its own: others see it when it is committed', async () => {
  await inOneGo(database, async transaction => {
    await set(62, transaction);
    expect(await count()).toBe(61);
    expect(await count(transaction)).toBe(62);
  });
  expect(await count()).toBe(62);
});
