import { expect, test } from 'vitest';
import { asField, laterTimes } from './later-times.ts';

const told = (now: Date) => laterTimes(now).map(({ label, at }) => `${label}: ${asField(at)}`);

test('what is offered lies ahead, the soonest first', () => {
  expect(told(new Date(2026, 10, 27, 14, 48))).toEqual([
    'In an hour: 2026-11-27T15:48',
    'In three hours: 2026-11-27T17:48',
    'Tomorrow morning: 2026-11-28T09:00',
    'Monday morning: 2026-11-30T09:00',
  ]);
});

test('Monday is the next one on a Monday, and none of its own on a Sunday', () => {
  expect(told(new Date(2026, 10, 30, 8)).at(-1)).toBe('Monday morning: 2026-12-07T09:00');
  expect(told(new Date(2026, 10, 29, 8)).at(-1)).toBe('Tomorrow morning: 2026-11-30T09:00');
});
