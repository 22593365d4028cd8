import { type ChildProcess, spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as pause } from 'node:timers/promises';
import { startPrivateDatabase } from '@kineta/server';
import type { Socket } from 'socket.io-client';
import { attacks, type Tally, type Target } from './attacks.ts';
import { percentile, type Result, result } from './result.ts';
import { root, started } from './started.ts';
import { boardingOf, publish, type Talker, visitors } from './talkers.ts';

const PORT = 4_479;
/** Who only wants to chat, how often each replies, and for how long that is looked at, in milliseconds. */
const NORMAL = 12;
const EVERY = 700;
const LOOKED_AT = 16_000;
/** How much slower an attack may make it for them. */
const MOST = 2;

/** How long normal visitors wait for the flow’s answer, sorted. */
async function waits(talkers: readonly Talker[]): Promise<number[]> {
  const times: number[] = [];
  const until = performance.now() + LOOKED_AT;
  await Promise.all(
    talkers.map(async (talk, index) => {
      await pause((index * EVERY) / talkers.length);
      while (performance.now() < until) {
        const sent = performance.now();
        // Who gets no answer has waited for ever.
        await talk().then(
          () => times.push(performance.now() - sent),
          () => times.push(Number.POSITIVE_INFINITY),
        );
        await pause(Math.max(0, EVERY - (performance.now() - sent)));
      }
    }),
  );
  return times.sort((a, b) => a - b);
}

async function attacked(
  name: string,
  target: Target,
  talkers: readonly Talker[],
): Promise<{ times: number[]; tally: Tally }> {
  // Attackers have machines of their own: what theirs is busy with is not to be taken from the server’s.
  const attacker = spawn('nice', ['-n', '19', 'node', 'e2e/dist/attacker.js', name], {
    cwd: root,
    env: { ...process.env, TARGET: JSON.stringify(target) },
    stdio: ['pipe', 'pipe', 'inherit'],
  });
  let said = '';
  attacker.stdout.on('data', part => {
    said += part;
  });
  const ended = new Promise(resolve => attacker.once('exit', resolve));
  while (!said.includes('1\n')) await pause(50);
  const times = await waits(talkers);
  attacker.stdin.end();
  await Promise.race([ended, pause(15_000)]);
  attacker.kill('SIGKILL');
  const line = said.trim().split('\n').at(-1) ?? '';
  return { times, tally: line.startsWith('{') ? (JSON.parse(line) as Tally) : { tried: 0, through: 0 } };
}

/**
 * What normal visitors notice of each attack, over loopback and on the same machine as the attackers; of those alone whose
 * names hold `KINETA_ATTACK`, when it is set.
 */
export async function attack(): Promise<Result[]> {
  const home = mkdtempSync(join(tmpdir(), 'kineta-attack-'));
  const database = await startPrivateDatabase({ home, durable: !process.env.SOFT });
  const results: Result[] = [];
  let server: ChildProcess | undefined;
  const sockets: Socket[] = [];
  try {
    const env = {
      KINETA_ROOT: root,
      KINETA_DATABASE_URL: database.url,
      KINETA_PORT: String(PORT),
      KINETA_LOG: 'fatal',
      KINETA_PROXIES: '1',
    };
    server = (await started('node', ['server/dist/kineta.js', 'start'], env)).process;
    await publish(database.url);
    const url = `http://127.0.0.1:${PORT}`;
    const talkers = await visitors(url, NORMAL, sockets, { 'x-forwarded-for': '203.0.113.9' });
    await waits(talkers);
    const target = { url, boarding: await boardingOf(url), database: database.url };
    for (const name of Object.keys(attacks).filter(one => one.includes(process.env.KINETA_ATTACK ?? ''))) {
      const before = percentile(await waits(talkers), 0.95);
      const { times, tally } = await attacked(name, target, talkers);
      const meanwhile = percentile(times, 0.95);
      console.error(`${name}: tried ${tally.tried} times, ${tally.through} got through.`);
      results.push(
        result(
          `a normal visitor’s p95 while ${name}`,
          meanwhile,
          'ms',
          { name: 'before', value: before },
          { words: `at most ${MOST} times that`, holds: meanwhile <= before * MOST },
        ),
      );
    }
  } finally {
    for (const socket of sockets) socket.close();
    server?.kill('SIGKILL');
    await database.stop();
    rmSync(home, { recursive: true, force: true });
  }
  return results;
}
