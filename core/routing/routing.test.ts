import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import {
  type Answerer,
  inLine,
  OFFERED_AGAIN_AFTER,
  OFFERED_AT_MOST,
  offersFor,
  placesIn,
  URGENT_AHEAD,
  type WaitingVisitor,
} from './routing.ts';

/** A Tuesday morning. */
const now = Date.parse('2026-11-24T10:12:00Z');

const visitor = (id: string, more: Partial<WaitingVisitor> = {}): WaitingVisitor => ({
  id,
  since: now - 60_000,
  urgent: false,
  team: 'sales',
  prefers: [],
  skill: null,
  language: null,
  letBy: [],
  ...more,
});
const answers = (id: string, more: Partial<Answerer> = {}): Answerer => ({
  id,
  teams: ['sales'],
  languages: [],
  skills: [],
  holds: 0,
  most: 3,
  isOffered: false,
  givenAt: 0,
  ...more,
});
const whoGets = (waits: WaitingVisitor, all: readonly Answerer[]): string | undefined =>
  offersFor([waits], all, now)[0]?.member;

describe('who is asked', () => {
  test.each<[string, Partial<WaitingVisitor>, Answerer[], string | undefined]>([
    ['who has least', {}, [answers('a', { holds: 2 }), answers('b', { holds: 1 })], 'b'],
    ['who was given none for longest', {}, [answers('a', { givenAt: 9 }), answers('b', { givenAt: 4 })], 'b'],
    ['nobody who is being asked already', {}, [answers('a', { isOffered: true }), answers('b', { holds: 2 })], 'b'],
    ['whom the visitor spoke with before', { prefers: ['a'] }, [answers('a', { holds: 2 }), answers('b')], 'a'],
    ['who stands in, when they have no room', { prefers: ['a'] }, [answers('a', { holds: 3 }), answers('b')], 'b'],
    [
      'who knows what is asked for, before who speaks their language',
      { skill: 'Grants', language: 'de' },
      [answers('a', { languages: ['de'] }), answers('b', { skills: ['batteries', 'grants'], holds: 2 })],
      'b',
    ],
    ['anybody, where nobody knows it', { skill: 'solar' }, [answers('a'), answers('b', { skills: ['grants'] })], 'a'],
    [
      'who speaks their language',
      { language: 'de' },
      [answers('a'), answers('b', { languages: ['de'], holds: 2 })],
      'b',
    ],
    ['anybody, where nobody speaks it', { language: 'cy' }, [answers('a'), answers('b', { languages: ['de'] })], 'a'],
    ['nobody of another team', {}, [answers('a', { teams: ['support'] })], undefined],
    ['whoever is there', { team: null }, [answers('a', { teams: [] })], 'a'],
    [
      'somebody else than who let it go by',
      { letBy: [{ member: 'a', at: now - 1 }] },
      [answers('a'), answers('b', { holds: 2 })],
      'b',
    ],
    [
      'nobody, while the only one was just asked',
      { letBy: [{ member: 'a', at: now - OFFERED_AGAIN_AFTER + 1 }] },
      [answers('a')],
      undefined,
    ],
    [
      'the same one again, after a while',
      { letBy: [{ member: 'a', at: now - OFFERED_AGAIN_AFTER }] },
      [answers('a')],
      'a',
    ],
    [
      'nobody who let it go by that often',
      { letBy: Array.from({ length: OFFERED_AT_MOST }, (_, times) => ({ member: 'a', at: times })) },
      [answers('a')],
      undefined,
    ],
  ])('%s', (_, waits, all, member) => {
    expect(whoGets(visitor('1', waits), all)).toBe(member);
  });

  test('who waited longest is thought of first, and of two at once the older conversation', () => {
    const all = [visitor('9', { since: now - 5 }), visitor('10', { since: now - 5 }), visitor('3', { since: now - 1 })];
    expect(offersFor(all, [answers('a'), answers('b')], now).map(({ conversation }) => conversation)).toEqual([
      '9',
      '10',
    ]);
  });

  test('who is urgent stands before who came up to ten minutes earlier, and behind who came before that', () => {
    const first = (earlier: number) => {
      const all = [visitor('1', { since: now - earlier }), visitor('2', { since: now, urgent: true })];
      return offersFor(all, [answers('a')], now)[0]?.conversation;
    };
    expect(first(URGENT_AHEAD - 1)).toBe('2');
    expect(first(URGENT_AHEAD + 1)).toBe('1');
  });
});

