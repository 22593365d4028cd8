import { describe, expect, test } from 'vitest';
import { OpeningHours } from './hours.ts';
import { momentWords } from './moment.ts';
import { openDays, opening } from './opening.ts';

const at = (iso: string): number => Date.parse(iso);
const weekdays = [1, 2, 3, 4, 5];
const sales = OpeningHours.parse({
  zone: 'Europe/London',
  open: [
    { days: weekdays, from: '08:30', to: '17:30' },
    { days: [6], from: '09:00', to: '13:00' },
  ],
  special: [
    { from: '2026-12-25', to: '2026-12-26', name: 'Christmas', open: [] },
    { from: '2026-12-24', to: '2026-12-24', name: 'Christmas Eve', open: [{ from: '10:00', to: '20:00' }] },
  ],
});

describe('opening hours', () => {
  test('open on a Tuesday morning until half past five', () => {
    expect(opening(sales, at('2026-11-24T10:12:00Z'))).toEqual({ open: true, until: at('2026-11-24T17:30:00Z') });
  });
  test('closed on Saturday afternoon until Monday', () => {
    expect(opening(sales, at('2026-11-28T13:00:00Z'))).toEqual({ open: false, from: at('2026-11-30T08:30:00Z') });
  });
  test('summer time moves the doors', () => {
    expect(opening(sales, at('2026-07-01T07:29:00Z'))).toMatchObject({ open: false });
    expect(opening(sales, at('2026-07-01T07:30:00Z'))).toMatchObject({ open: true });
  });
  test('a special day is closed, or open longer, whatever the week says', () => {
    expect(opening(sales, at('2026-12-25T10:00:00Z'))).toEqual({ open: false, from: at('2026-12-28T08:30:00Z') });
    expect(opening(sales, at('2026-12-24T18:00:00Z'))).toEqual({ open: true, until: at('2026-12-24T20:00:00Z') });
  });
  test('a season has a week of its own, over the new year as well, and the next one is seen from far', () => {
    const winter = OpeningHours.parse({
      zone: 'UTC',
      open: [],
      seasons: [{ name: 'Winter', from: '11-15', to: '02-29', open: [{ days: [7], from: '00:00', to: '24:00' }] }],
    });
    expect(opening(winter, at('2027-02-28T12:00:00Z'))).toMatchObject({ open: true });
    expect(opening(winter, at('2027-03-07T12:00:00Z'))).toEqual({ open: false, from: at('2027-11-21T00:00:00Z') });
  });
  test('midnight joins days; who never closes is open without an end, and who never opens is not in sight', () => {
    const days = [1, 2, 3, 4, 5, 6, 7];
    const night = OpeningHours.parse({
      zone: 'UTC',
      open: [
        { days: [1], from: '22:00', to: '24:00' },
        { days: [2], from: '00:00', to: '06:00' },
      ],
    });
    expect(opening(night, at('2026-11-23T23:00:00Z'))).toEqual({ open: true, until: at('2026-11-24T06:00:00Z') });
    const always = OpeningHours.parse({ zone: 'UTC', open: [{ days, from: '00:00', to: '24:00' }] });
    expect(opening(always, at('2026-01-10T12:00:00Z'))).toEqual({ open: true, until: null });
    expect(opening({ ...always, open: [] }, at('2026-01-10T12:00:00Z'))).toEqual({ open: false, from: null });
  });
  test('a day without an hour of the clock, and one with an hour twice', () => {
    const night = OpeningHours.parse({
      zone: 'Europe/London',
      open: [{ days: [7], from: '00:30', to: '01:30' }],
    });
    const sundays = (iso: string) => openDays(night, at(iso), 1)[0]!.open.map(([from, to]) => (to - from) / 60_000);
    expect(sundays('2026-03-29T12:00:00Z')).toEqual([30]);
    expect(sundays('2026-10-25T12:00:00Z')).toEqual([60, 30]);
  });
});

