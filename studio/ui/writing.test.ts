import { expect, test } from 'vitest';
import { clockTime, longestClock } from './time.ts';
import { countWords, dateFormat, writeAs } from './writing.ts';

const at = new Date(2026, 10, 27, 14, 48).toISOString();

test('times, days and numbers look as the workspace writes them, and otherwise as soon as it writes otherwise', () => {
  writeAs('en-GB');
  expect(clockTime(at)).toBe('14:48');
  expect(longestClock()).toBe(5);
  expect(dateFormat({ day: 'numeric', month: 'short' }).format(new Date(at))).toBe('27 Nov');
  expect(countWords(12_400)).toBe('12,400');

  writeAs('en-US');
  expect(clockTime(at)).toMatch(/^2:48\sPM$/);
  expect(longestClock()).toBe(8);
  expect(dateFormat({ day: 'numeric', month: 'short' }).format(new Date(at))).toBe('Nov 27');

  writeAs('de-DE');
  expect(countWords(12_400)).toBe('12.400');
});

test('a format is made once for all who ask for it', () => {
  writeAs('en-GB');
  expect(dateFormat({ weekday: 'long' })).toBe(dateFormat({ weekday: 'long' }));
});
