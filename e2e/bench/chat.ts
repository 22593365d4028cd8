import type { ChildProcess } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as pause } from 'node:timers/promises';
import type { EntryBatch } from '@kineta/contract';
import type { Flow } from '@kineta/core';
import { connect, migrate, startPrivateDatabase } from '@kineta/server';
import { createConnection } from 'mariadb';
import { io, type Socket } from 'socket.io-client';
import { percentile, type Result, result } from './result.ts';
import { root, started } from './started.ts';

/** Each visitor replies once in this time; they are spread evenly over it. */
const EVERY = 5_000;
const ROUNDS = 6;
const ORIGIN = 'http://bench.example';
const PORT = 4_477;

/** A flow that goes on for ever: a question, a fact set, a line, and round again. */
const flow: Flow = {
  format: 'kineta.flow/2',
  name: 'Round and round',
  speaker: 'Robin',
  facts: [
    { name: 'home', type: 'choice', scope: 'conversation' },
    { name: 'bill', type: 'money', scope: 'conversation' },
  ],
  scenes: [
    {
      id: 'round',
      title: 'Round',
      steps: [
        {
          id: 'home',
          kind: 'ask',
          line: [[{ text: 'What sort of home is it?' }]],
          answer: {
            type: 'choice',
            choices: [
              { id: 'flat', label: 'Flat' },
              { id: 'semi', label: 'Semi-detached' },
            ],
          },
          fact: 'home',
          tries: 2,
        },
        { id: 'work-out', kind: 'set', fact: 'bill', value: 1_900 },
        { id: 'tell', kind: 'say', line: [[{ text: 'You said ' }, { fact: 'home' }, { text: '.' }]] },
        { id: 'again', kind: 'go', to: 'round' },
      ],
    },
  ],
};

/** One who replies: sends, and says when the answer to it has come. */
type Talker = () => Promise<void>;

interface Load {
  /** Milliseconds from send to answer, sorted. */
  times: number[];
  failed: number;
}

/** Lets every talker reply once every five seconds, for some rounds after a first that does not count. */
async function load(talkers: Talker[]): Promise<Load> {
  const times: number[] = [];
  let failed = 0;
  const begin = performance.now() + 200;
  await Promise.all(
    talkers.map(async (talk, index) => {
      for (let round = 0; round <= ROUNDS; round++) {
        const due = begin + round * EVERY + (index / talkers.length) * EVERY;
        await pause(Math.max(0, due - performance.now()));
        const sent = performance.now();
        try {
          await talk();
          if (round > 0) times.push(performance.now() - sent);
        } catch {
          failed++;
        }
      }
    }),
  );
  return { times: times.sort((a, b) => a - b), failed };
}

async function inGroups<T>(count: number, make: (index: number) => Promise<T>): Promise<T[]> {
  const made: T[] = [];
  for (let from = 0; from < count; from += 25)
    made.push(
      ...(await Promise.all(Array.from({ length: Math.min(25, count - from) }, (_, index) => make(from + index)))),
    );
  return made;
}

const connected = (socket: Socket): Promise<void> =>
  new Promise((resolve, reject) => {
    socket.once('connect', resolve);
    socket.once('connect_error', reject);
  });

function within<T>(milliseconds: number, work: Promise<T>): Promise<T> {
  let timer: ReturnType<typeof setTimeout>;
  return Promise.race([
    work,
    new Promise<never>((_, reject) => {
      timer = setTimeout(() => reject(new Error('No answer came.')), milliseconds);
    }),
  ]).finally(() => clearTimeout(timer));
}

async function visitor(url: string, boarding: string, sockets: Socket[]): Promise<Talker> {
  const socket = io(`${url}/visitor`, { transports: ['websocket'], forceNew: true, auth: { boarding } });
  sockets.push(socket);
  await connected(socket);
  const welcome = (await socket.timeout(20_000).emitWithAck('hello', { page: '/' })) as { ok: boolean };
  if (!welcome.ok) throw new Error('A visitor was not let in.');
  let count = 0;
  return () =>
    within(
      20_000,
      new Promise<void>((resolve, reject) => {
        const clientId = `bench-${socket.id}-${count++}`.slice(0, 40);
        const onEntries = (batch: EntryBatch) => {
          const own = batch.entries.some(entry => entry.kind === 'replied' && entry.clientId === clientId);
          if (!own || !batch.entries.some(entry => entry.kind === 'asked')) return;
          socket.off('entries', onEntries);
          resolve();
        };
        socket.on('entries', onEntries);
        socket.emit('reply', { clientId, text: 'Semi-detached', choice: 'semi' }, (answer: { ok: boolean }) => {
          if (!answer.ok) reject(new Error('A reply was refused.'));
        });
      }),
    );
}

async function echo(url: string, sockets: Socket[]): Promise<Talker> {
  const socket = io(url, { transports: ['websocket'], forceNew: true });
  sockets.push(socket);
  await connected(socket);
  return () => socket.timeout(20_000).emitWithAck('reply', 'Semi-detached');
}

