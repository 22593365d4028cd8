import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { passagesOf, textsOf } from './passages.ts';

describe('an answer', () => {
  test('that is short is one passage, as it stands', () => {
    expect(passagesOf('From pier four. Behind the market!')).toEqual(['From pier four. Behind the market!']);
  });
  test('that is long is passages of whole sentences', () => {
    const sentence = (of: string) => `${of.repeat(40)} ${of.repeat(40)} ${of.repeat(40)}.`;
    const answer = ['a', 'b', 'c', 'd', 'e'].map(sentence).join(' ');
    const passages = passagesOf(answer);
    expect(passages).toHaveLength(3);
    expect(passages.join(' ')).toBe(answer);
  });
  test('of nothing has none', () => {
    expect(passagesOf('')).toEqual([]);
    expect(passagesOf(' \n ')).toEqual([]);
  });
  test('however it is written, is a few of them that are all from it, in order', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme', maxLength: 2_000 }), answer => {
        const passages = passagesOf(answer);
        expect(passages.length).toBeLessThanOrEqual(12);
        let from = 0;
        for (const passage of passages)
          for (const word of passage.split(/\s+/)) {
            from = answer.indexOf(word, from);
            expect(from).toBeGreaterThanOrEqual(0);
          }
      }),
    );
  });
});

test('the texts of an article are what it is asked by, and its passages behind its question', () => {
  expect(textsOf({ id: '1', question: 'Dogs?', answer: 'On a lead.', wordings: ['May I bring my dog?'] })).toEqual({
    asked: ['Dogs?', 'May I bring my dog?'],
    told: ['Dogs? On a lead.'],
  });
  expect(textsOf({ id: '2', kind: 'passage', question: '', answer: 'A pier.' })).toEqual({
    asked: [],
    told: ['A pier.'],
  });
});
