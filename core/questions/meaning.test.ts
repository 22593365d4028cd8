import fc from 'fast-check';
import { expect, test } from 'vitest';
import { likeness, meaningOf, meaningOfBytes } from './meaning.ts';

const vectors = fc.array(fc.double({ min: -1, max: 1, noNaN: true }), { minLength: 64, maxLength: 64 });
const cosine = (one: readonly number[], other: readonly number[]) =>
  one.reduce((sum, amount, at) => sum + amount * other[at]!, 0) / (Math.hypot(...one) * Math.hypot(...other));

test('meanings are as near to each other as the vectors that they were made from', () => {
  fc.assert(
    fc.property(vectors, vectors, (one, other) => {
      fc.pre(Math.hypot(...one) > 1e-6 && Math.hypot(...other) > 1e-6);
      expect(likeness(meaningOf(one), meaningOf(other))).toBeCloseTo(cosine(one, other), 1.5);
    }),
  );
});

test('a meaning is like itself, and the same when it was kept', () => {
  const meaning = meaningOf([0.5, -0.25, 0]);
  expect(likeness(meaning, meaning)).toBeCloseTo(1);
  expect(meaningOfBytes(Int8Array.from(meaning.amounts))).toEqual(meaning);
});

test('what means nothing is like nothing, itself neither', () => {
  const nothing = meaningOf([0, 0, 0]);
  expect(likeness(nothing, meaningOf([1, 0, 0]))).toBe(0);
  expect(likeness(nothing, nothing)).toBe(0);
});
