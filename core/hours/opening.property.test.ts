import fc from 'fast-check';
import { DateTime, IANAZone } from 'luxon';
import { expect, test } from 'vitest';
import type { OpeningHours } from './hours.ts';
import { openAfter, openBetween, opening, openingOf } from './opening.ts';
import { clockOf, minutesOf } from './span.ts';

const MINUTE = 60_000;
const DAY = 86_400_000;
const FIRST = Date.parse('2024-01-01T00:00:00Z');
const YEARS = 5;

/** The changes of a zone’s clock in five years: the hours before and after each are where reckoning goes wrong. */
function changesOf(name: string): number[] {
  const zone = IANAZone.create(name);
  const found: number[] = [];
  for (let at = FIRST; at < FIRST + YEARS * 365 * DAY; at += DAY)
    if (zone.offset(at) !== zone.offset(at + DAY)) found.push(at);
  return found;
}
const changing = Intl.supportedValuesOf('timeZone')
  .map(zone => ({ zone, changes: changesOf(zone) }))
  .filter(({ changes }) => changes.length > 0);

const spans = fc
  .uniqueArray(fc.integer({ min: 0, max: 96 }), { minLength: 2, maxLength: 6 })
  .map(quarters => quarters.toSorted((a, b) => a - b).map(quarter => clockOf(quarter * 15)))
  .map(clocks =>
    Array.from({ length: Math.floor(clocks.length / 2) }, (_, index) => ({
      from: clocks[2 * index]!,
      to: clocks[2 * index + 1]!,
    })),
  );
const hoursIn = (zone: string): fc.Arbitrary<OpeningHours> =>
  fc
    .record({ weekdays: spans, weekend: spans, special: spans, date: fc.integer({ min: 0, max: YEARS * 365 }) })
    .map(({ weekdays, weekend, special, date }) => {
      const on = new Date(FIRST + date * DAY).toISOString().slice(0, 10);
      return {
        zone,
        open: [
          ...weekdays.map(span => ({ days: [1, 2, 3, 4, 5], ...span })),
          ...weekend.map(span => ({ days: [6, 7], ...span })),
        ],
        seasons: [],
        special: [{ from: on, to: on, name: '', open: special }],
      };
    });
/** Hours in a zone that changes its clock, and a stretch of time around such a change. */
const around = fc.constantFrom(...changing).chain(({ zone, changes }) =>
  fc.record({
    hours: hoursIn(zone),
    from: fc
      .tuple(fc.constantFrom(...changes), fc.integer({ min: -3 * 1_440, max: 2 * 1_440 }))
      .map(([change, minutes]) => change + minutes * MINUTE),
    minutes: fc.integer({ min: 1, max: 3 * 1_440 }),
  }),
);

/** Whether it is open in the minute that begins at an instant, by the clock on the wall. */
function isOpen(hours: OpeningHours, at: number): boolean {
  const local = DateTime.fromMillis(at, { zone: hours.zone });
  const day = hours.special.find(({ from }) => from === local.toISODate());
  const clock = local.hour * 60 + local.minute;
  return (day?.open ?? hours.open.filter(({ days }) => days.includes(local.weekday))).some(
    ({ from, to }) => minutesOf(from) <= clock && clock < minutesOf(to),
  );
}

test('there are zones that change their clock', () => {
  expect(changing.length).toBeGreaterThan(100);
});

test('business time is what a count minute by minute finds, in every zone that changes its clock', () => {
  fc.assert(
    fc.property(around, ({ hours, from, minutes }) => {
      let counted = 0;
      for (let minute = 0; minute < minutes; minute++) if (isOpen(hours, from + minute * MINUTE)) counted++;
      expect(openBetween(hours, from, from + minutes * MINUTE)).toBe(counted * MINUTE);
    }),
    { numRuns: 120 },
  );
});

test('it adds up, however it is cut', () => {
  fc.assert(
    fc.property(around, fc.array(fc.double({ min: 0, max: 1, noNaN: true }), { maxLength: 4 }), (given, cuts) => {
      const { hours, from, minutes } = given;
      const to = from + minutes * MINUTE;
      const places = [from, ...cuts.map(cut => Math.floor(from + cut * (to - from))).toSorted((a, b) => a - b), to];
      const parts = places.slice(1).map((place, index) => openBetween(hours, places[index]!, place));
      expect(parts.reduce((sum, part) => sum + part, 0)).toBe(openBetween(hours, from, to));
      expect(openBetween(hours, to, from)).toBe(0);
    }),
  );
});

test('until it closes it is open all the time, and until it opens it is closed', () => {
  fc.assert(
    fc.property(around, ({ hours, from }) => {
      const state = opening(hours, from);
      expect(state.open).toBe(isOpen(hours, from));
      const next = state.open ? state.until : state.from;
      if (next === null) return;
      expect(openBetween(hours, from, next)).toBe(state.open ? next - from : 0);
      expect(isOpen(hours, next)).toBe(!state.open);
    }),
  );
});

test('so much opening time has passed when it is said to have, and not a millisecond before', () => {
  fc.assert(
    fc.property(around, fc.integer({ min: 1, max: 30 * 3_600_000 }), ({ hours, from }, length) => {
      const at = openAfter([hours], from, length);
      if (at === null) return;
      expect(openBetween(hours, from, at)).toBe(length);
      expect(openBetween(hours, from, at - 1)).toBe(length - 1);
    }),
  );
});

test('several are open while any of them is, until none is any more', () => {
  fc.assert(
    fc.property(around, around, (one, other) => {
      const all = [one.hours, other.hours];
      const state = openingOf(all, one.from);
      const isOpen = (at: number) => all.some(hours => opening(hours, at).open);
      expect(state.open).toBe(isOpen(one.from));
      if (state.open && state.until !== null)
        expect([isOpen(state.until - 1), isOpen(state.until)]).toEqual([true, false]);
      if (!state.open && state.from !== null)
        expect([isOpen(state.from - 1), isOpen(state.from)]).toEqual([false, true]);
    }),
  );
});
