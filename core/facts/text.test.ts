import fc from 'fast-check';
import { expect, test } from 'vitest';
import { cut, TooDeep, wellFormed } from './text.ts';

const anyText = fc.string({ unit: 'binary' });

test('a text is cut between characters, never through one', () => {
  expect(cut('ab😀c', 3)).toBe('ab😀');
  fc.assert(
    fc.property(anyText, fc.nat({ max: 20 }), (text, most) => {
      const whole = cut(text, most);
      expect(whole.isWellFormed()).toBe(true);
      expect(text.startsWith(whole)).toBe(true);
      expect([...whole].length).toBe(Math.min(most, [...text].length));
    }),
  );
});

test('half a character becomes a sign that stands for it, wherever it is', () => {
  expect(wellFormed({ 'a\ud83d': ['\ude00b', 1, null, { c: '😀' }] })).toEqual({
    'a\ufffd': ['\ufffdb', 1, null, { c: '😀' }],
  });
});

test('what is well-formed stays as it is', () => {
  fc.assert(
    fc.property(fc.jsonValue({ maxDepth: 6 }), value => {
      expect(JSON.stringify(wellFormed(value))).toBe(JSON.stringify(value));
    }),
  );
  expect(wellFormed(JSON.parse('{"__proto__": {"a": 1}}'))).toEqual(JSON.parse('{"__proto__": {"a": 1}}'));
});

test('what is nested too deeply is refused, however deeply', () => {
  expect(() => wellFormed(JSON.parse('['.repeat(50_000) + ']'.repeat(50_000)))).toThrow(TooDeep);
});
