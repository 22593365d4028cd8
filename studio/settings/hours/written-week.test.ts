import { expect, test } from 'vitest';
import { copied, proposedSpan, toStretches, toWritten } from './written-week.ts';

const week = [
  { days: [1, 2, 3], from: '08:30', to: '12:00' },
  { days: [1, 2, 3], from: '13:00', to: '17:30' },
  { days: [6], from: '09:00', to: '13:00' },
];

test('a week is written day by day, and kept as what days have the same', () => {
  const written = toWritten(week);
  expect(written[1]).toEqual([
    { from: '08:30', to: '12:00' },
    { from: '13:00', to: '17:30' },
  ]);
  expect(written[6]).toEqual([]);
  expect(toStretches(written)).toEqual(week);
});

test('a day is copied to others in one move, and none is another’s then', () => {
  const all = copied(toWritten(week), 0, [3, 4]);
  expect(toStretches(all)[0]).toEqual({ days: [1, 2, 3, 4, 5], from: '08:30', to: '12:00' });
  all[3]![0]!.from = '10:00';
  expect(all[0]![0]!.from).toBe('08:30');
});

test('what is proposed goes on from what is there', () => {
  const written = toWritten(week);
  expect(proposedSpan(written, 3)).toEqual({ from: '08:30', to: '12:00' });
  expect(proposedSpan(written, 5)).toEqual({ from: '13:00', to: '22:00' });
  expect(proposedSpan(toWritten([]), 0)).toEqual({ from: '09:00', to: '17:00' });
});
