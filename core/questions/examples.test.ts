import fc from 'fast-check';
import { expect, test } from 'vitest';
import { usualThresholds } from './deciding.ts';
import { outcomeOf, outcomes, type Rated, reliability, sureCurve } from './examples.ts';

const found = (...confidences: number[]) => confidences.map((confidence, at) => ({ id: String(at), confidence }));
const rated = (right: string | null, ...confidences: number[]): Rated => ({ right, found: found(...confidences) });

test('each question comes to what would be said of it', () => {
  const outcome = (one: Rated) => outcomeOf(one, usualThresholds);
  expect(outcome(rated('0', 0.9))).toBe('right');
  expect(outcome(rated('1', 0.9))).toBe('wrong');
  expect(outcome(rated(null, 0.9))).toBe('wrong');
  expect(outcome(rated('1', 0.4, 0.3))).toBe('asked back');
  expect(outcome(rated(null, 0.4, 0.3))).toBe('asked back in vain');
  expect(outcome(rated(null, 0.1))).toBe('honestly unknown');
  expect(outcome(rated('0', 0.1))).toBe('missed');
  expect(outcomes([rated('0', 0.9), rated(null)], usualThresholds)).toMatchObject({
    right: 1,
    'honestly unknown': 1,
    wrong: 0,
  });
});

test('the surer it has to be, the less is said, rightly and wrongly', () => {
  const anyRated = fc.record({
    right: fc.constantFrom('0', '1', null),
    found: fc
      .array(fc.double({ min: 0, max: 1, noNaN: true }), { maxLength: 3 })
      .map(all => found(...all.toSorted((one, other) => other - one))),
  });
  fc.assert(
    fc.property(fc.array(anyRated, { maxLength: 20 }), all => {
      const curve = sureCurve(all);
      expect(curve).toHaveLength(49);
      for (const [at, point] of curve.entries()) {
        expect(point.right + point.wrong).toBeLessThanOrEqual(1 + 1e-9);
        const before = curve[at - 1];
        if (before) expect(point.right <= before.right && point.wrong <= before.wrong).toBe(true);
      }
      const counted = reliability(all).reduce((sum, { count }) => sum + count, 0);
      expect(counted).toBe(all.filter(({ found: [best] }) => best).length);
    }),
  );
});

test('how far confidences can be trusted is told by fifths', () => {
  expect(reliability([rated('0', 0.9), rated('0', 0.95), rated('1', 0.85), rated(null, 0.1)])).toEqual([
    { from: 0, to: 0.2, count: 1, sure: 0.1, right: 0 },
    { from: 0.8, to: 1, count: 3, sure: expect.closeTo(0.9), right: expect.closeTo(2 / 3) },
  ]);
});
