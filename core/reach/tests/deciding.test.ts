import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { sentence } from '../../facts/words.ts';
import { type CueVerdict, fitting, metOnOpening, type ReadyReach, readyReach, whyThis } from '../deciding.ts';
import { pageOf } from '../page-pattern.ts';
import { cuePartOf, type PartName } from '../parts/registry.ts';
import { type Cue, isPlain, LAST, plainReach, Reach } from '../reach.ts';
import { arrivedJustNow, type Seen } from '../seen.ts';
import { NOW, partsAndMends, reachArbitrary, seenArbitrary } from './reach.arbitrary.ts';

const seen = (page: string, more: Partial<Seen> = {}): Seen => ({
  page: pageOf(page),
  visits: 1,
  isKnown: false,
  facts: {},
  now: NOW,
  today: '2026-11-24',
  lot: 0.5,
  appeared: {},
  moment: arrivedJustNow,
  ...more,
});
const cue = (id: string, fits: Cue['fits'], more: Partial<Cue> = {}): Cue => ({
  id,
  flow: id,
  on: true,
  fits,
  appears: { how: 'nothing' },
  unfinished: 'goes on',
  ...more,
});
const ready = (cues: Cue[], more: Partial<Reach> = {}): ReadyReach =>
  readyReach({ ...plainReach, ...more, cues }, 'first', flow => flow !== 'unpublished', []);
const metBy = (reach: ReadyReach, by: Seen): [string | undefined, boolean] => {
  const { byItself, verdicts } = whyThis(reach, by);
  return [verdicts.find(({ verdict }) => verdict.is === 'met')?.cue.id, byItself];
};
const said = (verdict: CueVerdict | undefined): string =>
  verdict?.is === 'not' ? sentence(verdict.words) : (verdict?.is ?? '');

describe('which flow is met', () => {
  const site = ready([
    cue('letter', { reference: 'letter-26' }, { appears: { how: 'open' } }),
    cue('help', { pages: { on: ['/help{/*}?'], off: [] } }),
    cue(
      'back',
      { known: true, after: 5 },
      { appears: { how: 'line', line: 'Shall we go on, {first name}?', replies: [] } },
    ),
    cue('price', { pages: { on: ['/heat-pumps/*'], off: [] }, visits: { is: 'first' }, read: 50 }),
    cue('shut', { onlyIf: { all: [{ fact: 'Sales open', is: 'is', value: false }] } }),
  ]);

  test('is the first that fits', () => {
    expect(metBy(site, seen('/help/noise'))).toEqual(['help', true]);
    expect(metBy(site, seen('/help?kineta=letter-26'))).toEqual(['letter', true]);
    expect(metBy(site, seen('/', { facts: { 'Sales open': false } }))).toEqual(['shut', true]);
    expect(metBy(site, seen('/'))).toEqual([LAST, true]);
  });

  test('is another once it has its moment', () => {
    const costs = '/heat-pumps/costs';
    expect(metBy(site, seen(costs, { moment: { ...arrivedJustNow, read: 49 } }))).toEqual([LAST, true]);
    expect(metBy(site, seen(costs, { moment: { ...arrivedJustNow, read: 50 } }))).toEqual(['price', true]);
    expect(fitting(site, seen(costs)).map(({ cue: { id } }) => id)).toEqual(['price', LAST]);
  });

  test('says of each other the first thing that is not so', () => {
    const { verdicts } = whyThis(site, seen('/heat-pumps/costs', { visits: 2, facts: { 'Sales open': false } }));
    expect(verdicts.map(({ cue: { id }, verdict }) => [id, said(verdict)])).toEqual([
      ['letter', 'the address has no reference'],
      ['help', 'the page is not /help and below'],
      ['back', 'nothing is known of them'],
      ['price', 'this is visit 2, and it is for who is new here'],
      ['shut', 'met'],
      [LAST, 'behind'],
    ]);
  });

  test('says nothing by itself that it does not know', () => {
    const known = seen('/', { isKnown: true, moment: { ...arrivedJustNow, seconds: 9 } });
    expect(said(whyThis(site, known).verdicts[2]?.verdict)).toBe('it says first name, which is not known');
    expect(metBy(site, { ...known, facts: { 'first name': 'Maud' } })).toEqual(['back', true]);
  });

  test('waits for nothing on the page where the visitor opens the chat', () => {
    const late = ready([cue('late', { after: 20 })], { last: { fits: { after: 30 }, appears: { how: 'mark' } } });
    expect(metBy(late, seen('/'))).toEqual(['late', false]);
    expect(metBy(late, seen('/', { moment: { ...arrivedJustNow, seconds: 40 } }))).toEqual(['late', true]);
  });

  test('leaves out what is off, and what is not published', () => {
    const site = ready([cue('off', {}, { on: false }), cue('unpublished', {}), cue('on', {})]);
    expect(whyThis(site, seen('/')).verdicts.map(({ verdict }) => verdict.is)).toEqual([
      'off',
      'no flow',
      'met',
      'behind',
    ]);
    expect(fitting(site, seen('/')).map(({ cue: { id } }) => id)).toEqual(['on']);
  });

  test('has not appeared to them too lately, and may be met all the same', () => {
    const weekly = ready([cue('weekly', { often: 7 }, { appears: { how: 'mark' } })]);
    const lately = seen('/', { appeared: { weekly: NOW - 6 * 86_400_000 } });
    expect(fitting(weekly, lately).map(({ cue: { id }, quiet }) => [id, quiet])).toEqual([
      ['weekly', true],
      [LAST, false],
    ]);
    expect(said(whyThis(weekly, lately).verdicts[0]?.verdict)).toBe('it has appeared to them 6 days ago');
    expect(metBy(weekly, seen('/', { appeared: { weekly: NOW - 7 * 86_400_000 } }))).toEqual(['weekly', true]);
  });
});