describe('a moment to come', () => {
  const now = at('2026-11-24T18:00:00Z');
  test.each([
    ['2026-11-24T20:30:00Z', 'at 20:30', '20:30'],
    ['2026-11-25T08:30:00Z', 'tomorrow at 08:30', 'tomorrow at 08:30'],
    ['2026-11-30T08:30:00Z', 'on Monday at 08:30', 'Monday at 08:30'],
    ['2026-12-01T08:30:00Z', 'on 1 December at 08:30', '1 December at 08:30'],
    ['2027-01-04T08:30:00Z', 'on 4 January at 08:30', '4 January at 08:30'],
  ])('%s is %s, or until %s', (moment, when, untilWhen) => {
    expect(momentWords('when', sales, at(moment), now, 'en-GB')).toBe(when);
    expect(momentWords('until when', sales, at(moment), now, 'en-GB')).toBe(untilWhen);
  });
  test('is told in its zone, by its clock: tomorrow is a day of 23 hours as well', () => {
    const eve = at('2026-03-28T23:59:00Z');
    expect(momentWords('when', sales, at('2026-03-29T22:59:00Z'), eve, 'en-US')).toBe('tomorrow at 11:59 PM');
  });
});

describe('what is written of them', () => {
  const stretch = (from: string, to: string, days = [1]) => ({ days, from, to });
  const problem = (hours: object) => {
    const read = OpeningHours.safeParse({ zone: 'UTC', open: [], ...hours });
    return read.success ? undefined : [read.error.issues[0]!.path.join('.'), read.error.issues[0]!.message];
  };
  test.each<[object, string, string]>([
    [{ zone: 'Europe/Tarrow' }, 'zone', 'time zone'],
    [{ open: [stretch('17:00', '09:00')] }, 'open.0', 'ends before'],
    [{ open: [stretch('09:00', '09:00')] }, 'open.0', 'ends before'],
    [{ open: [stretch('09:00', '12:00', [1, 2]), stretch('11:00', '13:00', [2])] }, 'open.1', 'overlaps'],
    [{ open: [stretch('9:00', '12:00')] }, 'open.0.from', '08:30'],
    [{ seasons: [{ name: 'Odd', from: '02-30', to: '03-01', open: [] }] }, 'seasons.0.from', 'no such day'],
    [
      {
        seasons: [
          { name: 'Cold', from: '10-01', to: '04-30', open: [] },
          { name: 'Odd', from: '04-30', to: '05-01', open: [] },
        ],
      },
      'seasons.1.from',
      'overlaps',
    ],
    [{ special: [{ from: '2026-12-25', to: '2026-12-24', name: '', open: [] }] }, 'special.0.to', 'ends before'],
  ])('%j is refused at %s', (hours, path, message) => {
    expect(problem(hours)).toEqual([path, expect.stringContaining(message)]);
  });
  test('what ends when another begins is fine', () => {
    expect(problem({ open: [stretch('09:00', '12:00'), stretch('12:00', '13:00')] })).toBeUndefined();
  });
  test('hours of earlier versions are read: months are seasons, closed days special ones', () => {
    const months = [10, 11, 12, 1, 2, 3, 4];
    const read = OpeningHours.parse({
      zone: 'Europe/London',
      open: [
        { days: [1, 2, 3, 4, 5, 6, 7], from: '07:00', to: '21:00', months },
        { days: weekdays, from: '08:30', to: '17:30', months: [5, 6, 7, 8, 9] },
      ],
      closedOn: ['2026-12-25'],
    });
    expect(read.seasons.map(({ name, from, to }) => [name, from, to])).toEqual([
      ['Months 10 to 4', '10-01', '04-30'],
      ['Months 5 to 9', '05-01', '09-30'],
    ]);
    expect(opening(read, at('2026-11-22T20:00:00Z'))).toMatchObject({ open: true });
    expect(opening(read, at('2026-07-05T10:00:00Z'))).toEqual({ open: false, from: at('2026-07-06T07:30:00Z') });
    expect(opening(read, at('2026-12-25T10:00:00Z'))).toMatchObject({ open: false });
    expect(OpeningHours.parse(read)).toEqual(read);
  });
});
