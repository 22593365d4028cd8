import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import type { OpeningHours } from '../hours/hours.ts';
import { type Attendance, availabilityOf, HERE_WITHIN, IDLE_AFTER } from './availability.ts';

/** A Tuesday morning. */
const now = Date.parse('2026-11-24T10:12:00Z');
const weekdays: OpeningHours = {
  zone: 'Europe/London',
  open: [{ days: [1, 2, 3, 4, 5], from: '08:30', to: '17:30' }],
  seasons: [],
  special: [],
};
const sundays: OpeningHours = { ...weekdays, open: [{ days: [7], from: '08:30', to: '17:30' }] };
const there: Attendance = { away: false, hereAt: now, activeAt: now, hours: [weekdays], holds: 0, most: 4 };

describe('who answers', () => {
  test.each<[string, Partial<Attendance>, string]>([
    ['at their desk', {}, 'takes chats'],
    ['who was never here', { hereAt: null, activeAt: null }, 'not here'],
    ['whose page has gone', { hereAt: now - HERE_WITHIN - 1 }, 'not here'],
    ['who says so', { away: true }, 'away'],
    ['who does nothing for long', { activeAt: now - IDLE_AFTER - 1 }, 'idle'],
    ['on another day', { hours: [sundays] }, 'out of hours'],
    ['in one team of two', { hours: [sundays, weekdays] }, 'takes chats'],
    ['in a team without hours', { hours: [sundays, null] }, 'takes chats'],
    ['in no team', { hours: [] }, 'takes chats'],
    ['with as many as they take', { holds: 4 }, 'full'],
    ['who takes none', { most: 0 }, 'full'],
  ])('%s', (_, more, availability) => {
    expect(availabilityOf({ ...there, ...more }, now)).toBe(availability);
  });

  test('never takes more than they take at most, nor while away', () => {
    fc.assert(
      fc.property(
        fc.record({ away: fc.boolean(), holds: fc.nat(20), most: fc.nat(20), ago: fc.integer({ min: 0, max: 2e6 }) }),
        ({ away, holds, most, ago }) => {
          const taken = availabilityOf({ ...there, away, holds, most, activeAt: now - ago }, now) === 'takes chats';
          expect(taken && (away || holds >= most || ago > IDLE_AFTER)).toBe(false);
        },
      ),
    );
  });
});
