import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { playDay } from './centre.ts';
import { expectedWait, type Pace, toldWait } from './wait.ts';

const MINUTE = 60_000;
/** Two who take three each, six minutes a conversation, and somebody taken up within 20 seconds. */
const pace: Pace = {
  most: 6,
  holds: 6,
  held: Array.from({ length: 10 }, () => 6 * MINUTE),
  takenIn: Array.from({ length: 10 }, () => MINUTE / 3),
};

describe('how long it is to be waited', () => {
  test.each<[string, number, Partial<Pace>, number | null]>([
    ['for the first in a full house: until one of six is free', 1, {}, MINUTE + MINUTE / 3],
    ['for the sixth', 6, {}, 6 * MINUTE + MINUTE / 3],
    ['where there is room: until somebody takes it up', 1, { holds: 5 }, MINUTE / 3],
    ['behind those for whom there is room', 3, { holds: 4 }, MINUTE + MINUTE / 3],
    ['is not known where nobody takes chats', 1, { most: 0, holds: 0 }, null],
    ['is not known from four conversations', 1, { held: [1, 1, 1, 1] }, null],
    ['is not known from four who were taken up', 1, { holds: 0, takenIn: [1, 1, 1, 1] }, null],
  ])('%s', (_, place, more, wait) => {
    const expected = expectedWait(place, { ...pace, ...more });
    if (wait === null) expect(expected).toBeNull();
    else expect(expected).toBeCloseTo(wait, 3);
  });

  test('is never shorter further back', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 500 }),
        fc.nat(12),
        fc.integer({ min: 1, max: 12 }),
        (place, holds, most) => {
          const at = (where: number): number => expectedWait(where, { ...pace, holds, most })!;
          expect(at(place + 1)).toBeGreaterThanOrEqual(at(place));
        },
      ),
    );
  });

  test('is told in minutes, rounded up, as far as there is a word for it', () => {
    expect([1, MINUTE, MINUTE + 1, 4 * MINUTE, 29 * MINUTE, 31 * MINUTE].map(toldWait)).toEqual([1, 1, 2, 5, 30, 0]);
    expect(toldWait(null)).toBeNull();
  });

  test('over busy days of a made-up centre, what was foretold is what was waited on average', () => {
    const days = Array.from({ length: 8 }, (_, seed) =>
      playDay({ hours: 10, arrivals: 58, answerers: 3, most: 2, held: 6 * MINUTE, takenIn: MINUTE / 3 }, seed + 1),
    );
    const waited = days.flat().filter(({ foretold, place }) => foretold !== null && place > 1);
    expect(waited.length).toBeGreaterThan(100);
    const sum = (of: (one: (typeof waited)[number]) => number): number => waited.reduce((all, one) => all + of(one), 0);
    const ratio = sum(one => one.foretold!) / sum(one => one.waited);
    expect(ratio).toBeGreaterThan(0.75);
    expect(ratio).toBeLessThan(1.33);
  });
});
