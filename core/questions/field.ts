import { Postings } from './postings.ts';

/** Okapi BM25 (S. Robertson and H. Zaragoza, “The Probabilistic Relevance Framework: BM25 and Beyond”, 2009). */
const K1 = 1.2;
const B = 0.75;

/**
 * One part of all articles, their questions or their answers, by the stems that stand in it: how much each counts there, before it is
 * known how rare it is.
 * @param stems of each article
 */
export function fieldOf(stems: ReadonlyArray<readonly string[]>): Postings {
  const usual = stems.reduce((sum, { length }) => sum + length, 0) / Math.max(1, stems.length) || 1;
  return new Postings(
    stems.map(ofOne => {
      const times = new Map<string, number>();
      for (const stem of ofOne) times.set(stem, (times.get(stem) ?? 0) + 1);
      const dampened = K1 * (1 - B + (B * ofOne.length) / usual);
      for (const [stem, often] of times) times.set(stem, ((K1 + 1) * often) / (often + dampened));
      return times;
    }),
  );
}
