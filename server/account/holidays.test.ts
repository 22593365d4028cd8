import { OpeningHours, opening } from '@kineta/core';
import { expect, test } from 'vitest';
import { proposedHolidays, publicHolidays, regionsOf, withHolidays } from './holidays.ts';

const rules = (names: string[]) =>
  proposedHolidays('GB', 'ENG', '2026-11-26')
    .filter(({ name }) => names.includes(name))
    .map(({ rule, name }) => ({ rule, name }));
const hours = OpeningHours.parse({
  zone: 'Europe/London',
  open: [{ days: [1, 2, 3, 4, 5], from: '08:30', to: '17:30' }],
  special: [{ from: '2026-12-25', to: '2026-12-25', name: 'For once', open: [{ from: '10:00', to: '11:00' }] }],
  holidays: { country: 'GB', region: 'ENG', rules: rules(['Christmas Day', 'Boxing Day']) },
});
const stateAt = (iso: string) => opening(withHolidays(hours, Date.parse(iso)), Date.parse(iso)).open;

test('each holiday of a country is proposed once, as it falls next', () => {
  const proposed = proposedHolidays('GB', 'ENG', '2026-11-26');
  expect(proposed.map(({ from, name }) => `${from} ${name}`).slice(0, 3)).toEqual([
    '2026-12-25 Christmas Day',
    '2026-12-26 Boxing Day',
    "2027-01-01 New Year's Day",
  ]);
  expect(new Set(proposed.map(({ rule }) => rule)).size).toBe(proposed.length);
  expect(proposed).toHaveLength(8);
});

test('those that were chosen are closed in every year, with the days taken in their place, and others are not', () => {
  expect(stateAt('2026-12-28T10:00:00Z')).toBe(false);
  expect(stateAt('2028-12-26T10:00:00Z')).toBe(false);
  expect(stateAt('2029-12-25T10:00:00Z')).toBe(false);
  expect(stateAt('2027-01-01T10:00:00Z')).toBe(true);
});

test('a special day of one’s own goes before a holiday', () => {
  expect(stateAt('2026-12-25T10:30:00Z')).toBe(true);
  expect(stateAt('2026-12-25T12:00:00Z')).toBe(false);
});

test('a country that is not known has none, and regions have names', () => {
  expect(publicHolidays('ZZ', undefined, 2026)).toEqual([]);
  expect(regionsOf('GB')).toContainEqual({ code: 'SCT', name: 'Scotland' });
  expect(regionsOf('ZZ')).toEqual([]);
});
