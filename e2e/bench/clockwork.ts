import type { ChildProcess } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as pause } from 'node:timers/promises';
import { dice, type Flow, freshSession, plainVisit, play, type World } from '@kineta/core';
import { connect, type Database, migrate, startPrivateDatabase } from '@kineta/server';
import { QueryTypes } from 'sequelize';
import { percentile, type Result, result } from './result.ts';
import { root, started } from './started.ts';
import { publish } from './talkers.ts';

const FIRST_PORT = 4_495;
const PROCESSES = 2;
/** Each has two timers, one after the other. */
const CONVERSATIONS = 50_000;
const TIMERS = 2 * CONVERSATIONS;
/** Within so many seconds all of the first are due; the second of each so many later. */
const SPREAD = 55;
const SECOND = 5;
/** So long before the first is due all of it is there. */
const AHEAD = 10;
/** After so many seconds it is not waited for any longer. */
const PATIENCE = 400;

const flow: Flow = {
  format: 'kineta.flow/2',
  name: 'Twice later',
  speaker: 'Robin',
  facts: [],
  scenes: [
    {
      id: 'later',
      title: 'Later',
      steps: [
        { id: 'wait', kind: 'pause', for: { amount: SPREAD, unit: 'seconds' } },
        { id: 'one', kind: 'say', line: [[{ text: 'One.' }]] },
        { id: 'more', kind: 'pause', for: { amount: SECOND, unit: 'seconds' } },
        { id: 'two', kind: 'say', line: [[{ text: 'Two.' }]] },
        { id: 'end', kind: 'end' },
      ],
    },
  ],
};

/** Every conversation pauses, and its timer is due at its moment within the minute. */
async function seed(database: Database): Promise<void> {
  const world: World = {
    now: Date.now(),
    zone: 'Europe/London',
    visitor: '1',
    random: dice(1),
    locale: { language: 'en-GB', currency: 'GBP' },
    country: 'GB',
    business: {},
    visit: plainVisit,
    hours: {},
  };
  const { session } = play(flow, freshSession(), { event: 'opened' }, world);
  const run = (sql: string) => database.query(sql, { replacements: { session: JSON.stringify(session) } });
  await run(`INSERT INTO visitors (id, workspace_id, site_id, secret_hash, facts, first_seen, last_seen)
             SELECT seq, 1, 1, '', '{}', UTC_TIMESTAMP(3), UTC_TIMESTAMP(3) FROM seq_1_to_${CONVERSATIONS}`);
  await run(`INSERT INTO conversations (id, workspace_id, site_id, visitor_id, visitor_name, flow_id, edition_id, holder, session, seed,
               last_number, preview, page, started_at, last_at)
             SELECT seq, 1, 1, seq, CONCAT('Visitor ', seq), 1, 1, 'flow', :session, seq, 0, '', '/', UTC_TIMESTAMP(3), UTC_TIMESTAMP(3)
             FROM seq_1_to_${CONVERSATIONS}`);
  await run(`INSERT INTO timers (conversation_id, workspace_id, ticket, due_at)
             SELECT seq, 1, ${session.ticket ?? 0},
               UTC_TIMESTAMP(3) + INTERVAL ${AHEAD} * 1000000 + FLOOR(seq * ${SPREAD} * 1000000 / ${CONVERSATIONS}) MICROSECOND
             FROM seq_1_to_${CONVERSATIONS}`);
  await run('CREATE TABLE bench_dues AS SELECT conversation_id, due_at FROM timers');
  await run('ALTER TABLE bench_dues ADD PRIMARY KEY (conversation_id)');
}

/** What became of each conversation: when it was told what, in the order of its log. */
async function lags(database: Database): Promise<{ lags: number[]; wrong: number }> {
  const rows = await database.query<{ due: Date; times: string | null }>(
    `SELECT d.due_at AS due, GROUP_CONCAT(CONCAT(JSON_VALUE(e.body, '$.line[0][0].text'), ' ', UNIX_TIMESTAMP(e.at) * 1000)
        ORDER BY e.number SEPARATOR '|') AS times
     FROM bench_dues d LEFT JOIN entries e ON e.conversation_id = d.conversation_id AND e.kind = 'said' GROUP BY d.conversation_id`,
    { type: QueryTypes.SELECT },
  );
  const found: number[] = [];
  let wrong = 0;
  for (const { due, times } of rows) {
    const said = (times ?? '').split('|').map(one => one.split(' '));
    const [one, two] = said.map(([, at]) => Number(at));
    if (said.map(([text]) => text).join(' ') !== 'One. Two.' || one === undefined || two === undefined) {
      wrong++;
      continue;
    }
    found.push(one - due.getTime(), two - one - SECOND * 1_000);
  }
  return { lags: found.sort((a, b) => a - b), wrong };
}

/** A hundred thousand timers that are due within a minute, in two processes: how late each is, and whether each was there once, in order. */
export async function clockwork(): Promise<Result[]> {
  const home = mkdtempSync(join(tmpdir(), 'kineta-bench-'));
  const own = await startPrivateDatabase({ home, durable: true });
  const servers: ChildProcess[] = [];
  const database = connect(own.url, 2);
  try {
    await migrate(database);
    await publish(own.url, flow);
    for (let index = 0; index < PROCESSES; index++) {
      const env = {
        KINETA_ROOT: root,
        KINETA_DATABASE_URL: own.url,
        KINETA_SECRET: 'the secret of all of them',
        KINETA_LOG: 'error',
        KINETA_PORT: String(FIRST_PORT + index),
      };
      servers.push((await started('node', ['server/dist/kineta.js', 'start'], env)).process);
    }
    await seed(database);
    const began = Date.now();
    for (;;) {
      await pause(1_000);
      const [row] = await database.query<{ left: string }>('SELECT COUNT(*) AS `left` FROM timers', {
        type: QueryTypes.SELECT,
      });
      if (Number(row?.left) === 0 || Date.now() - began > PATIENCE * 1_000) break;
    }
    const took = (Date.now() - began) / 1_000 - AHEAD;
    const { lags: late, wrong } = await lags(database);
    const minute = { name: 'as fast as they fall due', value: SPREAD + SECOND };
    return [
      result('clockwork, 100,000 timers, all told within', took, 's', minute, {
        words: 'each once, in the order of its conversation',
        holds: wrong === 0 && late.length === TIMERS,
      }),
      ...[0.5, 0.95].map(share =>
        result(
          `clockwork, lag p${share * 100}`,
          percentile(late, share),
          'ms',
          { name: 'a second', value: 1_000 },
          {
            words: 'p95 under 1 s',
            holds: percentile(late, share) < 1_000,
          },
        ),
      ),
    ];
  } finally {
    for (const server of servers) server.kill('SIGKILL');
    await database.close();
    await own.stop();
    rmSync(home, { recursive: true, force: true });
  }
}
