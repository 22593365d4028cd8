import type { ChildProcess } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import {
  arrivedJustNow,
  blankCue,
  type Cue,
  type CueFits,
  fitting,
  pageOf,
  pageTest,
  plainReach,
  type Reach,
  readyReach,
  type Seen,
} from '@kineta/core';
import { connect, migrate, reaches, startPrivateDatabase, Tables } from '@kineta/server';
import { pageTasks } from './page-tasks.ts';
import { A_SECOND, asked } from './requests.ts';
import { percentile, type Result, result } from './result.ts';
import { root, started } from './started.ts';
import { publish } from './talkers.ts';

const PORT = 4_477;
const CUES = 1_000;
const VISITS = 2_000;
const ORIGIN = 'http://bench.example';

const pattern = (at: number): string => `/topic-${at % 200}/${at}{/*}?`;

/** Cues of many kinds: for some pages, by links, to some visitors, on conditions, at moments. */
const fitsOf = (at: number): CueFits => ({
  ...(at % 10 === 0 ? { reference: `letter-${at}` } : { pages: { on: [pattern(at)], off: [] } }),
  ...(at % 3 === 0 ? { visits: { is: 'first' } } : {}),
  ...(at % 4 === 0 ? { onlyIf: { all: [{ fact: 'device', is: 'is', value: 'phone' }] } } : {}),
  ...(at % 5 === 0 ? { read: 50, often: 7 } : {}),
});

const reachOf = (count: number, flow: string): Reach => ({
  ...plainReach,
  cues: Array.from({ length: count }, (_, at): Cue => ({ ...blankCue(`cue-${at}`, flow), fits: fitsOf(at) })),
  last: { fits: { after: 20 }, appears: { how: 'mark' } },
});

function seen(at: number): Seen {
  return {
    page: pageOf(`${ORIGIN}/topic-${at % 200}/${(at * 7) % CUES}/more?from=search`),
    visits: 1 + (at % 3),
    isKnown: at % 2 === 0,
    facts: { device: at % 2 === 0 ? 'phone' : 'computer' },
    now: Date.parse('2026-11-24T10:12:00Z'),
    today: '2026-11-24',
    lot: (at % 100) / 100,
    appeared: {},
    moment: arrivedJustNow,
  };
}

const p95 = (times: number[]): number =>
  percentile(
    times.toSorted((a, b) => a - b),
    0.95,
  );

function timed<T>(all: readonly T[], work: (one: T) => unknown): number[] {
  return all.map(one => {
    const from = performance.now();
    work(one);
    return performance.now() - from;
  });
}

/**
 * A thousand cues decided for a visit; what a page asks, 2,000 times a second, beside a bare Express reply with one read; and how long
 * a page is kept by it.
 */
export async function reach(): Promise<Result[]> {
  const ready = readyReach(reachOf(CUES, '1'), '1', () => true, ['device']);
  const visits = Array.from({ length: VISITS }, (_, at) => seen(at));
  for (let time = 0; time < 3; time++) for (const visit of visits) fitting(ready, visit);
  const decided = p95(timed(visits, visit => fitting(ready, visit)));
  const tests = Array.from({ length: CUES }, (_, at) => pageTest(pattern(at)));
  const matched = p95(timed(visits, ({ page }) => tests.filter(test => test(page)).length));
  return [
    result(
      `reach, ${CUES.toLocaleString('en')} cues decided for a visit, p95`,
      decided,
      'ms',
      { name: 'their patterns alone', value: matched },
      { words: 'under 1 ms', holds: decided < 1 },
    ),
    ...(await questions()),
    ...(await pageTasks()),
  ];
}

async function questions(): Promise<Result[]> {
  const home = mkdtempSync(join(tmpdir(), 'kineta-bench-'));
  const database = await startPrivateDatabase({ home, durable: true });
  const env = {
    KINETA_ROOT: root,
    KINETA_DATABASE_URL: database.url,
    KINETA_PORT: String(PORT),
    KINETA_LOG: 'error',
    KINETA_VISITORS_PER_ADDRESS: '1000000',
  };
  const children: ChildProcess[] = [];
  try {
    const connection = connect(database.url, 2);
    await migrate(connection);
    await publish(database.url);
    await new Tables(connection)
      .in('1')
      .of(reaches)
      .add({ siteId: '1', reach: reachOf(20, '1'), number: 1 });
    await connection.close();
    const question = JSON.stringify({
      page: `${ORIGIN}/topic-7/7`,
      referrer: '',
      device: 'computer',
      language: 'en-GB',
      visits: 1,
      lot: 0.5,
      appeared: {},
    });
    const headers = { origin: ORIGIN, 'content-type': 'text/plain' };
    const bare = await started('node_modules/.bin/tsx', ['e2e/bench/read-reply.ts'], env);
    children.push(bare.process);
    const origin = `http://127.0.0.1:${bare.line}`;
    await asked(origin, '/', headers, question);
    const reference = await asked(origin, '/', headers, question);
    bare.process.kill();
    const kineta = await started(process.execPath, ['server/dist/kineta.js', 'start'], env);
    children.push(kineta.process);
    const path = '/w/bench-key/reach';
    await asked(`http://127.0.0.1:${PORT}`, path, headers, question);
    const { times, failed } = await asked(`http://127.0.0.1:${PORT}`, path, headers, question);
    const slow = percentile(times, 0.95);
    return [
      result(
        `reach, a page’s question ${A_SECOND.toLocaleString('en')} times a second, p95`,
        slow,
        'ms',
        { name: 'bare Express reply with one read', value: percentile(reference.times, 0.95) },
        { words: 'under 5 ms, none failed', holds: slow < 5 && failed === 0 },
      ),
    ];
  } finally {
    for (const child of children) child.kill();
    await database.stop();
    rmSync(home, { recursive: true, force: true });
  }
}
