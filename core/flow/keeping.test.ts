import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { FactName } from '../facts/fact.ts';
import { applyAll } from './edits.ts';
import { blankFlow } from './format.ts';
import { keepAnswer, lastAsked, unkeptAnswers } from './keeping.ts';
import type { Step } from './steps/registry.ts';

const ids = () => {
  let count = 0;
  return () => `x${++count}`;
};

const question = (id: string, words: string, more: object = {}): Step =>
  ({ id, kind: 'ask', line: [[{ text: words }]], answer: { type: 'short text' }, tries: 2, ...more }) as Step;

const flowOf = (steps: Step[], facts: string[] = []) => {
  const flow = blankFlow('A flow', 'Robin', ids());
  return {
    ...flow,
    facts: facts.map(name => ({ name, type: 'text' as const, scope: 'conversation' as const })),
    scenes: [{ ...flow.scenes[0]!, steps }],
  };
};

describe('answers that are kept nowhere', () => {
  test('are found, and kept under the words of their question', () => {
    const flow = flowOf(
      [question('a', 'How do you heat today?'), question('b', 'Who are you?', { fact: 'name' })],
      ['name'],
    );
    expect(unkeptAnswers(flow)).toEqual([{ step: 'a', question: 'How do you heat today?' }]);
    const kept = applyAll(flow, keepAnswer(flow, flow.scenes[0]!.steps[0]!)!.edits).flow;
    expect(kept.facts.at(-1)).toEqual({ name: 'how do you heat today', type: 'text', scope: 'conversation' });
    expect(kept.scenes[0]!.steps[0]).toMatchObject({ fact: 'how do you heat today' });
    expect(unkeptAnswers(kept)).toEqual([]);
  });

  test('take a name that is free, and one that a fact can have, whatever was asked', () => {
    const named = (words: string, taken: string[] = []) => {
      const flow = flowOf([question('a', words)], taken);
      return keepAnswer(flow, flow.scenes[0]!.steps[0]!)?.fact;
    };
    expect(named('Heat?', ['heat', 'heat 2'])).toBe('heat 3');
    expect(named('42?')).toBe('answer');
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme', minLength: 1, maxLength: 200 }), words => {
        if (words.trim() !== '') expect(FactName.safeParse(named(words)).success).toBe(true);
      }),
    );
  });

  test('what was last asked is what stands nearest in front, kept or not', () => {
    const say = { id: 's', kind: 'say', line: [[{ text: 'Fine.' }]] } as Step;
    const here = { id: 'h', kind: 'say', line: [] } as Step;
    const first = question('a', 'First?', { fact: 'first' });
    expect(lastAsked(flowOf([first, say, here], ['first']), 'h')).toEqual({ fact: 'first', edits: [] });
    const flow = flowOf([first, question('b', 'Second?'), here], ['first']);
    const asked = lastAsked(flow, 'h')!;
    expect(asked.fact).toBe('second');
    expect(applyAll(flow, asked.edits).flow.scenes[0]!.steps[1]).toMatchObject({ fact: 'second' });
    expect(lastAsked(flowOf([here, first], ['first']), 'h')).toBeUndefined();
  });

  test('with the first answer that can be picked, as it is kept', () => {
    const here = { id: 'h', kind: 'say', line: [] } as Step;
    const first = (answer: object) =>
      lastAsked(flowOf([question('a', 'Which?', { answer, fact: 'which' }), here], ['which']), 'h')?.first;
    expect(first({ type: 'choice', choices: [{ id: 'x', label: 'Gas' }] })).toBe('Gas');
    expect(first({ type: 'choice', choices: [{ id: 'x', label: 'Gas', value: 'G' }] })).toBe('G');
    expect(first({ type: 'choice', choices: [{ id: 'x', label: '' }] })).toBeUndefined();
    expect(first({ type: 'yes/no' })).toBe(true);
    expect(first({ type: 'email' })).toBeUndefined();
  });
});
