import pino from 'pino';
import { afterAll, beforeAll, expect, test, vi } from 'vitest';
import type { RunningServer } from '../server.ts';
import { emptyDatabase, testServer } from '../tests/kineta.ts';
import { processes } from './model.ts';
import { Processes } from './processes.ts';

let server: RunningServer;
beforeAll(async () => {
  server = await testServer(await emptyDatabase());
});
afterAll(() => server.close());

test('a process that is looked for in the millisecond in which it starts is there once', async () => {
  vi.useFakeTimers({ toFake: ['Date'] });
  const { tables, wire } = server.house;
  const count = () => tables.everywhere(processes).count({});
  const before = await count();
  const other = new Processes(tables, wire, pino({ level: 'silent' }));
  await other.open();
  expect(await count()).toBe(before + 1);
  await other.close();
  expect(await count()).toBe(before);
  vi.useRealTimers();
});