test('what is pressed leads into its flow, wherever it stands, and nothing else does', () => {
  const site = ready([cue('now', {}), cue('button', { press: 'price' }, { appears: { how: 'open' } })]);
  expect(fitting(site, seen('/')).map(({ cue: { id } }) => id)).toEqual(['now', 'button']);
  expect(metBy(site, seen('/'))).toEqual(['now', true]);
  const alone = ready([cue('button', { press: 'price' })], { last: { fits: { after: 5 }, appears: { how: 'mark' } } });
  expect(metBy(alone, seen('/'))).toEqual([LAST, false]);
  expect(metBy(alone, seen('/', { moment: { ...arrivedJustNow, pressed: 'price' } }))).toEqual(['button', true]);
  expect(said(whyThis(alone, seen('/')).verdicts[0]?.verdict)).toBe('they have not pressed what is marked price');
});

describe('whatever is set, and whoever comes', () => {
  const flows = (flow: string) => flow !== '3';

  test('exactly one is met, and it is always told which', () => {
    fc.assert(
      fc.property(reachArbitrary, seenArbitrary, fc.constantFrom('1', '3', null), (reach, by, fate) => {
        // Whatever became of the site’s own flow.
        const { verdicts } = whyThis(readyReach(reach, fate, flows, []), by);
        expect(verdicts).toHaveLength(reach.cues.length + 1);
        expect(verdicts.filter(({ verdict }) => verdict.is === 'met')).toHaveLength(1);
      }),
    );
  });

  test('the reason is true: where only that is made so, it is met, or something further is told', () => {
    // What is done by hand is looked at before what comes about.
    const order = Object.keys(partsAndMends).toSorted(
      (a, b) =>
        Number(cuePartOf(a)?.comes !== undefined) - Number(cuePartOf(b)?.comes !== undefined) ||
        Number(b === 'press') - Number(a === 'press'),
    );
    fc.assert(
      fc.property(reachArbitrary, seenArbitrary, fc.nat(), (reach, by, which) => {
        const site = readyReach(reach, '1', flows, []);
        const told = whyThis(site, by).verdicts;
        const at = which % told.length;
        const { cue: mended, verdict } = told[at]!;
        if (verdict.is !== 'not' || verdict.part === 'says') return;
        expect(sentence(verdict.words)).not.toBe('');
        const part = partsAndMends[verdict.part] as { mend(set: unknown, seen: Seen, cue: string): Seen };
        const after = whyThis(site, part.mend(mended.fits[verdict.part as PartName], by, mended.id)).verdicts[at]!
          .verdict;
        if (after.is === 'not' && after.part !== 'says')
          expect(order.indexOf(after.part)).toBeGreaterThan(order.indexOf(verdict.part));
        else expect(['met', 'behind', 'not']).toContain(after.is);
      }),
    );
  });

  test('what the page is told agrees with what is told of the moment', () => {
    fc.assert(
      fc.property(reachArbitrary, seenArbitrary, (reach, by) => {
        const site = readyReach(reach, '1', flows, []);
        const [met] = metBy(site, by);
        expect(fitting(site, by).map(({ cue: { id } }) => id)).toContain(met);
      }),
    );
  });

  test('whoever opens the chat meets what is told of that moment', () => {
    fc.assert(
      fc.property(reachArbitrary, seenArbitrary, fc.constantFrom('1', '3', null), (reach, by, fate) => {
        const site = readyReach(reach, fate, flows, []);
        const told = whyThis(site, by).verdicts;
        expect(metOnOpening(site, by, undefined).id).toBe(told.find(({ verdict }) => verdict.is === 'met')?.cue.id);
        for (const { cue: said, verdict } of told) {
          const met = metOnOpening(site, by, said.id).id === said.id;
          if (verdict.is === 'met' || verdict.is === 'behind') expect(met).toBe(true);
          if (verdict.is === 'off' || verdict.is === 'no flow') expect(met).toBe(false);
        }
      }),
    );
  });

  test('what is kept of a reach is read again as it was', () => {
    fc.assert(
      fc.property(reachArbitrary, reach => {
        expect(Reach.parse(JSON.parse(JSON.stringify(reach)))).toEqual(reach);
      }),
    );
  });
});

describe('whether the chat shows', () => {
  const hidden = ready([], {
    shows: { closed: false, computer: true, tablet: true, phone: false, on: [], off: ['/help{/*}?'] },
  });
  test.each([
    ['/', 'computer', true, undefined],
    ['/', 'computer', false, 'closed'],
    ['/', 'phone', true, 'device'],
    ['/help/noise', 'computer', true, 'this page'],
  ] as const)('on %s, on a %s, open %s: %s', (page, device, isOpen, expected) => {
    expect(hidden.hidden(seen(page), device, isOpen)).toBe(expected);
  });

  test('only on some pages', () => {
    const some = ready([], { shows: { ...plainReach.shows, on: ['/book*'] } });
    expect(['/book-a-survey', '/'].map(page => some.hidden(seen(page), 'phone', false))).toEqual([
      undefined,
      'other page',
    ]);
  });

  test('needs no question where it always does', () => {
    expect([isPlain(plainReach), isPlain(hidden.reach)]).toEqual([true, false]);
    expect(isPlain({ ...plainReach, cues: [cue('a', {}, { on: false })] })).toBe(true);
    expect(isPlain({ ...plainReach, cues: [cue('a', {})] })).toBe(false);
  });
});
