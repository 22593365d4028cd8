import { chmodSync, mkdirSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { TestProject } from 'vitest/node';
import { startPrivateDatabase } from '../database/private.ts';

declare module 'vitest' {
  export interface ProvidedContext {
    databaseUrl: string;
  }
}

/**
 * One MariaDB for all of the server’s tests; every test file makes a database of its own in it. What they write into files
 * goes with it.
 */
export default async function setup(project: TestProject): Promise<() => Promise<void>> {
  const before = process.env.TMPDIR;
  const home = mkdtempSync(join(tmpdir(), 'kineta-test-'));
  const database = await startPrivateDatabase({ home, durable: false, manyDatabases: true });
  project.provide('databaseUrl', database.url);
  // The tests’ processes begin with it. A database of theirs runs under another name, and has to come in.
  const files = join(home, 'files');
  mkdirSync(files);
  for (const folder of [home, files]) chmodSync(folder, 0o755);
  process.env.TMPDIR = files;
  return async () => {
    await database.stop();
    if (before === undefined) delete process.env.TMPDIR;
    else process.env.TMPDIR = before;
    rmSync(home, { recursive: true, force: true });
  };
}
