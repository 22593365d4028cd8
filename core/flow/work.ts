import type { Flow } from './format.ts';
import { formulasOf } from './mentions.ts';
import type { Step } from './steps/registry.ts';

/**
 * What may be worked out between two inputs of a visitor, in characters of formulas: about as many as there may be steps,
 * with a formula of usual length in each. Counted, and not timed, so that the same event always comes to the same.
 */
export const MOST_WORK = 30_000;
/** The most characters of formulas in a flow: each is read before it is checked, and reading takes its time. */
export const MOST_IN_FLOW = 100_000;

/** What a step may have to work out, in characters of its formulas. */
export function workOf(step: Step | undefined): number {
  let work = 0;
  if (step) for (const source of formulasOf(step)) work += source.length;
  return work;
}

/** What all steps of a flow may have to work out. */
export function workIn({ scenes }: Flow): number {
  let work = 0;
  for (const { steps } of scenes) for (const step of steps) work += workOf(step);
  return work;
}
