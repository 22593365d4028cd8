import type { ChildProcess } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { connect, migrate, startPrivateDatabase } from '@kineta/server';
import { createConnection } from 'mariadb';
import type { Socket } from 'socket.io-client';
import { agents, signedIn } from './agents.ts';
import { entries } from './questions.ts';
import { percentile, type Result, result } from './result.ts';
import { root, started } from './started.ts';
import { answer, echo, inGroups, load, publish, ROUNDS, visitors } from './talkers.ts';

const PORT = 4_477;
/** So many agents take chats meanwhile, and are told of every message. */
export const AGENTS = 20;

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
  const env = {
    KINETA_ROOT: root,
    KINETA_DATABASE_URL: database.url,
    KINETA_PORT: String(PORT),
    KINETA_LOG: 'error',
    // All visitors of a benchmark come from one address.
    KINETA_VISITORS_PER_ADDRESS: '5000',
  };
  const children: ChildProcess[] = [];
  const results: Result[] = [];
  let isAnswered = false;
  try {
    const tables = connect(database.url, 2);
    await migrate(tables);
    await tables.close();
    await publish(database.url);
    const tokens = await signedIn(database.url, AGENTS);
    const adminSocket = join(home, 'mariadb', 's.sock');
    await work(adminSocket);
    for (const { count, bound, asks } of [
      { count: 200, bound: 40, asks: false },
      { count: 1_000, bound: 150, asks: false },
      // The same with every tenth message a question, found by meaning among a few dozen answers.
      { count: 200, bound: 40, asks: true },
      { count: 1_000, bound: 150, asks: true },
    ]) {
      if (asks && !isAnswered) await answer(database.url, entries(50));
      isAnswered ||= asks;
      const sockets: Socket[] = [];
      const bare = await started('node_modules/.bin/tsx', ['e2e/bench/echo.ts'], env);
      children.push(bare.process);
      const reference = await load(await inGroups(count, () => echo(`http://127.0.0.1:${bare.line}`, sockets)));
      for (const socket of sockets.splice(0)) socket.close();
      bare.process.kill();

      const kineta = await started('node', ['server/dist/kineta.js', 'start'], env);
      children.push(kineta.process);
      const url = `http://127.0.0.1:${PORT}`;
      await agents([url], tokens, sockets);
      const talkers = await visitors(url, count, sockets, {}, asks);
      // What the answers mean is read while the first rounds go on, and kept.
      if (asks) await load(talkers, 0, 3);
      const before = await work(adminSocket);
      const ours = await load(talkers);
      const after = await work(adminSocket);
      for (const socket of sockets) socket.close();
      kineta.process.kill();
      await new Promise(resolve => kineta.process.once('exit', resolve));

      const events = count * (ROUNDS + 1);
      const p95 = percentile(ours.times, 0.95);
      console.error(
        `${count} visitors: p50 ${percentile(ours.times, 0.5).toFixed(1)} ms, p95 ${p95.toFixed(1)} ms, p99 ${percentile(ours.times, 0.99).toFixed(1)} ms, ` +
          `${ours.failed} failed; an event takes ${((after.statements - before.statements) / events).toFixed(2)} round trips to the database ` +
          `and ${(((after.seconds - before.seconds) / events) * 1_000).toFixed(2)} ms in it.`,
      );
      results.push(
        result(
          `chat, ${count} visitors${asks ? ', one of ten asks' : ''}, p95`,
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
