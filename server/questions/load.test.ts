import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { Load } from './load.ts';

beforeEach(() => void vi.useFakeTimers());
afterEach(() => void vi.useRealTimers());

test('a process that works nearly all of its time is busy, and a while longer', () => {
  let share = 0.5;
  const load = new Load(() => share);
  vi.advanceTimersByTime(1_000);
  expect(load.isBusy).toBe(false);
  share = 0.95;
  vi.advanceTimersByTime(1_000);
  expect(load.isBusy).toBe(true);
  share = 0.5;
  vi.advanceTimersByTime(2_000);
  expect(load.isBusy).toBe(true);
  vi.advanceTimersByTime(2_000);
  expect(load.isBusy).toBe(false);
  load.close();
});
