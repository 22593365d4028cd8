import { type FitName, type Fits, fitNames, type NoneName, noneNames } from '../article-index.ts';

/** How well each article fits a question, and which of them are right; none where it asks for something else. */
export interface Example {
  fits: Fits;
  right: readonly number[];
}

/** How much each way of fitting, and each concept, speaks for an article; and what speaks for none of them. */
export interface FitWeights {
  ways: Readonly<Record<FitName, number>>;
  concepts: Readonly<Record<string, number>>;
  none: Readonly<Record<NoneName, number>>;
}

const ROUNDS = 150;
const STEP = 0.1;
/** What holds weights small: without it, what was seen once would be believed. Of a single concept there is less to see. */
const HELD = 0.002;
const CONCEPTS_HELD = 0.03;
const PARTS = 100;

/**
 * An example as numbers: of each article, and of none behind them, the places of the weights that count for it with how much of each there
 * is, all in one row; and where in the row each of them ends.
 */
interface Row {
  places: Uint32Array;
  amounts: Float64Array;
  ends: readonly number[];
  right: readonly number[];
}

/**
 * Weights by which the right articles are chosen among all, and none where none is right: a conditional logit (D. McFadden,
 * “Conditional logit analysis of qualitative choice behavior”, 1974) held small (ridge), found by Adam over all examples at once
 * (D. P. Kingma and J. Ba, 2015), so that the same examples come to the same weights on every machine.
 */
export function learn(examples: readonly Example[]): FitWeights {
  const names = [...new Set(examples.flatMap(({ fits }) => [...fits.concepts.keys()]))].sort();
  const conceptAt = fitNames.length;
  const noneAt = conceptAt + names.length;
  const count = noneAt + noneNames.length;
  const places = new Map(names.map((name, at) => [name, conceptAt + at]));
  const rows = examples.map(example => rowOf(example, places, noneAt));
  const weights = new Float64Array(count);
  const slope = new Float64Array(count);
  const usual = new Float64Array(count);
  const spread = new Float64Array(count);
  // That there is none at all is as likely as it is: that alone is not held.
  const held = (place: number): number =>
    place < conceptAt ? HELD : place < noneAt ? CONCEPTS_HELD : place === noneAt ? 0 : HELD;
  for (let round = 1; round <= ROUNDS; round++) {
    slope.fill(0);
    for (const row of rows) {
      const chances = chancesOf(row, weights);
      for (let option = 0, at = 0; option < chances.length; option++) {
        const off = chances[option]! - (row.right.includes(option) ? 1 / row.right.length : 0);
        for (; at < row.ends[option]!; at++) slope[row.places[at]!]! += off * row.amounts[at]!;
      }
    }
    for (let place = 0; place < count; place++) {
      const down = slope[place]! / rows.length + held(place) * weights[place]!;
      usual[place] = 0.9 * usual[place]! + 0.1 * down;
      spread[place] = 0.999 * spread[place]! + 0.001 * down ** 2;
      const moved = usual[place]! / (1 - 0.9 ** round) / (Math.sqrt(spread[place]! / (1 - 0.999 ** round)) + 1e-8);
      weights[place]! -= STEP * moved;
    }
  }
  const kept = (place: number) => Math.round(weights[place]! * PARTS) / PARTS;
  return {
    ways: Object.fromEntries(fitNames.map((name, at) => [name, kept(at)])) as Record<FitName, number>,
    concepts: Object.fromEntries(names.map(name => [name, kept(places.get(name)!)])),
    none: Object.fromEntries(noneNames.map((name, at) => [name, kept(noneAt + at)])) as Record<NoneName, number>,
  };
}

function rowOf({ fits, right }: Example, placeOf: ReadonlyMap<string, number>, noneAt: number): Row {
  const places: number[] = [];
  const amounts: number[] = [];
  const ends: number[] = [];
  const add = (place: number, amount: number) => {
    if (amount === 0) return;
    places.push(place);
    amounts.push(amount);
  };
  const articles = fits.ways[0]!.length;
  const told = [...fits.concepts].map(([name, { asked, told }]) => {
    const amounts = new Float64Array(articles);
    for (const [at, place] of told.places.entries()) amounts[place] = asked * told.amounts[at]!;
    return { place: placeOf.get(name)!, amounts };
  });
  for (let at = 0; at < articles; at++) {
    for (const [way, column] of fits.ways.entries()) add(way, column[at]!);
    for (const { place, amounts } of told) add(place, amounts[at]!);
    ends.push(places.length);
  }
  for (const [at, amount] of fits.none.entries()) add(noneAt + at, amount);
  ends.push(places.length);
  return {
    places: Uint32Array.from(places),
    amounts: Float64Array.from(amounts),
    ends,
    right: right.length > 0 ? right : [articles],
  };
}

function chancesOf({ places, amounts, ends }: Row, weights: Float64Array): number[] {
  let at = 0;
  const scores = ends.map(end => {
    let sum = 0;
    for (; at < end; at++) sum += weights[places[at]!]! * amounts[at]!;
    return sum;
  });
  const most = Math.max(...scores);
  const powers = scores.map(score => Math.exp(score - most));
  const all = powers.reduce((sum, power) => sum + power, 0);
  return powers.map(power => power / all);
}
