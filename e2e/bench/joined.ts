import type { ChildProcess } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as pause } from 'node:timers/promises';
import { connect, migrate, startPrivateDatabase } from '@kineta/server';
import type { Socket } from 'socket.io-client';
import { agents, signedIn } from './agents.ts';
import { AGENTS } from './chat.ts';
import { freePort, redisOn } from './redis.ts';
import { percentile, type Result, result } from './result.ts';
import { root, started } from './started.ts';
import { load, publish, visitors } from './talkers.ts';

const FIRST_PORT = 4_483;

/** Waits until each process says that it is joined with the others. */
async function joined(urls: readonly string[]): Promise<void> {
  for (const url of urls)
    for (;;) {
      const health = (await (await fetch(`${url}/health`)).json()) as { live?: string };
      if (health.live === 'joined') break;
      await pause(100);
    }
}

/**
 * The chat in several processes on one database, joined by Redis, beside the same in one process: the same visitors, the same
 * database, one after the other. As one machine has them all, this shows what being joined costs and not what it brings.
 */
export async function joinedChat(processes: number): Promise<Result[]> {
  const home = mkdtempSync(join(tmpdir(), 'kineta-bench-'));
  const database = await startPrivateDatabase({ home, durable: true });
  const redisPort = await freePort();
  const children: ChildProcess[] = [redisOn(redisPort, home)];
  const results: Result[] = [];
  let tokens: string[] = [];
  const measured = async (count: number, among: number): Promise<number[]> => {
    const env = {
      KINETA_ROOT: root,
      KINETA_DATABASE_URL: database.url,
      KINETA_SECRET: 'the secret of all of them',
      KINETA_LOG: 'error',
      KINETA_VISITORS_PER_ADDRESS: '5000',
      ...(among > 1 ? { KINETA_REDIS_URL: `redis://127.0.0.1:${redisPort}` } : {}),
    };
    const servers: ChildProcess[] = [];
    const urls: string[] = [];
    for (let index = 0; index < among; index++) {
      const port = FIRST_PORT + index;
      const words = ['server/dist/kineta.js', 'start'];
      servers.push((await started('node', words, { ...env, KINETA_PORT: String(port) })).process);
      urls.push(`http://127.0.0.1:${port}`);
    }
    children.push(...servers);
    if (among > 1) await joined(urls);
    const sockets: Socket[] = [];
    await agents(urls, tokens, sockets);
    const talkers = [];
    for (const url of urls) talkers.push(...(await visitors(url, Math.round(count / among), sockets)));
    const { times, failed } = await load(talkers);
    for (const socket of sockets) socket.close();
    for (const server of servers) {
      const gone = new Promise(resolve => server.once('exit', resolve));
      server.kill();
      await gone;
    }
    if (failed > 0) throw new Error(`${failed} replies were not answered.`);
    return times;
  };
  try {
    const tables = connect(database.url, 2);
    await migrate(tables);
    await tables.close();
    await publish(database.url);
    tokens = await signedIn(database.url, AGENTS);
    for (const { count, bound } of [
      { count: 200, bound: 40 },
      { count: 1_000, bound: 150 },
    ]) {
      const alone = await measured(count, 1);
      const together = await measured(count, processes);
      for (const share of [0.5, 0.95]) {
        const value = percentile(together, share);
        results.push(
          result(
            `chat, ${count} visitors, ${processes} processes, p${share * 100}`,
            value,
            'ms',
            { name: 'one process', value: percentile(alone, share) },
            { words: `at most ${bound} ms, none failed`, holds: value <= bound },
          ),
        );
      }
    }
  } finally {
    for (const child of children) child.kill('SIGKILL');
    await database.stop();
    rmSync(home, { recursive: true, force: true });
  }
  return results;
}
