import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { conversationRoutes, flowRoutes } from '@kineta/contract';
import { QueryTypes } from 'sequelize';
import { afterAll, beforeAll, describe, expect, test, vi } from 'vitest';
import { Browser, boardingPass, greeting, makeWorkspace, testServer, VisitorPage } from '../tests/kineta.ts';
import { connect } from './connect.ts';
import { type PrivateDatabase, startPrivateDatabase } from './private.ts';

let home: string;
let database: PrivateDatabase;

beforeAll(async () => {
  home = mkdtempSync(join(tmpdir(), 'kineta-private-'));
  database = await startPrivateDatabase({ home, durable: true });
});
afterAll(async () => {
  await database.stop();
  rmSync(home, { recursive: true, force: true });
});

const died = (pid: number) =>
  vi.waitFor(() => expect(() => process.kill(pid, 0)).toThrow(), { timeout: 20_000, interval: 20 });

describe('the private database', () => {
  test('listens on loopback alone, and its account owns nothing else', async () => {
    const connection = connect(database.url, 2);
    const [{ user, address, tmp }] = (await connection.query(
      `SELECT CURRENT_USER() AS user, @@bind_address AS address, @@tmpdir AS tmp`,
      { type: QueryTypes.SELECT },
    )) as [{ user: string; address: string; tmp: string }];
    // Another that starts in this moment clears its own away, and not ours.
    expect(tmp).toBe(join(home, 'mariadb'));
    expect(user).toBe('kineta@127.0.0.1');
    expect(address).toBe('127.0.0.1');
    await expect(connection.query('SELECT * FROM mysql.global_priv')).rejects.toThrow();
    await expect(connection.query('CREATE DATABASE elsewhere')).rejects.toThrow();
    await connection.close();
  });

  test('started twice is one; killed, the next start recovers what was committed', async () => {
    const connection = connect(database.url, 2);
    await connection.query('CREATE TABLE kept (n INT)');
    await connection.query('INSERT INTO kept VALUES (42)');
    await connection.close();
    const again = await startPrivateDatabase({ home, durable: true });
    expect(again.pid).toBe(database.pid);
    process.kill(database.pid, 'SIGKILL');
    await died(database.pid);
    database = await startPrivateDatabase({ home, durable: true });
    expect(database.port).toBe(again.port);
    const after = connect(database.url, 2);
    expect(await after.query('SELECT n FROM kept', { type: QueryTypes.SELECT })).toEqual([{ n: 42 }]);
    await after.close();
  });

  test('is started again whenever it dies, at the same address, and stops when it is told to', async () => {
    const own = mkdtempSync(join(tmpdir(), 'kineta-watched-'));
    const said: string[] = [];
    const watched = await startPrivateDatabase({ home: own, durable: true, watched: message => said.push(message) });
    const connection = connect(watched.url, 2);
    await connection.query('CREATE TABLE kept (n INT)');
    for (const n of [1, 2]) {
      await connection.query('INSERT INTO kept VALUES (:n)', { replacements: { n } });
      const before = watched.pid;
      process.kill(before, 'SIGKILL');
      await died(before);
      await vi.waitFor(
        async () => {
          expect(await connection.query('SELECT n FROM kept', { type: QueryTypes.SELECT })).toHaveLength(n);
          expect(watched.pid).not.toBe(before);
        },
        { timeout: 20_000, interval: 100 },
      );
    }
    expect(said).toEqual(Array(2).fill('the database died, and is started again'));
    await connection.close();
    const { pid } = watched;
    await watched.stop();
    await died(pid);
    rmSync(own, { recursive: true, force: true });
  });

  test('gone for a while: visitors and agents are told, nothing is lost or doubled, and nothing crashes', async () => {
    const server = await testServer(database.url);
    const workspace = await makeWorkspace(server.database, 'brackenrow');
    const lead = await new Browser(server).signIn(workspace.lead);
    const flow = (await lead.call(flowRoutes.create, { body: { file: JSON.stringify(greeting) } })).reply;
    await lead.call(flowRoutes.publish, { params: { id: flow.id }, body: { revision: 1, sites: [workspace.site] } });
    const visitor = await new VisitorPage(server, await boardingPass(server, workspace.siteKey)).open();
    const id = visitor.welcome.conversation;

    process.kill(database.pid, 'SIGKILL');
    await died(database.pid);
    const message = { clientId: 'while-away' };
    expect(await visitor.reply('Flat', message)).toMatchObject({
      ok: false,
      problem: { code: 'unavailable', retryAfter: 2 },
    });
    const note = { params: { id }, body: { clientId: 'note-away1', text: 'Written while it was away' } };
    const refused = await lead.call(conversationRoutes.note, note);
    expect(refused).toMatchObject({ status: 503, problem: { code: 'unavailable' } });

    database = await startPrivateDatabase({ home, durable: true });
    await vi.waitFor(async () => expect(await visitor.reply('Flat', message)).toMatchObject({ ok: true }), {
      timeout: 20_000,
      interval: 200,
    });
    await vi.waitFor(async () => expect((await lead.call(conversationRoutes.note, note)).status).toBe(200), {
      timeout: 20_000,
      interval: 200,
    });
    await visitor.reply('Flat', message);
    await lead.call(conversationRoutes.note, note);
    const { reply } = await lead.call(conversationRoutes.get, { params: { id } });
    expect(reply.entries.filter(entry => entry.kind === 'replied')).toHaveLength(1);
    expect(reply.entries.filter(entry => entry.kind === 'note')).toHaveLength(1);
    visitor.close();
    await server.close();
  });
});
