import { type Edit, kindOf, lastAsked, type Step } from '@kineta/core';
import { newId, useDraft } from './draft/draft.ts';
import { viewOf } from './steps/registry.ts';
import { isKept } from './workplace.ts';

/**
 * A new step of a kind in the place of another, its first wording set to what is there: a fact, a scene or a team of this
 * flow. With it goes what has to be changed besides, for it to find what it begins with.
 */
export function newStep(kind: Step['kind'], team: string | undefined, place: string): { step: Step; besides: Edit[] } {
  const flow = useDraft.getState().flow;
  const blank = { ...kindOf({ kind }).blank(newId()), id: place };
  let besides: Edit[] = [];
  const step = viewOf(kind).begin?.(blank, {
    scenes: flow?.scenes ?? [],
    fact: (fits = () => true) => flow?.facts.find(fact => isKept(fact) && fits(fact))?.name,
    asked() {
      const asked = flow ? lastAsked(flow, place) : undefined;
      besides = asked?.edits ?? [];
      return asked;
    },
    team,
  });
  return { step: step ?? blank, besides };
}

export function isBlank(step: Step | undefined): boolean {
  return step !== undefined && (kindOf(step).isBlank?.(step) ?? false);
}
