import { type Fact, isEmptyLine, type Step, stepKinds } from '@kineta/core';
import { newId, useDraft } from './draft/draft.ts';
import { isKept } from './workplace.ts';

/** A new step of a kind, its first wording set to what is there: a fact, a scene or a team of this flow. */
export function newStep(kind: Step['kind'], team: string | undefined): Step {
  const flow = useDraft.getState().flow;
  const blank = stepKinds.find(known => known.kind === kind)!.blank(newId()) as Step;
  const first = (fits: (fact: Fact) => boolean) => flow?.facts.find(fact => isKept(fact) && fits(fact))?.name;
  const fact = first(() => true);
  switch (blank.kind) {
    case 'decide':
      return fact ? { ...blank, ways: [{ when: { all: [{ fact, is: 'is known' }] } }] } : blank;
    case 'set':
      return fact ? { ...blank, fact } : blank;
    case 'work out': {
      const number = first(({ type }) => type === 'money' || type === 'number');
      return number ? { ...blank, fact: number } : blank;
    }
    case 'email': {
      const address = first(({ type }) => type === 'email');
      return address ? { ...blank, to: { fact: address } } : blank;
    }
    case 'call scene':
      return { ...blank, scene: flow?.scenes.at(-1)?.id ?? blank.scene };
    case 'go':
      return { ...blank, to: flow?.scenes[0]?.id ?? blank.to };
    case 'hand over':
      return team ? { ...blank, team } : blank;
    default:
      return blank;
  }
}

export function isBlank(step: Step | undefined): boolean {
  return step?.kind === 'say' && isEmptyLine(step.line) && !step.pictures?.length;
}
