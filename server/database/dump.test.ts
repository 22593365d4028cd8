import { mkdtempSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { gunzipSync, gzipSync } from 'node:zlib';
import { QueryTypes } from 'sequelize';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import type { RunningServer } from '../server.ts';
import {
  boardingPass,
  emptyDatabase,
  makeWorkspace,
  publishing,
  testServer,
  VisitorPage,
  type Workspace,
} from '../tests/kineta.ts';
import { connect } from './connect.ts';
import { BackupError, backup, countsOf, restore } from './dump.ts';

let url: string;
let server: RunningServer;
let workspace: Workspace;
let folder: string;
let file: string;

beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), 'kineta-backup-'));
  url = await emptyDatabase();
  server = await testServer(url);
  ({ workspace } = await publishing(server, 'kept'));
  const visitor = await new VisitorPage(server, await boardingPass(server, workspace.siteKey)).open();
  for (const text of ['Flat', 'zoë@example.org', "it's “quoted” \\ and 👍🏽\nand a line"]) await visitor.reply(text);
  visitor.close();
  await server.database.query(`INSERT INTO service_keys VALUES (:id, 'a.example', 'X', :sealed, NOW(3))`, {
    replacements: { id: workspace.id, sealed: Buffer.from([0, 1, 255, 39, 92, 10]) },
  });
  await server.close();
  file = join(folder, 'whole.sql.gz');
  await backup(url, file);
});
afterAll(() => rmSync(folder, { recursive: true, force: true }));

async function checksums(of: string): Promise<unknown> {
  const database = connect(of, 1);
  const tables = Object.keys(await countsOf(of));
  const rows = await database.query<{ Table: string; Checksum: string }>(
    `CHECKSUM TABLE ${tables.map(table => `\`${table}\``).join(', ')} EXTENDED`,
    { type: QueryTypes.SELECT },
  );
  await database.close();
  return rows.map(({ Table, Checksum }) => [Table.split('.')[1], Checksum]);
}

const failure = (work: Promise<unknown>): Promise<BackupError> =>
  work.then(
    () => expect.fail('It should have failed.'),
    error => error,
  );

describe('a backup', () => {
  test('restored has every row with the same checksum, and Kineta goes on with it', async () => {
    const place = await emptyDatabase();
    const { counts, head } = await restore(place, file);
    expect(counts).toEqual(await countsOf(url));
    expect(await checksums(place)).toEqual(await checksums(url));
    expect(counts.entries).toBeGreaterThan(8);
    expect(head.migrations).toContain('0001-first');
    const again = await testServer(place);
    const visitor = await new VisitorPage(again, await boardingPass(again, workspace.siteKey)).open();
    expect(visitor.said).toContain('What sort of home?');
    visitor.close();
    await again.close();
  });

  test('is of one moment, however much is written meanwhile', async () => {
    const source = await emptyDatabase();
    const running = await testServer(source);
    const own = await makeWorkspace(running.database, 'busy');
    let going = true;
    let written = 0;
    const writing = (async () => {
      while (going)
        await running.database.transaction(async transaction => {
          // One without the other is no moment that there ever was.
          for (const table of ['teams', 'sites'])
            await running.database.query(
              table === 'teams'
                ? `INSERT INTO teams (workspace_id, name) VALUES (:id, :name)`
                : `INSERT INTO sites (workspace_id, name, site_key, domains) VALUES (:id, :name, :name, '[]')`,
              { replacements: { id: own.id, name: `number-${written}` }, transaction },
            );
          written++;
        });
    })();
    const place = join(folder, 'busy.sql.gz');
    await backup(source, place);
    going = false;
    await writing;
    await running.close();
    const restored = await emptyDatabase();
    const { counts } = await restore(restored, place);
    expect(written).toBeGreaterThan(5);
    expect(counts.teams).toBe(counts.sites);
  });

  test('is a plain SQL file for whoever has it, and for nobody else', async () => {
    const sql = gunzipSync(readFileSync(file)).toString('utf8');
    expect(sql).toMatch(/^-- Kineta backup \{"format":"kineta\.backup\/1"/);
    expect(sql).toContain('CREATE TABLE `entries`');
    expect(statSync(file).mode & 0o777).toBe(0o600);
  });

  test.each<[string, (content: Buffer) => Buffer, RegExp]>([
    ['broke off', content => content.subarray(0, -20), /not all of it/],
    ['lost its end before it was packed', content => gzipSync(gunzipSync(content).subarray(0, -200)), /not whole/],
    [
      'was changed in one letter',
      content => gzipSync(gunzipSync(content).toString('latin1').replace('Hello!', 'Hallo!'), {}),
      /not whole, or was changed/,
    ],
    ['is no backup', () => gzipSync('DROP TABLE entries;'), /no backup of Kineta/],
    ['is no gzip', () => Buffer.from('hello'), /no backup, or not all/],
    ['is empty', () => Buffer.alloc(0), /no backup/],
  ])('that %s is refused, and nothing is done', async (_, change, words) => {
    const broken = join(folder, 'broken.sql.gz');
    writeFileSync(broken, change(readFileSync(file)));
    const place = await emptyDatabase();
    const error = await failure(restore(place, broken));
    expect(error).toBeInstanceOf(BackupError);
    expect(error.message).toMatch(words);
    expect(await countsOf(place)).toEqual({});
  });

  test('of a newer Kineta is refused', async () => {
    const newer = join(folder, 'newer.sql.gz');
    const database = connect(await emptyDatabase(), 1);
    const { host, port, database: name } = database.config;
    await database.query('CREATE TABLE sequelize_meta (name VARCHAR(255) PRIMARY KEY)');
    await database.query(`INSERT INTO sequelize_meta VALUES ('0001-first'), ('9999-to-come')`);
    await database.close();
    const { username, password } = new URL(url);
    await backup(`mariadb://${username}:${password}@${host}:${port}/${name}`, newer);
    const error = await failure(restore(await emptyDatabase(), newer));
    expect(error.message).toMatch(/newer Kineta/);
  });

  test('is written over no other, and restored over nothing', async () => {
    expect((await failure(backup(url, file))).message).toMatch(/is there already/);
    expect((await failure(restore(url, file))).message).toMatch(/not empty/);
    expect((await failure(restore(await emptyDatabase(), join(folder, 'nowhere')))).message).toMatch(/There is no/);
  });

  test('that could not be made leaves no file behind', async () => {
    const place = join(folder, 'none.sql.gz');
    expect((await failure(backup(await emptyDatabase(), place))).message).toMatch(/nothing of Kineta/);
    expect(readdirSync(folder).filter(name => name.startsWith('none'))).toEqual([]);
  });
});
