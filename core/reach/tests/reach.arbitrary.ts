import fc from 'fast-check';
import { appearanceKinds } from '../appearances/registry.ts';
import type { CueFits, PartName } from '../parts/registry.ts';
import { type Cue, LAST, Reach } from '../reach.ts';
import type { Seen } from '../seen.ts';

const DAY = 86_400_000;
/** A Tuesday. */
export const NOW = Date.parse('2026-11-24T10:12:00Z');

const pattern = fc.constantFrom('/help{/*}?', '/heat-pumps/*', '/heat-pumps', '/:topic/costs', '/*');
const page = fc.constantFrom('/help', '/help/noise', '/heat-pumps', '/heat-pumps/costs', '/', '/book');

/** What may be set of each part, and how a page is looked at of which that is so, whatever it was before. */
export const partsAndMends: {
  [Name in PartName]: {
    set: fc.Arbitrary<NonNullable<CueFits[Name]>>;
    mend(set: NonNullable<CueFits[Name]>, seen: Seen, cue: string): Seen;
  };
} = {
  pages: {
    set: fc.record({ on: fc.uniqueArray(pattern, { maxLength: 2 }), off: fc.constantFrom([], ['/book']) }),
    mend: ({ on }, seen) => {
      const pages: Record<string, string> = {
        '/help{/*}?': '/help',
        '/heat-pumps/*': '/heat-pumps/costs',
        '/heat-pumps': '/heat-pumps',
        '/:topic/costs': '/x/costs',
        '/*': '/',
      };
      return { ...seen, page: { ...seen.page, path: on[0] === undefined ? '/' : pages[on[0]]! } };
    },
  },
  address: {
    set: fc.constantFrom([{ name: 'from', is: 'letter' }], [{ name: 'from', is: '' }]),
    mend: (_, seen) => ({ ...seen, page: { ...seen.page, search: `${seen.page.search || '?a=b'}&from=letter` } }),
  },
  reference: {
    set: fc.constantFrom('letter-26', 'card'),
    mend: (set, seen) => ({ ...seen, page: { ...seen.page, search: `?kineta=${set}&${seen.page.search.slice(1)}` } }),
  },
  visits: {
    set: fc.oneof(
      fc.constant({ is: 'first' as const }),
      fc.record({ is: fc.constant('at least' as const), visits: fc.integer({ min: 2, max: 4 }) }),
    ),
    mend: (set, seen) => ({ ...seen, visits: set.is === 'first' ? 1 : set.visits }),
  },
  known: { set: fc.boolean(), mend: (set, seen) => ({ ...seen, isKnown: set }) },
  onlyIf: {
    set: fc.constantFrom(
      { all: [{ fact: 'device', is: 'is' as const, value: 'phone' }] },
      { any: [{ fact: 'device', is: 'is' as const, value: 'phone' }] },
    ),
    mend: (_, seen) => ({ ...seen, facts: { ...seen.facts, device: 'phone' } }),
  },
  dates: {
    set: fc.constantFrom({ from: '2026-12-01', to: null }, { from: null, to: '2026-10-01' }, { from: null, to: null }),
    mend: ({ from, to }, seen) => ({ ...seen, today: from ?? to ?? seen.today }),
  },
  share: { set: fc.integer({ min: 1, max: 100 }), mend: (_, seen) => ({ ...seen, lot: 0 }) },
  after: {
    set: fc.integer({ min: 1, max: 60 }),
    mend: (set, seen) => ({ ...seen, moment: { ...seen.moment, seconds: set } }),
  },
  read: {
    set: fc.integer({ min: 1, max: 100 }),
    mend: (set, seen) => ({ ...seen, moment: { ...seen.moment, read: set } }),
  },
  leaving: {
    set: fc.constant(true as const),
    mend: (_, seen) => ({ ...seen, moment: { ...seen.moment, leaving: true } }),
  },
  idle: {
    set: fc.integer({ min: 1, max: 60 }),
    mend: (set, seen) => ({ ...seen, moment: { ...seen.moment, idle: set } }),
  },
  press: {
    set: fc.constantFrom('price', 'book'),
    mend: (set, seen) => ({ ...seen, moment: { ...seen.moment, pressed: set } }),
  },
  often: {
    set: fc.integer({ min: 1, max: 30 }),
    mend: (set, seen, cue) => ({ ...seen, appeared: { ...seen.appeared, [cue]: seen.now - set * DAY } }),
  },
};

const fits = (names: readonly PartName[]): fc.Arbitrary<CueFits> =>
  fc.record(Object.fromEntries(names.map(name => [name, partsAndMends[name].set])), {
    requiredKeys: [],
  }) as fc.Arbitrary<CueFits>;

const appears = fc.constantFrom(...appearanceKinds.map(kind => kind.blank()), {
  how: 'line' as const,
  line: 'Hello {first name}',
  replies: [],
});

const ids = ['one', 'two', 'three', 'four'];

export const reachArbitrary: fc.Arbitrary<Reach> = fc
  .record({
    cues: fc.array(
      fc.record({
        flow: fc.constantFrom('1', '2', '3'),
        on: fc.boolean(),
        fits: fits(Object.keys(partsAndMends) as PartName[]),
        appears,
        unfinished: fc.constantFrom('goes on' as const, 'asks' as const, 'begins' as const),
      }),
      { maxLength: ids.length },
    ),
    last: fc.record({ fits: fits(['after', 'read', 'leaving', 'idle', 'often']), appears }),
  })
  .map(({ cues, last }) => Reach.parse({ cues: cues.map((cue, at): Cue => ({ ...cue, id: ids[at]! })), last }));

export const seenArbitrary: fc.Arbitrary<Seen> = fc.record({
  page: fc.record({
    origin: fc.constant('https://brackenrow.example'),
    path: page,
    search: fc.constantFrom('', '?from=letter', '?kineta=card'),
  }),
  visits: fc.integer({ min: 1, max: 5 }),
  isKnown: fc.boolean(),
  facts: fc.record({ device: fc.constantFrom('phone', 'computer') }),
  now: fc.constant(NOW),
  today: fc.constant('2026-11-24'),
  lot: fc.double({ min: 0, max: 1, maxExcluded: true, noNaN: true }),
  appeared: fc.dictionary(fc.constantFrom(...ids, LAST), fc.integer({ min: NOW - 40 * DAY, max: NOW })),
  moment: fc.record({
    seconds: fc.integer({ min: 0, max: 80 }),
    idle: fc.integer({ min: 0, max: 80 }),
    read: fc.integer({ min: 0, max: 100 }),
    leaving: fc.boolean(),
  }),
});