const teams = ['sales', 'support', 'aftercare'];
const members = Array.from({ length: 8 }, (_, at) => `m${at}`);
const aVisitor: fc.Arbitrary<Omit<WaitingVisitor, 'id'>> = fc.record({
  since: fc.integer({ min: now - 3_600_000, max: now }),
  urgent: fc.boolean(),
  team: fc.option(fc.constantFrom(...teams)),
  prefers: fc.subarray(members, { maxLength: 2 }),
  skill: fc.option(fc.constantFrom('grants', 'Batteries')),
  language: fc.option(fc.constantFrom('en', 'de', 'cy')),
  letBy: fc.array(
    fc.record({ member: fc.constantFrom(...members), at: fc.integer({ min: now - 300_000, max: now }) }),
    { maxLength: 4 },
  ),
});
const line = fc.array(aVisitor, { maxLength: 30 }).map(all => all.map((one, at) => ({ id: String(at + 1), ...one })));
const staff = fc
  .array(
    fc.record({
      teams: fc.subarray(teams),
      languages: fc.subarray(['en', 'de', 'cy']),
      skills: fc.subarray(['grants', 'batteries']),
      holds: fc.nat(4),
      most: fc.nat(4),
      isOffered: fc.boolean(),
      givenAt: fc.nat(now),
    }),
    { maxLength: members.length },
  )
  .map(all => all.map((one, at) => ({ id: members[at]!, ...one })));

describe('whatever the line and whoever is there', () => {
  test('nobody is given more than they take, nor two at once, and nobody who waits is offered twice', () => {
    fc.assert(
      fc.property(line, staff, (waiting, all) => {
        const offers = offersFor(waiting, all, now);
        expect(new Set(offers.map(({ conversation }) => conversation)).size).toBe(offers.length);
        for (const { id, holds, most, isOffered } of all) {
          const given = offers.filter(({ member }) => member === id).length;
          expect(given).toBeLessThanOrEqual(holds < most && !isOffered ? 1 : 0);
        }
      }),
    );
  });

  test('nobody is passed over for who came later, by anybody who might have had them', () => {
    fc.assert(
      fc.property(line, staff, (waiting, all) => {
        const offers = offersFor(waiting, all, now);
        const placed = new Map(offers.map(({ conversation, member }) => [conversation, member]));
        for (const older of waiting.filter(({ id }) => !placed.has(id)))
          for (const younger of waiting.filter(other => inLine(older, other) < 0 && placed.has(other.id))) {
            const who = all.find(({ id }) => id === placed.get(younger.id))!;
            const isOfTheirs = older.team === null || who.teams.includes(older.team);
            expect(isOfTheirs && older.letBy.every(({ member }) => member !== who.id)).toBe(false);
          }
      }),
    );
  });

  test('whoever has room is offered somebody, while somebody waits whom they have not let go by', () => {
    fc.assert(
      fc.property(line, staff, (waiting, all) => {
        const offers = offersFor(waiting, all, now);
        const placed = new Set(offers.map(({ conversation }) => conversation));
        for (const { id, holds, most, isOffered, teams: theirs } of all) {
          if (isOffered || holds >= most || offers.some(({ member }) => member === id)) continue;
          const left = waiting.filter(
            ({ id: conversation, team, letBy }) =>
              !placed.has(conversation) &&
              (team === null || theirs.includes(team)) &&
              letBy.every(({ member }) => member !== id),
          );
          expect(left).toEqual([]);
        }
      }),
    );
  });

  test('the same is decided again, in whatever order they are named', () => {
    fc.assert(
      fc.property(line, staff, (waiting, all) => {
        const once = offersFor(waiting, all, now);
        expect(offersFor([...waiting].reverse(), [...all].reverse(), now)).toEqual(once);
      }),
    );
  });
});

test('a place in line is one more than those before who would be given to the same people', () => {
  fc.assert(
    fc.property(line, waiting => {
      const ordered = waiting.toSorted(inLine);
      const places = placesIn(ordered);
      ordered.forEach(({ id, team }, at) => {
        const ahead = ordered.slice(0, at).filter(other => other.team === team || other.team === null || team === null);
        expect(places.get(id)).toBe(ahead.length + 1);
      });
    }),
  );
});
