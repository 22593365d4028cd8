import { kindOf } from '../steps/registry.ts';
import { MOST_WORK, workOf } from '../work.ts';
import type { Graph } from './graph.ts';

/**
 * A spot at which more than is allowed has been worked out since the visitor was last asked something, on the way on
 * which that is most; undefined when there is none. Ways round are left out: those are found by themselves.
 */
export function overworked({ spots }: Graph, reached: ReadonlySet<number>): number | undefined {
  const own = spots.map(({ step }) => workOf(step));
  const waits = (at: number): boolean => {
    const { step } = spots[at]!;
    return step !== undefined && kindOf(step).waits(step);
  };
  /** What is worked out from a spot on, at most, until somebody is waited for. */
  const onward = new Map<number, number>();
  const open = new Set<number>();
  for (const root of reached) {
    const work = [root];
    while (work.length > 0) {
      const at = work.at(-1)!;
      if (onward.has(at)) {
        work.pop();
        continue;
      }
      const next = waits(at) ? [] : spots[at]!.ways.map(({ to }) => to);
      const unknown = open.has(at) ? [] : next.filter(to => !onward.has(to) && !open.has(to));
      if (unknown.length > 0) {
        open.add(at);
        work.push(...unknown);
        continue;
      }
      work.pop();
      open.delete(at);
      onward.set(at, own[at]! + Math.max(0, ...next.map(to => onward.get(to) ?? 0)));
    }
  }
  return [...reached].toSorted((a, b) => a - b).find(at => onward.get(at)! > MOST_WORK);
}
