import type { ChildProcess } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { connect, migrate, startPrivateDatabase } from '@kineta/server';
import { A_SECOND, asked } from './requests.ts';
import { percentile, type Result, result } from './result.ts';
import { root, started } from './started.ts';
import { publish } from './talkers.ts';

const PORT = 4_478;
/** The 95th percentile may take so many milliseconds. */
const BOUND = 5;

/** The loader as pages ask for it, 2,000 times a second, beside a bare Express reply of the same length. */
export async function site(): Promise<Result[]> {
  const home = mkdtempSync(join(tmpdir(), 'kineta-bench-'));
  const database = await startPrivateDatabase({ home, durable: true });
  const env = {
    KINETA_ROOT: root,
    KINETA_DATABASE_URL: database.url,
    KINETA_PORT: String(PORT),
    KINETA_LOG: 'error',
  };
  const children: ChildProcess[] = [];
  try {
    const tables = connect(database.url, 2);
    await migrate(tables);
    await tables.close();
    await publish(database.url);
    const bare = await started('node_modules/.bin/tsx', ['e2e/bench/reply.ts'], env);
    children.push(bare.process);
    const headers = { referer: 'http://bench.example/' };
    const origin = `http://127.0.0.1:${bare.line}`;
    await asked(origin, '/', headers);
    const reference = await asked(origin, '/', headers);
    bare.process.kill();
    const kineta = await started(process.execPath, ['server/dist/kineta.js', 'start'], env);
    children.push(kineta.process);
    const path = '/w/bench-key.js';
    await asked(`http://127.0.0.1:${PORT}`, path, headers);
    const { times, failed } = await asked(`http://127.0.0.1:${PORT}`, path, headers);
    const p95 = percentile(times, 0.95);
    return [
      result(
        `site, the loader ${A_SECOND.toLocaleString('en')} times a second, p95`,
        p95,
        'ms',
        { name: 'bare Express reply', value: percentile(reference.times, 0.95) },
        { words: `under ${BOUND} ms, none failed`, holds: p95 < BOUND && failed === 0 },
      ),
    ];
  } finally {
    for (const child of children) child.kill();
    await database.stop();
    rmSync(home, { recursive: true, force: true });
  }
}
