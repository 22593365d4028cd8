import { describe, expect, test } from 'vitest';
import { evaluate, type Ranked, RatedQueries, thresholdOf } from './evaluation.ts';

const rated = RatedQueries.parse({
  queries: [
    { q: 'a', ids: ['1'] },
    { q: 'b', ids: ['2', '3'] },
    { q: 'c', ids: ['3'] },
    { q: 'd', ids: ['4'] },
  ],
  outOfScope: Array.from({ length: 10 }, (_, at) => ({ q: `out ${at}` })),
  followUps: [{ first: 'a', second: 'and then', secondIds: ['2'] }],
});
const found: Record<string, Ranked> = {
  a: [{ id: '1', confidence: 0.95 }],
  b: [
    { id: '9', confidence: 0.99 },
    { id: '8', confidence: 0.5 },
    { id: '3', confidence: 0.4 },
  ],
  c: [{ id: '3', confidence: 0.3 }],
  d: [],
};

describe('how well rated questions are answered', () => {
  test('is counted at the confidence at which nine of ten that none answers are refused', async () => {
    let clock = 0;
    const asked: string[] = [];
    const answer = (q: string, before: readonly string[]): Ranked => {
      asked.push([...before, q].join(' > '));
      if (before.length > 0) return [{ id: '2', confidence: 0.1 }];
      return q.startsWith('out') ? [{ id: '1', confidence: Number(q.slice(4)) / 10 }] : found[q]!;
    };
    expect(await evaluate(rated, answer, () => (clock += 8))).toEqual({
      hit1: 0.5,
      hit3: 0.75,
      answered: 0.5,
      rightOfAnswered: 0.5,
      rightOfAll: 0.25,
      followUpHit1: 1,
      msPerQuery: 2,
    });
    expect(asked.at(-1)).toBe('a > and then');
  });
  test('with nothing out of scope answers everything that is found', () => {
    expect(thresholdOf([])).toBe(0);
    expect(thresholdOf(Array.from({ length: 60 }, (_, at) => at))).toBe(53);
  });
});
