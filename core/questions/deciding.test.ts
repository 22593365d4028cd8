import fc from 'fast-check';
import { expect, test } from 'vitest';
import { decide } from './deciding.ts';

const found = (...confidences: number[]) => confidences.map((confidence, at) => ({ id: `${at}`, confidence }));

test('what is sure is said', () => {
  expect(decide(found(0.71, 0.1))).toEqual({ kind: 'answer', id: '0' });
});
test('what is likely is asked about, with those beside it that may be meant', () => {
  expect(decide(found(0.4, 0.15, 0.02))).toEqual({ kind: 'did you mean', ids: ['0', '1'] });
});
test('what is unlikely is not known, nor is anything where there is nothing', () => {
  expect(decide(found(0.19, 0.18, 0.17))).toEqual({ kind: 'not known' });
  expect(decide(found(0.3, 0.05, 0.02))).toEqual({ kind: 'not known' });
  expect(decide([])).toEqual({ kind: 'not known' });
});
test('nothing is said below the threshold that a lead sets, and at most three are asked about', () => {
  fc.assert(
    fc.property(
      fc.array(fc.double({ min: 0, max: 1, noNaN: true })),
      fc.double({ min: 0, max: 1, noNaN: true }),
      (all, answer) => {
        const ranked = found(...all.toSorted((one, other) => other - one));
        const decision = decide(ranked, { answer, meant: answer / 2 });
        if (decision.kind === 'answer') expect(ranked[0]!.confidence).toBeGreaterThanOrEqual(answer);
        if (decision.kind === 'did you mean') expect([1, 2, 3]).toContain(decision.ids.length);
      },
    ),
  );
});
