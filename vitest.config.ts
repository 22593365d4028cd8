import { defineConfig } from 'vitest/config';

const node = (name: string) => ({
  test: {
    name,
    root: `./${name}`,
    environment: 'node' as const,
    include: ['**/*.test.ts'],
    // A bound for a machine that is busy with other things.
    testTimeout: 30_000,
  },
});

export default defineConfig({
  test: {
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
      { test: { name: 'studio', root: './studio', environment: 'happy-dom', include: ['**/*.test.{ts,tsx}'] } },
      { test: { name: 'widget', root: './widget', environment: 'happy-dom', include: ['**/*.test.{ts,tsx}'] } },
      { test: { ...node('e2e').test, name: 'house', include: ['house/*.test.ts'] } },
    ],
  },
});
