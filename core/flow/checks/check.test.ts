import { describe, expect, test } from 'vitest';
import type { Fact } from '../../facts/fact.ts';
import { applyAll } from '../edits.ts';
import { blankFlow, type Flow, FORMAT } from '../format.ts';
import type { Step } from '../steps/registry.ts';
import { check } from './check.ts';

const facts: Fact[] = [
  { name: 'tariff', type: 'number', scope: 'conversation' },
  { name: 'name', type: 'text', scope: 'visitor' },
  { name: 'email', type: 'email', scope: 'conversation' },
];
const flowOf = (scenes: Record<string, Step[]>): Flow => ({
  format: FORMAT,
  name: 'First visit',
  speaker: 'Robin',
  facts,
  scenes: Object.entries(scenes).map(([id, steps]) => ({ id, title: id, steps })),
});
const codes = (flow: Flow, teams?: string[]): string[] =>
  check(flow, teams ? { teams } : {}).map(finding => finding.code);
const say = (id: string, text = 'Hello.'): Step => ({ id, kind: 'say', line: text ? [[{ text }]] : [] });
const end = (id: string): Step => ({ id, kind: 'end' });
const ask = (id: string, more: Partial<Extract<Step, { kind: 'ask' }>> = {}): Step => ({
  id,
  kind: 'ask',
  line: [[{ text: 'Which?' }]],
  answer: { type: 'choice', choices: [{ id: `${id}1`, label: 'One' }] },
  tries: 2,
  ...more,
});

