/** Where something stands: the places of articles in their order, each with how much of it there is. */
export interface Posting {
  places: Uint32Array;
  amounts: Float64Array;
}

/**
 * What stands in each of many articles, by what stands there, so that a question goes through what it shares with them and nothing else.
 */
export class Postings {
  readonly count: number;
  private readonly postings: ReadonlyMap<string, Posting>;

  /** @param articles what stands in each, with how much of it */
  constructor(articles: ReadonlyArray<ReadonlyMap<string, number>>) {
    this.count = articles.length;
    const lists = new Map<string, { places: number[]; amounts: number[] }>();
    articles.forEach((amounts, at) => {
      for (const [name, amount] of amounts) {
        let list = lists.get(name);
        if (!list) {
          list = { places: [], amounts: [] };
          lists.set(name, list);
        }
        list.places.push(at);
        list.amounts.push(amount);
      }
    });
    this.postings = new Map(
      [...lists].map(([name, { places, amounts }]) => [
        name,
        { places: Uint32Array.from(places), amounts: Float64Array.from(amounts) },
      ]),
    );
  }

  names(): Iterable<string> {
    return this.postings.keys();
  }

  of(name: string): Posting | undefined {
    return this.postings.get(name);
  }

  /** For each article the sum of what stands there, each counting as much as it is given. */
  sum(asked: Iterable<readonly [name: string, counts: number]>): Float64Array {
    const sums = new Float64Array(this.count);
    for (const [name, counts] of asked) {
      const posting = this.postings.get(name);
      if (!posting) continue;
      const { places, amounts } = posting;
      for (let at = 0; at < places.length; at++) sums[places[at]!]! += counts * amounts[at]!;
    }
    return sums;
  }
}
