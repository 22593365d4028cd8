import { describe, expect, test } from 'vitest';
import type { Fact } from '../../facts/fact.ts';
import { applyAll } from '../edits.ts';
import type { Flow } from '../format.ts';
import type { Step } from '../steps/registry.ts';
import { flowOf as flowFrom, line } from '../tests/perform.ts';
import { check, waysThrough } from './check.ts';

const facts: Fact[] = [
  { name: 'home', type: 'choice', scope: 'conversation' },
  { name: 'bill', type: 'money', scope: 'conversation' },
  { name: 'email', type: 'email', scope: 'conversation' },
];
const flowOf = (scenes: Record<string, Step[]>): Flow => flowFrom(scenes, facts);
const say = (id: string, text = 'Hello.'): Step => ({ id, kind: 'say', line: line(text) });
const end = (id: string): Step => ({ id, kind: 'end' });
const go = (id: string, to: string): Step => ({ id, kind: 'go', to });
const ask = (id: string, labels: Array<string | [string, string]>, fact?: string): Step => ({
  id,
  kind: 'ask',
  line: line('Which?'),
  answer: {
    type: 'choice',
    choices: labels.map((label, index) => ({
      id: `${id}${index}`,
      ...(typeof label === 'string' ? { label } : { label: label[0], to: label[1] }),
    })),
  },
  ...(fact ? { fact } : {}),
  tries: 2,
});
const type = (id: string, fact: string): Step => ({
  id,
  kind: 'ask',
  line: line('What?'),
  answer: fact === 'email' ? { type: 'email' } : { type: 'number' },
  fact,
  tries: 2,
});
type Ways = Extract<Step, { kind: 'decide' }>['ways'];
const decide = (id: string, ways: Ways): Step => ({ id, kind: 'decide', ways, otherwise: {} });
const home = (is: 'is' | 'is not', value: string, to?: string): Ways[number] => ({
  when: { all: [{ fact: 'home', is, value }] },
  ...(to ? { to } : {}),
});
const bill = (low: number | undefined, high: number | undefined, out = false): Ways[number] => ({
  when: {
    all: [
      ...(low === undefined ? [] : [{ fact: 'bill', is: 'is at least' as const, value: low }]),
      ...(high === undefined
        ? []
        : [{ fact: 'bill', is: out ? ('is less than' as const) : ('is at most' as const), value: high }]),
    ],
  },
});
const of = (code: string, flow: Flow) => check(flow).filter(finding => finding.code === code);

describe('decisions', () => {
  const asked = (ways: Ways) => flowOf({ a: [ask('q', ['Flat', 'House'], 'home'), decide('d', ways), end('e')] });

  test('a way that nobody takes, and one that everybody takes', () => {
    expect(of('never true', asked([home('is', 'Castle'), home('is', 'Flat')]))).toMatchObject([
      { place: { step: 'd', part: 'ways.0' }, sentence: 'It is never so that home is “Castle”.' },
    ]);
    expect(of('always true', asked([home('is not', 'Castle')]))).toHaveLength(1);
    const both = asked([home('is', 'Flat'), home('is', 'House'), home('is', 'Castle')]);
    expect(of('always true', both)).toMatchObject([{ place: { part: 'ways.1' } }]);
    const [dead] = of('never true', both);
    expect(dead).toMatchObject({ sentence: expect.stringContaining('is never asked') });
    expect(of('never true', applyAll(both, dead!.fix!.edits).flow)).toEqual([]);
    expect(of('never true', asked([home('is', 'Flat')]))).toEqual([]);
  });

  test('what was decided before is known behind it', () => {
    const flow = flowOf({
      a: [ask('q', ['Flat', 'House'], 'home'), decide('d', [home('is', 'Flat', 'flat')]), end('e')],
      flat: [decide('again', [home('is', 'House')]), end('f')],
    });
    expect(of('never true', flow)).toMatchObject([{ place: { step: 'again' } }]);
  });

  test('ranges that share a value, overlap, or leave some out', () => {
    const ranged = (ways: Ways) => flowOf({ a: [type('q', 'bill'), decide('d', ways), end('e')] });
    expect(of('ranges overlap', ranged([bill(0, 1_000), bill(1_000, 2_000)]))).toMatchObject([
      { sentence: 'Two ways mean bill of 1,000; the first is taken.' },
    ]);
    expect(of('ranges overlap', ranged([bill(0, 1_500), bill(1_000, 2_000)]))).toMatchObject([
      { sentence: 'Two ways mean bill from 1,000 to 1,500; the first is taken.' },
    ]);
    expect(of('range missing', ranged([bill(0, 1_000), bill(1_200, 2_000)]))).toMatchObject([
      { sentence: 'No way means bill between 1,000 and 1,200.' },
    ]);
    const fine = ranged([bill(undefined, 1_000, true), bill(1_000, 2_000, true), bill(2_000, undefined)]);
    expect(check(fine)).toEqual([]);
    expect(of('ranges overlap', ranged([bill(2_000, undefined), bill(1_000, undefined)]))).toEqual([]);
  });
});

