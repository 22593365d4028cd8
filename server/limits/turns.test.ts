import { expect, test } from 'vitest';
import { Turns, TurnsOfEach } from './turns.ts';

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

test('what one wants all at once stands in nobody’s way but theirs, and nothing is kept of who is done', async () => {
  const turns = new TurnsOfEach(1, 1, 'Too many.');
  const began: string[] = [];
  const ends: Array<() => void> = [];
  const work = (name: string) => () =>
    new Promise<void>(resolve => {
      began.push(name);
      ends.push(resolve);
    });
  const first = turns.take('hasty', work('first'));
  const second = turns.take('hasty', work('second'));
  await expect(turns.take('hasty', work('third'))).rejects.toThrow('Too many.');
  const other = turns.take('other', work('other'));
  expect(began).toEqual(['first', 'other']);
  for (const end of ends.splice(0)) end();
  await Promise.all([first, other]);
  expect(began).toEqual(['first', 'other', 'second']);
  expect(turns.size).toBe(1);
  ends[0]!();
  await second;
  expect(turns.size).toBe(0);
});
