import { expect, test } from 'vitest';
import { Turns } from './turns.ts';

test('so many at a time, the others in the order in which they came, and too many are told so', async () => {
  const turns = new Turns(2, 2, 'Too many.');
  const ends: Array<() => void> = [];
  const began: number[] = [];
  const work = (number: number) => () =>
    new Promise<number>(resolve => {
      began.push(number);
      ends.push(() => resolve(number));
    });
  const taken = [1, 2, 3, 4].map(number => turns.take(work(number)));
  await expect(turns.take(work(5))).rejects.toThrow('Too many.');
  expect(began).toEqual([1, 2]);
  ends[0]!();
  await taken[0];
  expect(began).toEqual([1, 2, 3]);
  for (let index = 1; index < 4; index++) {
    ends[index]!();
    expect(await taken[index]).toBe(index + 1);
  }
  const failing = turns.take(() => Promise.reject(new Error('no')));
  await expect(failing).rejects.toThrow('no');
  const last = turns.take(work(6));
  ends.at(-1)!();
  expect(await last).toBe(6);
});