async function publish(databaseUrl: string): Promise<void> {
  const database = connect(databaseUrl, 2);
  await migrate(database);
  const run = (sql: string) =>
    database.query(sql, { replacements: { flow: JSON.stringify(flow), domains: '["bench.example"]' } });
  await run(`INSERT INTO workspaces (name, zone, language, country, currency, business, created_at)
             VALUES ('Bench', 'Europe/London', 'en-GB', 'GB', 'GBP', '[]', UTC_TIMESTAMP(3))`);
  await run(`INSERT INTO members (workspace_id, email, name, role, password_hash, created_at)
             VALUES (1, 'bench@bench.example', 'Bench', 'lead', '', UTC_TIMESTAMP(3))`);
  await run(`INSERT INTO flows (workspace_id, name, draft, revision, changes, created_at, updated_at)
             VALUES (1, 'Round', :flow, 1, 0, UTC_TIMESTAMP(3), UTC_TIMESTAMP(3))`);
  await run(
    `INSERT INTO editions (workspace_id, flow_id, number, content, published_at) VALUES (1, 1, 1, :flow, UTC_TIMESTAMP(3))`,
  );
  await run('UPDATE flows SET edition_id = 1');
  await run(
    `INSERT INTO sites (workspace_id, name, site_key, domains, flow_id) VALUES (1, 'bench', 'bench-key', :domains, 1)`,
  );
  await database.close();
}

/** What the database did so far for our account: statements, and seconds spent in them. */
async function work(socketPath: string): Promise<{ statements: number; seconds: number }> {
  const admin = await createConnection({ socketPath, user: process.getuid?.() === 0 ? 'root' : undefined });
  await admin.query('SET GLOBAL userstat = 1');
  const [row] = (await admin.query(
    `SELECT SELECT_COMMANDS + UPDATE_COMMANDS + OTHER_COMMANDS AS statements, BUSY_TIME AS seconds
     FROM information_schema.USER_STATISTICS WHERE USER = 'kineta'`,
  )) as Array<{ statements: bigint; seconds: number }>;
  await admin.end();
  return { statements: Number(row?.statements ?? 0), seconds: Number(row?.seconds ?? 0) };
}

/**
 * A visitor’s reply from send to the flow’s answer received, over loopback through the real server and a database as
 * durable as in production, beside a bare echo with one insert into the same database.
 */
export async function chat(): Promise<Result[]> {
  const home = mkdtempSync(join(tmpdir(), 'kineta-bench-'));
  const database = await startPrivateDatabase({ home, durable: true });
  const env = { KINETA_ROOT: root, KINETA_DATABASE_URL: database.url, KINETA_PORT: String(PORT), KINETA_LOG: 'error' };
  const children: ChildProcess[] = [];
  const results: Result[] = [];
  try {
    await publish(database.url);
    const adminSocket = join(home, 'mariadb', 's.sock');
    await work(adminSocket);
    for (const { visitors, bound } of [
      { visitors: 200, bound: 40 },
      { visitors: 1_000, bound: 150 },
    ]) {
      const sockets: Socket[] = [];
      const bare = await started('node_modules/.bin/tsx', ['e2e/bench/echo.ts'], env);
      children.push(bare.process);
      const reference = await load(await inGroups(visitors, () => echo(`http://127.0.0.1:${bare.line}`, sockets)));
      for (const socket of sockets.splice(0)) socket.close();
      bare.process.kill();

      const kineta = await started('node', ['server/dist/kineta.js', 'start'], env);
      children.push(kineta.process);
      const url = `http://127.0.0.1:${PORT}`;
      const page = await (await fetch(`${url}/w/bench-key/window`, { headers: { referer: ORIGIN } })).text();
      const boarding = /data-boarding="([^"]+)"/.exec(page)?.[1] ?? '';
      const talkers = await inGroups(visitors, () => visitor(url, boarding, sockets));
      const before = await work(adminSocket);
      const ours = await load(talkers);
      const after = await work(adminSocket);
      for (const socket of sockets) socket.close();
      kineta.process.kill();
      await new Promise(resolve => kineta.process.once('exit', resolve));

      const events = visitors * (ROUNDS + 1);
      const p95 = percentile(ours.times, 0.95);
      console.error(
        `${visitors} visitors: p50 ${percentile(ours.times, 0.5).toFixed(1)} ms, p95 ${p95.toFixed(1)} ms, p99 ${percentile(ours.times, 0.99).toFixed(1)} ms, ` +
          `${ours.failed} failed; an event takes ${((after.statements - before.statements) / events).toFixed(2)} round trips to the database ` +
          `and ${(((after.seconds - before.seconds) / events) * 1_000).toFixed(2)} ms in it.`,
      );
      results.push(
        result(
          `chat, ${visitors} visitors, p95`,
          p95,
          'ms',
          { name: 'bare echo with one insert', value: percentile(reference.times, 0.95) },
          { words: `at most ${bound} ms, none failed`, holds: p95 <= bound && ours.failed === 0 },
        ),
      );
    }
  } finally {
    for (const child of children) child.kill('SIGKILL');
    await database.stop();
    rmSync(home, { recursive: true, force: true });
  }
  return results;
}
