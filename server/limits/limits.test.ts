import { randomBytes } from 'node:crypto';
import { connect } from 'node:net';
import { io, Manager, type Socket } from 'socket.io-client';
import { afterAll, afterEach, beforeAll, describe, expect, test, vi } from 'vitest';
import { insertEntries } from '../conversations/log.ts';
import type { RunningServer } from '../server.ts';
import { boardingPass, emptyDatabase, publishing, testServer, VisitorPage, type Workspace } from '../tests/kineta.ts';
import { Allowance, Places } from './allowance.ts';

let server: RunningServer;
let strict: RunningServer;
let workspace: Workspace;
let boarding: string;
const pages: VisitorPage[] = [];
const sockets: Socket[] = [];

beforeAll(async () => {
  const url = await emptyDatabase();
  server = await testServer(url);
  strict = await testServer(url, 0, { visitorsPerAddress: 3 });
  ({ workspace } = await publishing(server, 'limits'));
  boarding = await boardingPass(server, workspace.siteKey);
});
afterEach(() => {
  for (const page of pages.splice(0)) page.close();
  for (const socket of sockets.splice(0)) socket.close();
});
afterAll(async () => {
  await strict.close();
  await server.close();
});

async function open(on = server, pass?: VisitorPage['pass']): Promise<VisitorPage> {
  const page = new VisitorPage(on, await boardingPass(on, workspace.siteKey), pass);
  pages.push(page);
  return page.open();
}
const codeOf = (error: unknown): string | undefined =>
  (error as { problem?: { code: string }; data?: { code: string } }).problem?.code ??
  (error as { data?: { code: string } }).data?.code;

describe('one visitor', () => {
  test('has one allowance, however many sockets they open, and is told when it comes back', async () => {
    const { pass } = await open();
    const opened = await Promise.allSettled(Array.from({ length: 40 }, () => open(server, pass)));
    const there = opened.flatMap(result => (result.status === 'fulfilled' ? [result.value] : []));
    expect(there).toHaveLength(11);
    const refused = opened.flatMap(result => (result.status === 'rejected' ? [codeOf(result.reason)] : []));
    expect(new Set(refused)).toEqual(new Set(['slow_down']));
    const answers = await Promise.all(there.flatMap(page => Array.from({ length: 15 }, () => page.reply('Flat'))));
    expect(answers.filter(({ ok }) => ok)).toHaveLength(20);
    const slowed = answers.find(answer => !answer.ok);
    expect(slowed).toMatchObject({ problem: { code: 'slow_down', retryAfter: expect.any(Number) } });
  });

  test('who leaves while they are let in takes no place with them', async () => {
    const { pass } = await open();
    for (let times = 0; times < 30; times++) {
      const gone = new VisitorPage(server, boarding, pass);
      // The wire is there, and the visitor is being looked up when it breaks.
      await new Promise(resolve => gone.socket.io.once('open', () => resolve(undefined)));
      gone.socket.io.engine.close();
    }
    await vi.waitFor(async () => expect((await server.house.io.of('/visitor').fetchSockets()).length).toBe(1));
    expect((await open(server, pass)).welcome.conversation).toBeTruthy();
  });

  test('who does not wait when told to is closed', async () => {
    const page = await open();
    const closed = new Promise(resolve => page.socket.once('disconnect', resolve));
    for (let times = 0; times < 80; times++) void page.reply('Flat');
    expect(await closed).toBe('io server disconnect');
  });

  test('who leaves gives their places back', async () => {
    const { pass } = await open();
    for (let times = 0; times < 3; times++) {
      const more = await Promise.all(Array.from({ length: 8 }, () => open(server, pass)));
      for (const page of more) page.close();
      await vi.waitFor(async () => expect((await server.house.io.of('/visitor').fetchSockets()).length).toBe(1));
    }
  });

  test('is given a long log in pages, none left out and none twice', async () => {
    const page = await open();
    const { conversation } = page.welcome;
    const from = page.welcome.batch.to + 1;
    const at = new Date().toISOString();
    const entries = Array.from({ length: 450 }, (_, index) => ({
      number: from + index,
      at,
      kind: 'replied' as const,
      text: `No ${index}`,
      clientId: randomBytes(9).toString('base64url'),
    }));
    await server.database.transaction(own =>
      insertEntries([{ row: { id: conversation, workspace_id: workspace.id }, entries }], own),
    );
    const numbers: number[] = [];
    let calls = 0;
    for (let after = 0, more = true; more; calls++) {
      const batch = await new Promise<{ ok: true; to: number; more?: true; entries: Array<{ number: number }> }>(
        resolve => page.socket.emit('missed', { after }, resolve as never),
      );
      numbers.push(...batch.entries.map(({ number }) => number));
      after = batch.to;
      more = batch.more === true;
    }
    expect(calls).toBe(5);
    expect(new Set(numbers).size).toBe(numbers.length);
    expect(numbers.at(-1)).toBe(entries.at(-1)!.number);
  });
});

