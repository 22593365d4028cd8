import { type Kinds, marksOf, type Weights } from '../marks.ts';

/** A clause in bare words, whether it says what is looked for, and how much it counts beside others. */
export interface Example {
  words: readonly string[];
  says: boolean;
  counts: number;
}

/** How often it is gone over all examples, and how far a weight moves at most each time. */
const ROUNDS = 150;
const STEP = 0.05;
/** What holds weights small: without it, what was seen once would be believed. */
const HELD = 0.3;
/** A mark of one example alone says nothing of others. */
const SEEN_AT_LEAST = 2;
/** A weight is kept in so many parts of one, and left away where it is hardly anything. */
const PARTS = 10;
const HARDLY = 1;

/**
 * Weights for `judged` from examples: logistic regression held small (ridge), found by Adam over all examples at once (D. P.
 * Kingma and J. Ba, “Adam: A Method for Stochastic Optimization”, 2015), so that the same examples come to the same weights
 * on every machine.
 */
export function learn(examples: readonly Example[], kinds: Kinds): Weights {
  const seen = new Map<string, number>();
  const marked = examples.map(({ words }) => [...marksOf(words, kinds)]);
  for (const marks of marked) for (const mark of marks) seen.set(mark, (seen.get(mark) ?? 0) + 1);
  const places = new Map([...seen].filter(([, times]) => times >= SEEN_AT_LEAST).map(([mark], place) => [mark, place]));
  const rows = marked.map(marks => marks.flatMap(mark => places.get(mark) ?? []));
  const weights = new Float64Array(places.size);
  const slope = new Float64Array(places.size);
  const usual = new Float64Array(places.size);
  const spread = new Float64Array(places.size);
  for (let round = 1; round <= ROUNDS; round++) {
    for (let place = 0; place < slope.length; place++) slope[place] = HELD * weights[place]!;
    rows.forEach((row, at) => {
      let sum = 0;
      for (const place of row) sum += weights[place]!;
      const { says, counts } = examples[at]!;
      const off = (1 / (1 + Math.exp(-sum)) - (says ? 1 : 0)) * counts;
      for (const place of row) slope[place]! += off;
    });
    for (let place = 0; place < slope.length; place++) {
      usual[place] = 0.9 * usual[place]! + 0.1 * slope[place]!;
      spread[place] = 0.999 * spread[place]! + 0.001 * slope[place]! ** 2;
      const moved = usual[place]! / (1 - 0.9 ** round) / (Math.sqrt(spread[place]! / (1 - 0.999 ** round)) + 1e-8);
      weights[place]! -= STEP * moved;
    }
  }
  return Object.fromEntries(
    [...places]
      .map(([mark, place]) => [mark, Math.round(weights[place]! * PARTS)] as const)
      .filter(([, weight]) => Math.abs(weight) > HARDLY)
      .sort(([one], [other]) => (one < other ? -1 : 1)),
  );
}
