import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { TestProject } from 'vitest/node';
import { startPrivateDatabase } from '../database/private.ts';

declare module 'vitest' {
  export interface ProvidedContext {
    databaseUrl: string;
  }
}

/** One MariaDB for all of the server’s tests; every test file makes a database of its own in it. */
export default async function setup(project: TestProject): Promise<() => Promise<void>> {
  const home = mkdtempSync(join(tmpdir(), 'kineta-test-'));
  const database = await startPrivateDatabase({ home, durable: false, manyDatabases: true });
  project.provide('databaseUrl', database.url);
  return async () => {
    await database.stop();
    rmSync(home, { recursive: true, force: true });
  };
}
