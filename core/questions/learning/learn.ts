import { type Fit, type FitName, fitNames } from '../article-index.ts';

/** A question, how well each article fits it, and which of them are right; none where it asks for something else. */
export interface Example {
  fits: readonly Fit[];
  right: readonly number[];
}

/** How much each way of fitting speaks for an article, and what speaks for none of them. */
export interface FitWeights {
  fits: Readonly<Record<FitName, number>>;
  none: number;
}

const ROUNDS = 150;
const STEP = 0.1;
/** What holds weights small: without it, what was seen once would be believed. */
const HELD = 0.002;
const PARTS = 100;

/**
 * Weights by which the right articles are chosen among all, and none where none is right: a conditional logit (D. McFadden,
 * “Conditional logit analysis of qualitative choice behavior”, 1974) held small (ridge), found by Adam over all examples at once
 * (D. P. Kingma and J. Ba, 2015), so that the same examples come to the same weights on every machine.
 */
export function learn(examples: readonly Example[]): FitWeights {
  const count = fitNames.length;
  // The last one is that of none.
  const weights = new Float64Array(count + 1);
  const slope = new Float64Array(count + 1);
  const usual = new Float64Array(count + 1);
  const spread = new Float64Array(count + 1);
  for (let round = 1; round <= ROUNDS; round++) {
    slope.fill(0);
    for (const { fits, right } of examples) {
      const chances = chancesOf(fits, weights);
      const told = right.length > 0 ? 1 / right.length : 0;
      fits.forEach((fit, at) => {
        const off = chances[at]! - (right.includes(at) ? told : 0);
        for (let way = 0; way < count; way++) slope[way]! += off * fit[way]!;
      });
      slope[count]! += chances[fits.length]! - (right.length === 0 ? 1 : 0);
    }
    for (let way = 0; way <= count; way++) {
      const down = slope[way]! / examples.length + (way < count ? HELD * weights[way]! : 0);
      usual[way] = 0.9 * usual[way]! + 0.1 * down;
      spread[way] = 0.999 * spread[way]! + 0.001 * down ** 2;
      const moved = usual[way]! / (1 - 0.9 ** round) / (Math.sqrt(spread[way]! / (1 - 0.999 ** round)) + 1e-8);
      weights[way]! -= STEP * moved;
    }
  }
  const round = (weight: number) => Math.round(weight * PARTS) / PARTS;
  const fits = fitNames.map((name, way) => [name, round(weights[way]!)]);
  return { fits: Object.fromEntries(fits), none: round(weights[count]!) };
}

/** The chance of each article, and of none behind them. */
function chancesOf(fits: readonly Fit[], weights: Float64Array): number[] {
  const count = weights.length - 1;
  const scores = fits.map(fit => {
    let sum = 0;
    for (let way = 0; way < count; way++) sum += weights[way]! * fit[way]!;
    return sum;
  });
  scores.push(weights[count]!);
  const most = Math.max(...scores);
  const powers = scores.map(score => Math.exp(score - most));
  const all = powers.reduce((sum, power) => sum + power, 0);
  return powers.map(power => power / all);
}