describe('checks', () => {
  test('a new flow has nothing wrong', () => {
    let id = 0;
    expect(check(blankFlow('New', 'Robin', () => `i${id++}`))).toEqual([]);
  });

  test.each<[string, Flow, string]>([
    ['a scene nothing leads to', flowOf({ a: [end('x')], b: [end('y')] }), 'unreachable scene'],
    ['a scene that runs out', flowOf({ a: [say('x')] }), 'runs out'],
    ['one that only somebody outside leads to', flowOf({ a: [end('x')], b: [say('y')] }), 'runs out'],
    [
      'a loop without input',
      flowOf({ a: [say('x'), { id: 'y', kind: 'go', to: 'b' }], b: [{ id: 'z', kind: 'go', to: 'a' }] }),
      'endless loop',
    ],
    ['a go to itself', flowOf({ a: [{ id: 'y', kind: 'go', to: 'a' }] }), 'endless loop'],
    ['a go to nowhere', flowOf({ a: [{ id: 'y', kind: 'go', to: 'gone' }] }), 'no such scene'],
    [
      'a choice to nowhere',
      flowOf({
        a: [ask('q', { answer: { type: 'choice', choices: [{ id: 'c', label: 'One', to: 'gone' }] } }), end('x')],
      }),
      'no such scene',
    ],
    ['an empty line', flowOf({ a: [say('x', ''), end('y')] }), 'empty line'],
    ['a question without words', flowOf({ a: [ask('q', { line: [] }), end('y')] }), 'empty line'],
    [
      'a question without choices',
      flowOf({ a: [ask('q', { answer: { type: 'choice', choices: [] } }), end('y')] }),
      'no way on',
    ],
    [
      'a number that nothing can be',
      flowOf({ a: [ask('q', { answer: { type: 'number', min: 5, max: 1 } }), end('y')] }),
      'no way on',
    ],
    [
      'a fact that is none',
      flowOf({ a: [{ id: 'x', kind: 'say', line: [[{ fact: 'nobody' }]] }, end('y')] }),
      'no such fact',
    ],
    [
      'a fact read before it is set',
      flowOf({
        a: [
          { id: 'x', kind: 'say', line: [[{ fact: 'tariff' }]] },
          { id: 's', kind: 'set', fact: 'tariff', value: 1 },
          end('y'),
        ],
      }),
      'fact never set',
    ],
    [
      'a formula that reads it',
      flowOf({ a: [{ id: 's', kind: 'work out', fact: 'tariff', formula: 'tariff + 1' }, end('y')] }),
      'fact never set',
    ],
    [
      'a broken formula',
      flowOf({ a: [{ id: 's', kind: 'work out', fact: 'tariff', formula: '1 +' }, end('y')] }),
      'bad formula',
    ],
    [
      'an answer of the wrong type',
      flowOf({ a: [ask('q', { answer: { type: 'number' }, fact: 'email' }), end('y')] }),
      'wrong type',
    ],
    [
      'a value of the wrong type',
      flowOf({ a: [{ id: 's', kind: 'set', fact: 'tariff', value: 'x' }, end('y')] }),
      'wrong type',
    ],
  ])('finds %s', (_name, flow, code) => {
    expect(codes(flow)).toContain(code);
  });

  test('a team that is not there', () => {
    const flow = flowOf({
      a: [{ id: 'h', kind: 'hand over', team: 'Sails', waiting: [], closed: { line: [[{ text: 'x' }]] } }, end('y')],
    });
    expect(codes(flow, ['Sales'])).toEqual(['no such team', 'closed without a way out']);
    expect(codes(flow)).toEqual(['closed without a way out']);
  });

  test('a fact that only one way sets is advised on with the other way, one with words in its place is not', () => {
    const flow = flowOf({
      a: [
        ask('q', {
          answer: {
            type: 'choice',
            choices: [
              { id: 'c', label: 'Set', to: 'b' },
              { id: 'd', label: 'Skip', to: 'c' },
            ],
          },
          giveUp: { to: 'c' },
        }),
      ],
      b: [
        { id: 's', kind: 'set', fact: 'tariff', value: 1 },
        { id: 'g', kind: 'go', to: 'c' },
      ],
      c: [
        { id: 'x', kind: 'say', line: [[{ fact: 'tariff' }, { fact: 'email', otherwise: 'you' }, { fact: 'name' }]] },
        end('y'),
      ],
    });
    expect(check(flow)).toMatchObject([
      {
        code: 'fact unset on a way',
        level: 'advice',
        sentence: expect.stringContaining('“tariff”'),
        path: ['“a”', 'Skip', '“c”'],
      },
      { code: 'fact unset on a way', level: 'advice', sentence: expect.stringContaining('of a visitor who is new') },
    ]);
  });

  test('a loop with a question in it is fine', () => {
    expect(codes(flowOf({ a: [ask('q'), { id: 'g', kind: 'go', to: 'a' }] }))).toEqual([]);
  });

  describe('a scene that is called', () => {
    const call = (id: string, scene: string): Step => ({ id, kind: 'call scene', scene });
    const go = (id: string, to: string): Step => ({ id, kind: 'go', to });

    test('may run out, as it goes back', () => {
      expect(codes(flowOf({ a: [call('x', 'b'), end('y')], b: [say('s')] }))).toEqual([]);
    });
    test('runs out all the same for who goes there', () => {
      const flow = flowOf({ a: [call('x', 'b'), go('g', 'b')], b: [say('s')] });
      expect(check(flow)).toEqual([expect.objectContaining({ code: 'runs out', place: { scene: 'b', step: 's' } })]);
    });
    test('that calls itself goes round for ever', () => {
      expect(codes(flowOf({ a: [call('x', 'a'), end('y')] }))).toContain('endless loop');
      expect(codes(flowOf({ a: [call('x', 'b'), end('y')], b: [say('s'), call('z', 'a')] }))).toContain('endless loop');
    });
    test('that asks something makes a loop around it fine; one that does not leaves it endless', () => {
      expect(codes(flowOf({ a: [call('x', 'b'), go('g', 'a')], b: [ask('q')] }))).toEqual([]);
      expect(codes(flowOf({ a: [call('x', 'b'), go('g', 'a')], b: [say('s')] }))).toEqual(['endless loop']);
    });
    test('from two places is not taken for a way from one to the other', () => {
      const flow = flowOf({
        a: [call('x', 's'), ask('q'), go('g', 'b')],
        b: [call('y', 's'), go('h', 'a')],
        s: [say('t')],
      });
      expect(codes(flow)).toEqual([]);
    });
    test('has set its facts for what comes after', () => {
      const tell: Step = { id: 't', kind: 'say', line: [[{ fact: 'tariff' }]] };
      const set: Step = { id: 's', kind: 'set', fact: 'tariff', value: 1 };
      expect(codes(flowOf({ a: [call('x', 'b'), tell, end('y')], b: [set] }))).toEqual([]);
      expect(codes(flowOf({ a: [call('x', 'b'), tell, end('y')], b: [say('z')] }))).toEqual(['fact never set']);
    });
    test('that always ends lets nothing behind it be come to', () => {
      expect(codes(flowOf({ a: [call('x', 'b'), go('g', 'c')], b: [end('e')], c: [end('f')] }))).toEqual([
        'unreachable step',
        'unreachable scene',
      ]);
    });
  });

  test('a flow and a business fact that the workspace has not', () => {
    const flow = { ...flowOf({ a: [{ id: 'x', kind: 'start flow', flow: 'Aftercare' }] }) };
    expect(check(flow, { flows: ['Aftercare'] })).toEqual([]);
    expect(check(flow, { flows: [] }).map(finding => finding.code)).toEqual(['no such flow']);
    const grant: Fact = { name: 'grant', type: 'money', scope: 'business' };
    const withGrant = { ...flowOf({ a: [end('y')] }), facts: [grant] };
    expect(check(withGrant, { facts: [grant] })).toEqual([]);
    expect(check(withGrant, { facts: [] }).map(finding => finding.code)).toEqual(['no such fact']);
    expect(check(withGrant, { facts: [{ ...grant, type: 'number' }] }).map(finding => finding.code)).toEqual([
      'wrong type',
    ]);
  });

  test('facts of the visit and the hour are known, those of a team only when there is one', () => {
    const decide = (fact: string): Flow =>
      flowOf({
        a: [
          { id: 'd', kind: 'decide', ways: [{ when: { all: [{ fact, is: 'is', value: true }] } }], otherwise: {} },
          end('y'),
        ],
      });
    expect(codes(decide('returning'), ['Sales'])).toEqual([]);
    expect(codes(decide('Sales open'), ['Sales'])).toEqual([]);
    expect(codes(decide('Sails open'), ['Sales'])).toEqual(['no such fact']);
    expect(codes(decide('Sails open'))).toEqual([]);
  });

  test('findings have a place and a sentence, problems first, and a certain fix mends', () => {
    const flow = flowOf({ welcome: [say('x')] });
    const [finding] = check(flow);
    expect(finding).toMatchObject({
      level: 'problem',
      place: { scene: 'welcome', step: 'x' },
      sentence: expect.stringContaining('“welcome” runs out'),
    });
    expect(check(applyAll(flow, finding!.fix!.edits).flow)).toEqual([]);
  });
});

test('who a person is may be said by one fact only, and by one that can be it', () => {
  const name = { name: 'name', type: 'text', scope: 'visitor', person: 'name' } as const;
  const codes = (facts: Flow['facts']) => check({ ...flowOf({ a: [end('x')] }), facts }).map(({ code }) => code);
  expect(codes([name])).toEqual([]);
  expect(codes([name, { ...name, name: 'other' }])).toEqual(['claimed twice']);
  expect(codes([{ ...name, scope: 'conversation' }])).toEqual(['wrong type']);
  expect(codes([{ ...name, person: 'email' }])).toEqual(['wrong type']);
});
