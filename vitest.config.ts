import { defineConfig } from 'vitest/config';

/** A bound for a machine that is busy with other things, in milliseconds. */
const BUSY = 30_000;

// Files share what they import (`isolate`), which takes longer to load than most of them to run.
const node = (name: string) => ({
  test: {
    name,
    root: `./${name}`,
    environment: 'node' as const,
    include: ['**/*.test.ts'],
    testTimeout: BUSY,
    isolate: false,
  },
});

const page = (name: string) => ({
  test: {
    name,
    root: `./${name}`,
    environment: 'happy-dom' as const,
    include: ['**/*.test.{ts,tsx}'],
    testTimeout: BUSY,
    isolate: false,
  },
});

export default defineConfig({
  test: {
    // Much of it waits for a database: one test’s wait is another’s turn.
    maxWorkers: 2,
    projects: [
      node('core'),
      node('contract'),
      {
        test: {
          ...node('server').test,
          hookTimeout: 60_000,
          globalSetup: './tests/database.ts',
        },
      },
      node('demo'),
      page('studio'),
      page('widget'),
      { test: { ...node('e2e').test, name: 'house', include: ['house/**/*.test.ts'] } },
    ],
  },
});
