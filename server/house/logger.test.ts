import { afterAll, beforeAll, expect, test } from 'vitest';
import { connect, type Database } from '../database/connect.ts';
import { emptyDatabase } from '../tests/kineta.ts';
import { described } from './logger.ts';

let database: Database;
beforeAll(async () => {
  database = connect(await emptyDatabase(), 1);
  await database.query('CREATE TABLE said (words VARCHAR(30) PRIMARY KEY, number INT)');
});
afterAll(() => database.close());

const failureOf = (work: Promise<unknown>): Promise<unknown> =>
  work.then(
    () => expect.fail(),
    error => error,
  );

test.each([
  ['too long', `INSERT INTO said VALUES (:words, 1)`, 'my secret and much more than thirty characters'],
  ['there already', `INSERT INTO said VALUES (:words, 1), (:words, 2)`, "it's my secret"],
  ['no number', `INSERT INTO said VALUES ('x', :words)`, 'my secret'],
  ['no statement', `INSRT INTO said VALUES (:words)`, 'my secret'],
])('what was written is not in the log when the database refuses it (%s)', async (_, sql, words) => {
  const error = await failureOf(database.query(sql, { replacements: { words } }));
  const logged = JSON.stringify(described(error));
  expect(logged).not.toContain('secret');
  expect(logged).not.toContain('INTO said');
  expect(described(error)).toMatchObject({ cause: { code: expect.stringMatching(/^ER_/) } });
});

test('our own errors say where they come from', () => {
  expect(described(new Error('It is not there.'))).toMatchObject({
    type: 'Error',
    message: 'It is not there.',
    stack: expect.stringContaining('logger.test'),
  });
});