describe('one address', () => {
  test('makes so many new visitors and no more, while those who are known come in', async () => {
    const known = (await open(server)).pass;
    const opened = await Promise.allSettled(Array.from({ length: 10 }, () => open(strict)));
    expect(opened.filter(({ status }) => status === 'fulfilled')).toHaveLength(3);
    expect(opened.flatMap(result => (result.status === 'rejected' ? [codeOf(result.reason)] : []))).toEqual(
      Array(7).fill('slow_down'),
    );
    for (const page of pages.splice(0)) page.close();
    await vi.waitFor(async () => expect(await strict.house.io.of('/visitor').fetchSockets()).toEqual([]));
    expect((await open(strict, known)).welcome.conversation).toBeTruthy();
  });
});

describe('who takes up room and does nothing', () => {
  test('a socket that says nothing is closed', async () => {
    // The wire alone, without a word of where to.
    const manager = new Manager(server.url, { transports: ['websocket'], reconnection: false });
    await new Promise(resolve => manager.on('open', () => resolve(undefined)));
    await new Promise(resolve => manager.on('close', () => resolve(undefined)));
  }, 20_000);

  test('a request that comes letter by letter is closed', async () => {
    const socket = connect(server.port, '127.0.0.1');
    socket.write('GET /health HTTP/1.1\r\nHost: here\r\nX-Slow: ');
    const drip = setInterval(() => socket.write('x'), 300);
    socket.on('error', () => {});
    await new Promise(resolve => socket.once('close', resolve));
    clearInterval(drip);
  }, 30_000);

  test('a socket that is told more than it reads is closed', async () => {
    const page = await open();
    const reading = (page.socket.io.engine.transport as unknown as { ws: { _socket: { pause(): void } } }).ws;
    reading._socket.pause();
    const { io: ours } = server.house;
    const long = 'x'.repeat(200_000);
    const gone = vi.waitFor(
      async () => {
        ours.of('/visitor').emit('entries', { long });
        expect(await ours.of('/visitor').fetchSockets()).toEqual([]);
      },
      { timeout: 15_000, interval: 50 },
    );
    await gone;
  }, 20_000);
});

test('places are given back once, whatever is called how often', () => {
  const places = new Places(1, 'No room.');
  const leave = places.take('a');
  expect(() => places.take('a')).toThrow('No room.');
  places.take('b');
  leave();
  leave();
  const again = places.take('a');
  expect(() => places.take('a')).toThrow('No room.');
  again();
});

test('a visitor’s end opened with the pass of another site’s page finds nothing there', async () => {
  const socket = io(`${server.url}/visitor`, {
    transports: ['websocket'],
    forceNew: true,
    reconnection: false,
    auth: { boarding: `${boarding}x` },
  });
  sockets.push(socket);
  const error = await new Promise(resolve => socket.once('connect_error', resolve));
  expect(codeOf(error)).toBe('domain_not_allowed');
});

test('who goes on although they were told to wait hears it later, others at once', async () => {
  const allowance = new Allowance('held', { times: 2, seconds: 60 }, 'Wait.');
  const told: string[] = [];
  const asked = async (who: string) => {
    await allowance.spend(who).catch(() => told.push(who));
  };
  for (let times = 0; times < 4; times++) await asked('hasty');
  expect(told).toEqual(['hasty', 'hasty']);
  const beyond = asked('hasty');
  for (let times = 0; times < 3; times++) await asked('other');
  expect(told).toEqual(['hasty', 'hasty', 'other']);
  await beyond;
  expect(told).toEqual(['hasty', 'hasty', 'other', 'hasty']);
});
