import { expect, test } from 'vitest';
import { Budget } from './budget.ts';

test('there is room for a burst, and in the long run for a share of the time', async () => {
  let now = 0;
  const budget = new Budget(0.4, 400, () => now);
  const take = (time: number) =>
    budget.spend(async () => {
      now += time;
    });
  let burst = 0;
  for (; budget.hasRoom; burst++) await take(25);
  // What is taken meanwhile earns its share as well.
  expect(burst * 25).toBeGreaterThan(400);
  expect(burst * 25).toBeLessThan(750);

  let taken = 0;
  const begun = now;
  while (now - begun < 20_000)
    if (budget.hasRoom) {
      await take(25);
      taken += 25;
    } else now += 5;
  expect(taken / (now - begun)).toBeGreaterThan(0.36);
  expect(taken / (now - begun)).toBeLessThan(0.44);
  now += 5_000;
  expect(budget.hasRoom).toBe(true);
});

test('what fails has taken its time all the same', async () => {
  let now = 0;
  const budget = new Budget(0.5, 100, () => now);
  await expect(
    budget.spend(async () => {
      now += 1_000;
      throw new Error('fell');
    }),
  ).rejects.toThrow('fell');
  expect(budget.hasRoom).toBe(false);
});
