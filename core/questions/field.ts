/** Okapi BM25 (S. Robertson and H. Zaragoza, “The Probabilistic Relevance Framework: BM25 and Beyond”, 2009). */
const K1 = 1.2;
const B = 0.75;

/** Where a stem stands: in which articles, by their places, and how often in each. */
interface Posting {
  at: number;
  times: number;
}

/** One part of all articles, their questions or their answers, by the stems that stand in it. */
export class Field {
  private readonly postings = new Map<string, Posting[]>();
  private readonly lengths: Uint32Array;
  private readonly usual: number;

  /** @param stems of each article */
  constructor(stems: ReadonlyArray<readonly string[]>) {
    this.lengths = Uint32Array.from(stems, ({ length }) => length);
    this.usual = this.lengths.reduce((sum, length) => sum + length, 0) / Math.max(1, stems.length) || 1;
    stems.forEach((ofOne, at) => {
      for (const stem of ofOne) {
        const there = this.postings.get(stem);
        const last = there?.at(-1);
        if (last?.at === at) last.times++;
        else if (there) there.push({ at, times: 1 });
        else this.postings.set(stem, [{ at, times: 1 }]);
      }
    });
  }

  /** The stems that stand in any of them, and the articles in which one does. */
  stems(): Iterable<string> {
    return this.postings.keys();
  }
  holding(stem: string): readonly Posting[] {
    return this.postings.get(stem) ?? [];
  }

  /** How well the words of each article fit these, the rare ones telling more. */
  fit(stems: readonly string[], rarity: (stem: string) => number): Float64Array {
    const fits = new Float64Array(this.lengths.length);
    for (const stem of stems) {
      const there = this.postings.get(stem);
      if (!there) continue;
      const weight = rarity(stem) * (K1 + 1);
      for (const { at, times } of there)
        fits[at]! += (weight * times) / (times + K1 * (1 - B + (B * this.lengths[at]!) / this.usual));
    }
    return fits;
  }
}
