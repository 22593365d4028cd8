import pino from 'pino';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { Clockwork, type Duty } from './clockwork.ts';

beforeEach(() => vi.useFakeTimers());
afterEach(() => vi.useRealTimers());

const silent = pino({ level: 'silent' });

/** A duty whose turns last until they are ended. */
function slow(name: string) {
  const ends: Array<() => void> = [];
  const duty: Duty = {
    name,
    turn: () => new Promise<boolean>(resolve => ends.push(() => resolve(false))),
  };
  return { duty, ends };
}

test('a duty that takes long holds up no other', async () => {
  const { duty, ends } = slow('slow');
  let turns = 0;
  const clockwork = new Clockwork(
    [
      duty,
      {
        name: 'quick',
        async turn() {
          turns++;
          return false;
        },
      },
    ],
    silent,
  );
  await vi.advanceTimersByTimeAsync(5_500);
  expect(ends).toHaveLength(1);
  expect(turns).toBeGreaterThanOrEqual(5);
  ends[0]!();
  await clockwork.close();
});

test('however often a duty is woken while it turns, it turns once more', async () => {
  const { duty, ends } = slow('slow');
  const clockwork = new Clockwork([duty], silent);
  clockwork.wake(0);
  await vi.advanceTimersByTimeAsync(1);
  for (let times = 0; times < 50; times++) {
    clockwork.wake(0);
    await vi.advanceTimersByTimeAsync(1);
  }
  expect(ends).toHaveLength(1);
  ends[0]!();
  await vi.advanceTimersByTimeAsync(5);
  expect(ends).toHaveLength(2);
  ends[1]!();
  await vi.advanceTimersByTimeAsync(5);
  expect(ends).toHaveLength(2);
  await clockwork.close();
});

test('what falls due after the next look is looked for at its time, however often it is woken before', async () => {
  const turns: number[] = [];
  const began = Date.now();
  const clockwork = new Clockwork(
    [
      {
        name: 'quick',
        async turn() {
          turns.push(Date.now() - began);
          return false;
        },
      },
    ],
    silent,
  );
  clockwork.wake(4_300);
  clockwork.wake(2_400);
  await vi.advanceTimersByTimeAsync(100);
  clockwork.wake(0);
  await vi.advanceTimersByTimeAsync(5_000);
  for (const due of [2_400, 4_300]) expect(turns.some(at => at >= due && at <= due + 250)).toBe(true);
  // A quarter of a second holds however many fall due in it.
  expect(turns.length).toBeLessThan(12);
  await clockwork.close();
});

test('one that fails is turned again, and one that hangs is not waited for when all is to stop', async () => {
  let turns = 0;
  const failing: Duty = {
    name: 'failing',
    async turn() {
      turns++;
      throw new Error('no');
    },
  };
  const clockwork = new Clockwork([failing, slow('hanging').duty], silent);
  await vi.advanceTimersByTimeAsync(3_500);
  expect(turns).toBeGreaterThanOrEqual(3);
  const closed = clockwork.close(4_000);
  await vi.advanceTimersByTimeAsync(4_001);
  await closed;
});
