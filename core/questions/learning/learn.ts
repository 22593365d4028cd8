import { type Fit, type FitName, fitNames } from '../article-index.ts';

/** A question, how well each article fits it, and which of them are right; none where it asks for something else. */
export interface Example {
  fits: readonly Fit[];
  right: readonly number[];
}

/** How much each way of fitting, and each concept, speaks for an article; and what speaks for none of them. */
export interface FitWeights {
  ways: Readonly<Record<FitName, number>>;
  concepts: Readonly<Record<string, number>>;
  none: number;
}

const ROUNDS = 150;
const STEP = 0.1;
/** What holds weights small: without it, what was seen once would be believed. Of a single concept there is less to see. */
const HELD = 0.002;
const CONCEPTS_HELD = 0.01;
const PARTS = 100;

/** An example as numbers: for each article the places of weights with how much of each there is. */
interface Row {
  articles: ReadonlyArray<ReadonlyArray<readonly [place: number, amount: number]>>;
  right: readonly number[];
}

/**
 * Weights by which the right articles are chosen among all, and none where none is right: a conditional logit (D. McFadden,
 * “Conditional logit analysis of qualitative choice behavior”, 1974) held small (ridge), found by Adam over all examples at once
 * (D. P. Kingma and J. Ba, 2015), so that the same examples come to the same weights on every machine.
 */
export function learn(examples: readonly Example[]): FitWeights {
  const names = [
    ...new Set(examples.flatMap(({ fits }) => fits.flatMap(({ concepts }) => [...concepts.keys()]))),
  ].sort();
  const places = new Map(names.map((name, at) => [name, fitNames.length + at]));
  const rows = examples.map(({ fits, right }): Row => ({ right, articles: fits.map(fit => placed(fit, places)) }));
  // The last one is that of none.
  const count = fitNames.length + names.length;
  const weights = new Float64Array(count + 1);
  const slope = new Float64Array(count + 1);
  const usual = new Float64Array(count + 1);
  const spread = new Float64Array(count + 1);
  const held = (place: number): number => (place < fitNames.length ? HELD : place < count ? CONCEPTS_HELD : 0);
  for (let round = 1; round <= ROUNDS; round++) {
    slope.fill(0);
    for (const { articles, right } of rows) {
      const chances = chancesOf(articles, weights);
      const told = right.length > 0 ? 1 / right.length : 0;
      articles.forEach((amounts, at) => {
        const off = chances[at]! - (right.includes(at) ? told : 0);
        for (const [place, amount] of amounts) slope[place]! += off * amount;
      });
      slope[count]! += chances[articles.length]! - (right.length === 0 ? 1 : 0);
    }
    for (let place = 0; place <= count; place++) {
      const down = slope[place]! / rows.length + held(place) * weights[place]!;
      usual[place] = 0.9 * usual[place]! + 0.1 * down;
      spread[place] = 0.999 * spread[place]! + 0.001 * down ** 2;
      const moved = usual[place]! / (1 - 0.9 ** round) / (Math.sqrt(spread[place]! / (1 - 0.999 ** round)) + 1e-8);
      weights[place]! -= STEP * moved;
    }
  }
  const kept = (place: number) => Math.round(weights[place]! * PARTS) / PARTS;
  return {
    ways: Object.fromEntries(fitNames.map((name, way) => [name, kept(way)])) as Record<FitName, number>,
    concepts: Object.fromEntries(names.map(name => [name, kept(places.get(name)!)])),
    none: kept(count),
  };
}

const placed = ({ ways, concepts }: Fit, places: ReadonlyMap<string, number>): Row['articles'][number] => [
  ...ways.map((amount, way) => [way, amount] as const),
  ...[...concepts].map(([name, amount]) => [places.get(name)!, amount] as const),
];

/** The chance of each article, and of none behind them. */
function chancesOf(articles: Row['articles'], weights: Float64Array): number[] {
  const scores = articles.map(amounts => {
    let sum = 0;
    for (const [place, amount] of amounts) sum += weights[place]! * amount;
    return sum;
  });
  scores.push(weights.at(-1)!);
  const most = Math.max(...scores);
  const powers = scores.map(score => Math.exp(score - most));
  const all = powers.reduce((sum, power) => sum + power, 0);
  return powers.map(power => power / all);
}
