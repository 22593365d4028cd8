import type { ChildProcess } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as pause } from 'node:timers/promises';
import type { Flow } from '@kineta/core';
import { connect, type Database, migrate, startPrivateDatabase } from '@kineta/server';
import { QueryTypes } from 'sequelize';
import { Persevering } from './persevering.ts';
import { freePort, redisOn } from './redis.ts';
import { root, started } from './started.ts';
import { publish } from './talkers.ts';

const VISITORS = 40;
const PORTS = [4_481, 4_482] as const;
/** A kill every so many milliseconds, each time of one of these, the heavier the oftener. */
const EVERY = 1_250;
const VICTIMS = { 'process A': 4, 'process B': 4, Redis: 1, MariaDB: 1 } as const;
type Victim = keyof typeof VICTIMS;
/** For how long everybody may go on asking after the last kill, in milliseconds. */
const SETTLES_WITHIN = 60_000;

/** Round and round, with a timer in every round: who does not come back to the question has lost one. */
const flow: Flow = {
  format: 'kineta.flow/2',
  name: 'Round and round, with a pause',
  speaker: 'Robin',
  facts: [{ name: 'word', type: 'text', scope: 'conversation' }],
  scenes: [
    {
      id: 'round',
      title: 'Round',
      steps: [
        {
          id: 'q',
          kind: 'ask',
          line: [[{ text: 'A word?' }]],
          answer: { type: 'short text' },
          fact: 'word',
          tries: 2,
        },
        { id: 'tell', kind: 'say', line: [[{ text: 'You said ' }, { fact: 'word' }, { text: '.' }]] },
        { id: 'wait', kind: 'pause', for: { amount: 1, unit: 'seconds' } },
        { id: 'again', kind: 'go', to: 'round' },
      ],
    },
  ],
};

/** Something that is started again whenever it dies. */
class Undying {
  pid: number | undefined;
  private stopped = false;
  private child: ChildProcess | undefined;
  private readonly start: () => Promise<ChildProcess>;

  constructor(start: () => Promise<ChildProcess>) {
    this.start = start;
  }

  async run(): Promise<void> {
    while (!this.stopped) {
      try {
        this.child = await this.start();
      } catch {
        await pause(200);
        continue;
      }
      const { child } = this;
      this.pid = child.pid;
      const gone = new Promise(resolve => child.once('exit', resolve));
      if (child.exitCode === null && child.signalCode === null) await gone;
      this.pid = undefined;
    }
  }

  stop(): void {
    this.stopped = true;
    this.child?.kill('SIGKILL');
  }
}

/** What a log tells that it should not: an acknowledged message lost or doubled, a gap, an answer of the flow too many or few. */
async function mistakes(database: Database, visitors: readonly Persevering[]): Promise<Record<string, number>> {
  const found = { lost: 0, doubled: 0, disordered: 0, gaps: 0, 'answers missing or doubled': 0, unseen: 0 };
  for (const { conversation, acknowledged, seen } of visitors) {
    const rows = await database.query<{ number: number; kind: string; client: string | null }>(
      'SELECT number, kind, client_id AS client FROM entries WHERE conversation_id = :conversation ORDER BY number',
      { replacements: { conversation }, type: QueryTypes.SELECT },
    );
    if (rows.some(({ number }, index) => number !== index + 1)) found.gaps++;
    const replied = rows.filter(({ kind }) => kind === 'replied').map(({ client }) => client);
    const kept = new Set(replied);
    found.lost += acknowledged.filter(id => !kept.has(id)).length;
    found.doubled += replied.length - kept.size;
    const places = acknowledged.map(id => replied.indexOf(id)).filter(place => place >= 0);
    if (places.some((place, index) => index > 0 && place < places[index - 1]!)) found.disordered++;
    const of = (kind: string) => rows.filter(one => one.kind === kind).length;
    if (of('said') !== replied.length || of('asked') !== replied.length + 1) found['answers missing or doubled']++;
    found.unseen += rows.filter(
      ({ number, kind }) => ['said', 'asked', 'replied'].includes(kind) && !seen.has(number),
    ).length;
  }
  return found;
}

