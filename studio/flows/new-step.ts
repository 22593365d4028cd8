import { kindOf, type Step } from '@kineta/core';
import { newId, useDraft } from './draft/draft.ts';
import { viewOf } from './steps/registry.ts';
import { isKept } from './workplace.ts';

/** A new step of a kind, its first wording set to what is there: a fact, a scene or a team of this flow. */
export function newStep(kind: Step['kind'], team: string | undefined): Step {
  const flow = useDraft.getState().flow;
  const blank = kindOf({ kind }).blank(newId());
  return (
    viewOf(kind).begin?.(blank, {
      scenes: flow?.scenes ?? [],
      fact: (fits = () => true) => flow?.facts.find(fact => isKept(fact) && fits(fact))?.name,
      team,
    }) ?? blank
  );
}

export function isBlank(step: Step | undefined): boolean {
  return step !== undefined && (kindOf(step).isBlank?.(step) ?? false);
}
