import { z } from 'zod';

/** Questions as visitors ask them, each with the articles that are right for it; others that none answers; and some behind others. */
export const RatedQueries = z.object({
  queries: z.array(z.object({ q: z.string(), ids: z.array(z.string()).min(1) })).min(1),
  outOfScope: z.array(z.object({ q: z.string() })).default([]),
  followUps: z
    .array(z.object({ first: z.string(), second: z.string(), secondIds: z.array(z.string()).min(1) }))
    .default([]),
});
export type RatedQueries = z.infer<typeof RatedQueries>;

/** What was found for one question: articles, the best first, each with how sure that is (any scale, the higher the surer). */
export type Ranked = ReadonlyArray<{ id: string; confidence: number }>;

/** How well articles are found, each a share from 0 to 1. */
export interface Evaluation {
  /** The right one is first, or among the first three. */
  hit1: number;
  hit3: number;
  /** At the confidence at which {@link REFUSED} of what is out of scope is refused: what is answered at all, */
  answered: number;
  /** of that what is right, and what is right of all. */
  rightOfAnswered: number;
  rightOfAll: number;
  /** The right one is first for a question that is asked behind another. */
  followUpHit1: number;
  msPerQuery: number;
}

/** The share of what is out of scope that is refused at the confidence that answers are judged at. */
export const REFUSED = 0.9;

const share = (part: number, of: number): number => (of === 0 ? 0 : part / of);

/** The confidence above which at most a tenth of these would be answered; zero where there are none. */
export function thresholdOf(outOfScope: readonly number[]): number {
  const sorted = outOfScope.toSorted((one, other) => one - other);
  return sorted[Math.ceil(sorted.length * REFUSED) - 1] ?? 0;
}

/**
 * How well somebody answers rated questions.
 * @param answer what is found for a question, behind those that were asked before it
 * @param now milliseconds of a clock
 */
export async function evaluate(
  { queries, outOfScope, followUps }: RatedQueries,
  answer: (q: string, before: readonly string[]) => Promise<Ranked> | Ranked,
  now: () => number,
): Promise<Evaluation> {
  const began = now();
  const found: Ranked[] = [];
  for (const { q } of queries) found.push(await answer(q, []));
  const msPerQuery = (now() - began) / queries.length;
  const refusals: number[] = [];
  for (const { q } of outOfScope) refusals.push((await answer(q, []))[0]?.confidence ?? 0);
  const threshold = thresholdOf(refusals);
  const isRight = (ranked: Ranked, ids: readonly string[], within: number): boolean =>
    ranked.slice(0, within).some(({ id }) => ids.includes(id));
  const surely = queries.flatMap(({ ids }, at) => {
    const ranked = found[at]!;
    return ranked[0] && ranked[0].confidence > threshold ? [isRight(ranked, ids, 1)] : [];
  });
  const right = surely.filter(Boolean).length;
  let followed = 0;
  for (const { first, second, secondIds } of followUps)
    if (isRight(await answer(second, [first]), secondIds, 1)) followed++;
  const hits = (within: number) => queries.filter(({ ids }, at) => isRight(found[at]!, ids, within)).length;
  return {
    hit1: share(hits(1), queries.length),
    hit3: share(hits(3), queries.length),
    answered: share(surely.length, queries.length),
    rightOfAnswered: share(right, surely.length),
    rightOfAll: share(right, queries.length),
    followUpHit1: share(followed, followUps.length),
    msPerQuery,
  };
}
