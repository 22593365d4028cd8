import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { brotliDecompressSync } from 'node:zlib';
import { conversationRoutes, flowRoutes } from '@kineta/contract';
import { QueryTypes } from 'sequelize';
import { afterEach, describe, expect, test, vi } from 'vitest';
import { Browser, boardingPass, emptyDatabase, testServer, VisitorPage } from '../tests/kineta.ts';
import { connect, type Database } from './connect.ts';
import { migrate, migrations } from './migrate.ts';

afterEach(() => vi.restoreAllMocks());

const FIRST_VERSION = join(import.meta.dirname, 'earlier/first-version.sql.br');

/** The demo’s database as the first version of Kineta left it. */
async function ofFirstVersion(): Promise<string> {
  const url = await emptyDatabase();
  const database = connect(url, 1);
  await database.query('SET FOREIGN_KEY_CHECKS = 0');
  const sql = brotliDecompressSync(readFileSync(FIRST_VERSION)).toString('utf8');
  for (const statement of sql.split(/;\n/)) if (/^\s*(CREATE|INSERT)/m.test(statement)) await database.query(statement);
  await database.close();
  return url;
}

/** Every table as it is made, without what depends on how much was in it. */
async function tablesOf(database: Database): Promise<Record<string, string>> {
  const names = await database.query<Record<string, string>>('SHOW TABLES', { type: QueryTypes.SELECT });
  const tables: Record<string, string> = {};
  for (const row of names) {
    const [name] = Object.values(row) as [string];
    const [made] = await database.query<{ 'Create Table': string }>(`SHOW CREATE TABLE \`${name}\``, {
      type: QueryTypes.SELECT,
    });
    tables[name] = made!['Create Table'].replace(/ AUTO_INCREMENT=\d+/, '');
  }
  return tables;
}

const rowsOf = async (database: Database, table: string): Promise<unknown[]> =>
  database.query(`SELECT * FROM ${table}`, { type: QueryTypes.SELECT });

/**
 * Migrates as if the process died again and again, each time with a step done that is not written down as done.
 * @returns how often it died
 */
async function migrateDying(database: Database): Promise<number> {
  const { query } = database;
  for (let deaths = 0; ; deaths++) {
    let steps = 0;
    const spy = vi.spyOn(database, 'query').mockImplementation(async function (this: Database, ...given: unknown[]) {
      if (String(given[0]).startsWith('UPDATE migration_steps') && ++steps === 2) throw new Error('It died.');
      return (query as (...given: unknown[]) => unknown).apply(database, given);
    } as never);
    try {
      await migrate(database);
      return deaths;
    } catch (error) {
      expect((error as Error).message).toContain('It died.');
    } finally {
      spy.mockRestore();
    }
  }
}

describe('the tables', () => {
  test('are the same when their making was broken off after every step', async () => {
    const [plain, dying] = [connect(await emptyDatabase(), 2), connect(await emptyDatabase(), 2)];
    await migrate(plain);
    const steps = migrations.reduce((sum, migration) => sum + migration.steps.length, 0);
    // Of two steps in a row the first is written down, and a migration of one step is over with it.
    expect(await migrateDying(dying)).toBeGreaterThan((steps - migrations.length) * 0.9);
    expect(await tablesOf(dying)).toEqual(await tablesOf(plain));
    expect(await migrate(dying)).toEqual([]);
    await plain.close();
    await dying.close();
  });

  test('with what stands in them come from the first version, broken off or not, to the same', async () => {
    const [plain, dying] = [connect(await ofFirstVersion(), 2), connect(await ofFirstVersion(), 2)];
    await migrate(plain);
    await migrateDying(dying);
    const tables = await tablesOf(plain);
    expect(await tablesOf(dying)).toEqual(tables);
    for (const table of Object.keys(tables)) expect(await rowsOf(dying, table)).toEqual(await rowsOf(plain, table));
    await plain.close();
    await dying.close();
  });

  test('that somebody else is changing are waited for', async () => {
    const url = await emptyDatabase();
    const [one, other] = [connect(url, 2), connect(url, 2)];
    const made = await Promise.all([migrate(one), migrate(other)]);
    expect(made.flat()).toEqual(migrations.map(({ name }) => name));
    await one.close();
    await other.close();
  });
});

describe('the demo of the first version', () => {
  test('goes on: its people sign in, its conversations read as they were, its flow plays, and nothing was lost', async () => {
    const url = await ofFirstVersion();
    const before = connect(url, 1);
    const counts = async (database: Database) => {
      const of = async (table: string) =>
        Number(
          (await database.query<{ n: string }>(`SELECT COUNT(*) AS n FROM ${table}`, { type: QueryTypes.SELECT }))[0]!
            .n,
        );
      const names = ['conversations', 'entries', 'people', 'visitors', 'members', 'editions', 'flows'];
      return Object.fromEntries(await Promise.all(names.map(async name => [name, await of(name)])));
    };
    const were = await counts(before);
    expect(were).toMatchObject({ conversations: 353, entries: 7_505 });
    await before.close();

    const server = await testServer(url);
    expect(await counts(server.database)).toEqual(were);
    const lead = await new Browser(server).signIn('hanne@brackenrow.example', 'tarrowdale');
    const { conversations } = (await lead.call(conversationRoutes.list, { query: { list: 'done' } })).reply;
    expect(conversations.length).toBeGreaterThan(20);
    for (const { id } of conversations.slice(0, 50)) {
      const { status, reply } = await lead.call(conversationRoutes.get, { params: { id } });
      expect(status).toBe(200);
      // Nothing in it is of a kind, or of a shape, that is not known any more.
      expect(reply.entries.filter(({ kind }) => kind === 'newer')).toEqual([]);
    }
    const [flow] = (await lead.call(flowRoutes.list)).reply.flows;
    const { reply } = await lead.call(flowRoutes.get, { params: { id: flow!.id } });
    expect(reply.draft.format).toBe('kineta.flow/2');
    const visitor = new VisitorPage(server, await boardingPass(server, 'brackenrow-demo', 'http://localhost:46529'));
    await visitor.open();
    expect(visitor.said.length).toBeGreaterThan(0);
    visitor.close();
    await server.close();
  });
});
