import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { applyAll } from './edits.ts';
import { Flow } from './format.ts';
import { stepsFromText } from './pasted.ts';
import { everyKind } from './tests/every-kind.ts';
import { findWords, replaceWords } from './wording.ts';

const flow = Flow.parse(everyKind);

describe('words of a flow', () => {
  test('are found in lines, labels, titles and notes, and nowhere that programs read', () => {
    const found = findWords(flow, 'estimate');
    expect(found.map(({ step }) => step)).toEqual(['form', 'score', 'email', 'notify']);
    expect(found[0]).toMatchObject({ scene: 'main', around: 'Who is the estimate for?' });
    expect(found[0]!.around.slice(found[0]!.from, found[0]!.to)).toBe('estimate');
    expect(findWords(flow, 'Estimate', true)).toEqual([]);
    expect(findWords(flow, 'district.town')).toEqual([]);
    expect(findWords(flow, '')).toEqual([]);
    expect(findWords(flow, 'Kind words')).toMatchObject([{ scene: 'words', from: 0 }]);
  });

  test('are replaced everywhere or in one step, and the flow stays one', () => {
    const all = applyAll(flow, replaceWords(flow, 'estimate', 'price (as $& says)')).flow;
    Flow.parse(all);
    expect(findWords(all, 'estimate')).toEqual([]);
    expect(findWords(all, 'price (as $& says)')).toHaveLength(4);
    expect(replaceWords(flow, 'estimate', 'price', { only: { scene: 'main', step: 'form' } })).toHaveLength(1);
  });

  test('there and back is the same flow', () => {
    fc.assert(
      fc.property(fc.constantFrom('the', 'Robin', 'a', '?', '.', 'Heat pump'), wanted => {
        const there = applyAll(flow, replaceWords(flow, wanted, '§', { matchCase: true })).flow;
        expect(findWords(there, '§')).toHaveLength(findWords(flow, wanted, true).length);
        expect(applyAll(there, replaceWords(there, '§', wanted)).flow).toEqual(flow);
      }),
    );
  });
});

describe('a pasted list', () => {
  let count = 0;
  const steps = (text: string) => stepsFromText(text, () => `id${++count}`);

  test('becomes lines and questions, with points as choices', () => {
    const made = steps(`Hello there.

1. What sort of home is it?
   - Flat
   - House
2) “Do you own it?”
• When was it built?`);
    expect(made).toMatchObject([
      { kind: 'say', line: [[{ text: 'Hello there.' }]] },
      {
        kind: 'ask',
        line: [[{ text: 'What sort of home is it?' }]],
        answer: { type: 'choice', choices: [{ label: 'Flat' }, { label: 'House' }] },
      },
      { kind: 'ask', line: [[{ text: '“Do you own it?”' }]], answer: { type: 'short text' } },
      { kind: 'ask', line: [[{ text: 'When was it built?' }]] },
    ]);
  });

  test('of one line is just text; of any text, the steps are steps', () => {
    expect(steps('What sort of home is it?\n')).toEqual([]);
    fc.assert(
      fc.property(fc.array(fc.string({ unit: 'grapheme' }), { maxLength: 30 }), lines => {
        Flow.parse({ ...flow, scenes: [{ id: 's', title: 'S', steps: steps(lines.join('\n')) }] });
      }),
    );
  });
});