/**
 * `./kineta kills [MINUTES]`: two processes on one database and one Redis, forty visitors who write, and every second or so one
 * of the four is killed with -9. Tells how many were killed, what was written meanwhile, and what of it is not as it was
 * acknowledged.
 * @returns whether all of it is
 */
export async function kills(minutes: number): Promise<boolean> {
  const home = mkdtempSync(join(tmpdir(), 'kineta-kills-'));
  const database = await startPrivateDatabase({ home, durable: true, watched: () => {} });
  const tables = connect(database.url, 4);
  await migrate(tables);
  await publish(database.url, flow);
  const redisPort = await freePort();
  const env = {
    KINETA_ROOT: root,
    KINETA_DATABASE_URL: database.url,
    KINETA_REDIS_URL: `redis://127.0.0.1:${redisPort}`,
    KINETA_SECRET: 'the secret of these two',
    KINETA_LOG: 'silent',
    KINETA_VISITORS_PER_ADDRESS: '1000',
  };
  const server = (port: number) => async () =>
    (await started('node', ['server/dist/kineta.js', 'start'], { ...env, KINETA_PORT: String(port) })).process;
  const redis = async () => redisOn(redisPort, home);
  const lives: Record<Exclude<Victim, 'MariaDB'>, Undying> = {
    'process A': new Undying(server(PORTS[0])),
    'process B': new Undying(server(PORTS[1])),
    Redis: new Undying(redis),
  };
  const running = Object.values(lives).map(life => life.run());
  const counts: Record<Victim, number> = { 'process A': 0, 'process B': 0, Redis: 0, MariaDB: 0 };
  try {
    while (!lives['process A'].pid || !lives['process B'].pid) await pause(100);
    const urls = PORTS.map(port => `http://127.0.0.1:${port}`);
    const visitors = Array.from({ length: VISITORS }, (_, index) => new Persevering(urls, index));
    const writing = visitors.map(visitor => visitor.write());
    while (visitors.some(({ acknowledged }) => acknowledged.length === 0)) await pause(100);
    const until = Date.now() + minutes * 60_000;
    const wheel = Object.entries(VICTIMS).flatMap(([name, weight]) => Array<Victim>(weight).fill(name as Victim));
    while (Date.now() < until) {
      await pause(EVERY);
      const pidOf = (victim: Victim) => (victim === 'MariaDB' ? database.pid : lives[victim].pid);
      // What is being started just now is not killed again before it stands.
      const alive = wheel.filter(victim => pidOf(victim) !== undefined);
      const victim = alive[Math.floor(Math.random() * alive.length)]!;
      const pid = pidOf(victim)!;
      try {
        process.kill(pid, 'SIGKILL');
        counts[victim]++;
      } catch {
        // It died before.
      }
      const killed = Object.values(counts).reduce((sum, count) => sum + count, 0);
      if (killed % 50 === 0)
        console.error(`${killed} kills, ${visitors.reduce((sum, one) => sum + one.acknowledged.length, 0)} messages`);
    }
    for (const visitor of visitors) visitor.finish(Date.now() + SETTLES_WITHIN);
    await Promise.all(writing);
    for (let ready = false; !ready; )
      ready = await tables.query('SELECT 1').then(
        () => true,
        () => pause(200).then(() => false),
      );
    const found = await mistakes(tables, visitors);
    const sum = (of: (visitor: Persevering) => number) => visitors.reduce((all, one) => all + of(one), 0);
    const report = {
      minutes,
      kills: counts,
      'messages acknowledged': sum(({ acknowledged }) => acknowledged.length),
      'messages sent again': sum(({ again }) => again),
      connections: sum(({ connections }) => connections),
      'visitors who were stuck at the end': visitors.filter(({ isThrough }) => !isThrough).length,
      ...found,
    };
    console.log(JSON.stringify(report, null, 2));
    return Object.values(found).every(count => count === 0) && visitors.every(({ isThrough }) => isThrough);
  } finally {
    for (const life of Object.values(lives)) life.stop();
    await Promise.all(running);
    await tables.close();
    await database.stop();
    rmSync(home, { recursive: true, force: true });
  }
}
