import { describe, expect, test } from 'vitest';
import { check } from './checks/check.ts';
import { type Flow, FORMAT } from './format.ts';
import type { Step } from './steps/registry.ts';
import { end, line, opened, perform, typed } from './tests/perform.ts';
import { MOST_WORK } from './work.ts';

/** Sums of a certain length, each its own. */
const long = (number: number, length = 2_000): string => {
  let sum = `tariff + ${number}`;
  while (sum.length < length - 8) sum += ' + 12345';
  return sum;
};
const working = (count: number, from = 0): Step[] =>
  Array.from({ length: count }, (_, index) => ({
    id: `w${from + index}`,
    kind: 'work out',
    fact: 'sum',
    formula: long(from + index),
  }));
const flowOf = (scenes: Record<string, Step[]>): Flow => ({
  format: FORMAT,
  name: 'Working',
  speaker: 'Robin',
  facts: [
    { name: 'tariff', type: 'number', scope: 'conversation' },
    { name: 'sum', type: 'number', scope: 'conversation' },
    { name: 'words', type: 'text', scope: 'conversation' },
  ],
  scenes: Object.entries(scenes).map(([id, steps]) => ({ id, title: id, steps })),
});
const begin: Step = { id: 'set', kind: 'set', fact: 'tariff', value: 1 };
const ask = (id: string): Step => ({ id, kind: 'ask', line: line('And?'), answer: { type: 'short text' }, tries: 1 });
const found = (flow: Flow): string[] => check(flow).flatMap(({ code }) => (code === 'too much work' ? [code] : []));

describe('what is worked out without asking the visitor', () => {
  const heavy = flowOf({ a: [begin, ...working(20), end] });

  test('is bounded: beyond it the flow hands over and says why', () => {
    const { acts, session } = perform(heavy, [opened]);
    expect(session.state).toBe('handed over');
    expect(acts.at(-1)).toMatchObject({ act: 'hand over', reason: { code: 'too much work' } });
    expect(acts.filter(({ act }) => act === 'learn').length).toBeLessThanOrEqual(1 + MOST_WORK / 1_900);
  });

  test('is found by the checks before, on the way on which it is most', () => {
    expect(found(heavy)).toEqual(['too much work']);
    const either = flowOf({
      a: [
        begin,
        {
          id: 'd',
          kind: 'decide',
          ways: [{ when: { all: [{ fact: 'tariff', is: 'is at least', value: 5 }] }, to: 'b' }],
          otherwise: { to: 'c' },
        },
      ],
      b: [...working(10), { id: 'g', kind: 'go', to: 'c' }],
      c: [...working(8, 20), { ...end, id: 'e2' }],
    });
    expect(found(either)).toEqual(['too much work']);
  });

  test('may be as much again after a question', () => {
    const asking = flowOf({ a: [begin, ...working(10), ask('q'), ...working(10, 30), end] });
    expect(found(asking)).toEqual([]);
    expect(perform(asking, [opened, typed('yes')]).session.state).toBe('ended');
  });

  test('is bounded in a flow as a whole, and that is said without reading any of it', () => {
    expect(check(flowOf({ a: working(60) })).map(({ code }) => code)).toEqual(['too much work']);
  });

  test('holds no text that grows without end', () => {
    const doubling = Array.from(
      { length: 40 },
      (_, index): Step => ({
        id: `d${index}`,
        kind: 'work out',
        fact: 'words',
        formula: 'words + words',
      }),
    );
    const flow = flowOf({ a: [{ id: 's', kind: 'set', fact: 'words', value: 'ab' }, ...doubling, end] });
    const { session, acts } = perform(flow, [opened]);
    expect((session.facts.words as string).length).toBeLessThanOrEqual(10_000);
    expect(acts).toContainEqual(
      expect.objectContaining({ act: 'direction', says: { code: 'not kept', fact: 'words' } }),
    );
  });
});
