import type { ChildProcess } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { startPrivateDatabase } from '@kineta/server';
import type { Socket } from 'socket.io-client';
import { percentile, type Result, result } from './result.ts';
import { root, started } from './started.ts';
import { load, publish, type Talker, visitors } from './talkers.ts';

/** Rounds of each checkout; they take turns, so that what else the machine does meets both alike. */
const TURNS = 15;
/** How much slower than the other checkout this one may be. */
const SLOWER = 1.05;
const PORTS = [4_477, 4_478] as const;

/** A percentile of each turn, and the middle of these: where the disk stalled for a moment it is one turn’s and not all’s. */
const middle = (turns: readonly number[][], share: number): number =>
  percentile(
    turns.map(times => percentile(times, share)).sort((a, b) => a - b),
    0.5,
  );

/**
 * The same chat with the servers of two built checkouts, each with a database of its own, turn by turn: five seconds of
 * one, five of the other.
 */
export async function beside(other: string): Promise<Result[]> {
  const results: Result[] = [];
  for (const count of [200, 1_000]) {
    const sides = [root, resolve(other)].map((checkout, index) => ({
      checkout,
      port: PORTS[index]!,
      turns: [] as number[][],
    }));
    const undo: Array<() => unknown> = [];
    try {
      const talkers: Talker[][] = [];
      for (const { checkout, port } of sides) {
        const home = mkdtempSync(join(tmpdir(), 'kineta-bench-'));
        undo.unshift(() => rmSync(home, { recursive: true, force: true }));
        const database = await startPrivateDatabase({ home, durable: true });
        undo.unshift(() => database.stop());
        const server: ChildProcess = (
          await started(
            'node',
            ['server/dist/kineta.js', 'start'],
            {
              KINETA_ROOT: checkout,
              KINETA_DATABASE_URL: database.url,
              KINETA_PORT: String(port),
              KINETA_LOG: 'error',
              KINETA_VISITORS_PER_ADDRESS: '5000',
            },
            checkout,
          )
        ).process;
        undo.unshift(() => server.kill('SIGKILL'));
        await publish(database.url);
        const sockets: Socket[] = [];
        undo.unshift(() => {
          for (const socket of sockets) socket.close();
        });
        talkers.push(await visitors(`http://127.0.0.1:${port}`, count, sockets));
      }
      for (let turn = 0; turn <= TURNS; turn++)
        for (const [index, side] of turn % 2 === 0 ? [...sides.entries()] : [...sides.entries()].reverse()) {
          const { times, failed } = await load(talkers[index]!, 1, 0);
          if (failed > 0) throw new Error(`${failed} replies were not answered by ${side.checkout}.`);
          if (turn > 0) side.turns.push(times);
        }
    } finally {
      for (const step of undo) await step();
    }
    const [ours, theirs] = sides.map(({ turns }) => turns) as [number[][], number[][]];
    for (const [name, share] of [
      ['p50', 0.5],
      ['p95', 0.95],
    ] as const) {
      const [mine, yours] = [middle(ours, share), middle(theirs, share)];
      results.push(
        result(
          `chat, ${count} visitors, ${name}`,
          mine,
          'ms',
          { name: `the same in ${other}`, value: yours },
          { words: `at most ${Math.round((SLOWER - 1) * 100)}% slower`, holds: mine <= yours * SLOWER },
        ),
      );
    }
  }
  return results;
}