describe('facts on ways', () => {
  test('a decision that asks whether a fact is known keeps those away who would miss it', () => {
    const known = { when: { all: [{ fact: 'home', is: 'is known' as const }] }, to: 'c' };
    const told: Step = { id: 's', kind: 'say', line: [[{ fact: 'home' }]] };
    const flow = flowOf({
      a: [ask('q', [['Tell', 'b'], 'Rather not']), decide('d', [known]), end('e')],
      b: [ask('r', ['Flat', 'House'], 'home'), decide('d2', [known]), end('e2')],
      c: [told, end('f')],
    });
    expect(of('fact unset on a way', flow)).toEqual([]);
    const open = flowOf({
      a: [ask('q', [['Tell', 'b'], 'Rather not']), go('g', 'c')],
      b: [ask('r', ['Flat', 'House'], 'home'), go('g2', 'c')],
      c: [told, end('f')],
    });
    expect(of('fact unset on a way', open)).toMatchObject([{ path: ['“a”', 'Rather not', '“c”'] }]);
  });

  test('a question for what is known already, with the way', () => {
    const flow = flowOf({
      a: [type('q', 'email'), ask('next', [['More', 'b'], 'Enough']), end('e')],
      b: [type('r', 'email'), end('f')],
    });
    expect(of('asked twice', flow)).toMatchObject([{ place: { step: 'r' }, path: ['“a”', 'answered', 'More', '“b”'] }]);
    const guarded = flowOf({
      a: [type('q', 'email'), ask('next', [['More', 'b'], 'Enough']), end('e')],
      b: [
        decide('d', [{ when: { all: [{ fact: 'email', is: 'is known' }] }, to: 'c' }]),
        type('r', 'email'),
        go('g', 'c'),
      ],
      c: [end('f')],
    });
    expect(of('asked twice', guarded)).toEqual([]);
  });
});

describe('manners', () => {
  const mail: Step = { id: 'm', kind: 'email', to: { fact: 'email' }, subject: line('Hi'), line: line('Hello.') };
  const consent: Step = { id: 'c', kind: 'ask consent', purpose: 'news by email', line: line('May we?') };

  test('an email needs consent on every way, or to have been asked for', () => {
    const bare = flowOf({ a: [type('q', 'email'), mail, end('e')] });
    const [finding] = of('mail without consent', bare);
    expect(finding).toMatchObject({ level: 'problem', path: ['“a”', 'answered'] });
    expect(of('mail without consent', applyAll(bare, finding!.fix!.edits).flow)).toEqual([]);
    const either = flowOf({ a: [type('q', 'email'), consent, mail, end('e')] });
    expect(of('mail without consent', either)).toMatchObject([{ path: ['“a”', 'answered', 'not agreed'] }]);
    const only = flowOf({
      a: [type('q', 'email'), { ...consent, declined: { to: 'b' } } as Step, mail, end('e')],
      b: [end('f')],
    });
    expect(of('mail without consent', only)).toEqual([]);
    const withdrawn: Step = { id: 'w', kind: 'withdraw consent', purpose: 'news by email' };
    const after = flowOf({
      a: [type('q', 'email'), { ...consent, declined: { to: 'b' } } as Step, withdrawn, mail, end('e')],
      b: [end('f')],
    });
    expect(of('mail without consent', after)).toHaveLength(1);
  });

  test('a closed team leaves a way to be reached', () => {
    const over: Step = {
      id: 'h',
      kind: 'hand over',
      team: 'Sales',
      waiting: [],
      closed: { line: line('We are out.') },
    };
    const dropped = flowOf({ a: [over, end('e')] });
    const [finding] = of('closed without a way out', dropped);
    expect(of('closed without a way out', applyAll(dropped, finding!.fix!.edits).flow)).toEqual([]);
    expect(of('closed without a way out', flowOf({ a: [type('q', 'email'), over, end('e')] }))).toEqual([]);
    const rings = { ...over, closed: { line: [[{ text: 'ring us', link: 'tel:01632960123' }]] } } as Step;
    expect(of('closed without a way out', flowOf({ a: [rings, end('e')] }))).toEqual([]);
  });

  test('steps behind an end, choices for one place, long wordings, and links that lead nowhere', () => {
    const behind = flowOf({ a: [end('e'), say('s'), say('t')] });
    const found = of('unreachable step', behind);
    expect(found).toMatchObject([{ place: { step: 's' } }]);
    expect(
      of('same place', flowOf({ a: [ask('q', [['Yes', 'b'], ['No', 'b'], 'Else']), end('e')], b: [end('f')] })),
    ).toHaveLength(1);
    expect(
      of('same place', flowOf({ a: [ask('q', [['Yes', 'b'], ['No', 'b'], 'Else'], 'home'), end('e')], b: [end('f')] })),
    ).toEqual([]);
    expect(of('long wording', flowOf({ a: [say('s', 'word '.repeat(80)), end('e')] }))).toHaveLength(1);
    const link = (to: string): Step => ({ id: 's', kind: 'say', line: [[{ text: 'here', link: to }]] });
    expect(of('bad link', flowOf({ a: [link('https://example'), end('e')] }))).toHaveLength(1);
    expect(of('bad link', flowOf({ a: [link('https://www.brackenrow.example/costs'), end('e')] }))).toEqual([]);
    expect(of('bad link', flowOf({ a: [link('/costs'), end('e')] }))).toEqual([]);
  });
});

test('ways through are counted, a round once', () => {
  expect(waysThrough(flowOf({ a: [say('s'), end('e')] }))).toBe(1n);
  // Two choices and “not understood”, twice over.
  expect(waysThrough(flowOf({ a: [ask('q', ['Yes', 'No']), ask('r', ['Yes', 'No']), end('e')] }))).toBe(9n);
  const round = flowOf({ a: [ask('q', [['Again', 'a'], 'On']), end('e')] });
  expect(waysThrough(round)).toBe(2n);
});
