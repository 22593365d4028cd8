import { decide, type Thresholds } from './deciding.ts';
import type { Found } from './finding.ts';

/** A question of which it is known what is right, with what is found for it, the best first. */
export interface Rated {
  /** The article that answers it; null of one that nothing answers. */
  right: string | null;
  found: readonly Found[];
}

/** What becomes of a question: the right answer is said, or a wrong one; it is asked back with the right one among them, or without; nobody knows, as is so, or though somebody does. */
export type Outcome = 'right' | 'wrong' | 'asked back' | 'asked back in vain' | 'honestly unknown' | 'missed';

export function outcomeOf({ right, found }: Rated, thresholds: Thresholds): Outcome {
  const decision = decide(found, thresholds);
  if (decision.kind === 'answer') return decision.id === right ? 'right' : 'wrong';
  if (decision.kind === 'did you mean')
    return right !== null && decision.ids.includes(right) ? 'asked back' : 'asked back in vain';
  return right === null ? 'honestly unknown' : 'missed';
}

/** How many come to each. */
export function outcomes(all: readonly Rated[], thresholds: Thresholds): Record<Outcome, number> {
  const counts: Record<Outcome, number> = {
    right: 0,
    wrong: 0,
    'asked back': 0,
    'asked back in vain': 0,
    'honestly unknown': 0,
    missed: 0,
  };
  for (const rated of all) counts[outcomeOf(rated, thresholds)]++;
  return counts;
}

/** A point of the curve: said from so sure on, these shares of all are answered rightly and wrongly. */
export interface CurvePoint {
  sure: number;
  right: number;
  wrong: number;
}

const STEP = 0.02;

/** What share of all questions is answered rightly, and wrongly, by from how sure on something is said. */
export function sureCurve(all: readonly Rated[]): CurvePoint[] {
  const points: CurvePoint[] = [];
  for (let at = 1; at * STEP < 1; at++) {
    const sure = Math.round(at * STEP * 100) / 100;
    let right = 0;
    let wrong = 0;
    for (const { right: article, found } of all) {
      const [best] = found;
      if (!best || best.confidence < sure) continue;
      if (best.id === article) right++;
      else wrong++;
    }
    const share = (count: number): number => (all.length === 0 ? 0 : count / all.length);
    points.push({ sure, right: share(right), wrong: share(wrong) });
  }
  return points;
}

/** What was said with a confidence in this range, and how much of it was right: what is said with 0.7 ought to be right seven times of ten. */
export interface Reliability {
  from: number;
  to: number;
  count: number;
  /** The mean confidence, and the share that was right. */
  sure: number;
  right: number;
}

/** How far confidences can be trusted, by fifths; ranges that nothing falls in are left out. */
export function reliability(all: readonly Rated[]): Reliability[] {
  const fifths = 5;
  return Array.from({ length: fifths }, (_, at) => {
    const from = at / fifths;
    const to = (at + 1) / fifths;
    const within = all.flatMap(({ right, found: [best] }) =>
      best && best.confidence >= from && (best.confidence < to || (to === 1 && best.confidence === 1))
        ? [{ sure: best.confidence, isRight: best.id === right }]
        : [],
    );
    const count = within.length;
    const sum = within.reduce((all, { sure }) => all + sure, 0);
    const right = within.filter(({ isRight }) => isRight).length;
    return { from, to, count, sure: count ? sum / count : 0, right: count ? right / count : 0 };
  }).filter(({ count }) => count > 0);
}
