import { type Finding, findStep, kindOf, type Step } from '@kineta/core';
import { useDraft } from './draft/draft.ts';
import { useSelection } from './selection.ts';

/** Steps that have a line of their own, in which the caret can stand. */
export function hasLine(step: Step | undefined): boolean {
  return step !== undefined && kindOf(step).hasLine === true;
}

/** Where the number of a step is: what has the focus while the step itself is meant. */
const numberOf = (step: string) => document.querySelector<HTMLElement>(`#step-${step} [data-number]`);

/** Puts the focus on a step as a whole. */
export function focusStep(step: string): void {
  const number = numberOf(step);
  number?.focus({ preventScroll: true });
  number?.scrollIntoView({ block: 'nearest' });
}

/** Puts the focus on the first thing that can be set of a step that has no line, once that is shown. */
export function focusPanel(step: string): void {
  requestAnimationFrame(() =>
    document
      .querySelector<HTMLElement>(
        `#step-${step} [data-panel] :is(input, select, textarea, button, [contenteditable=true])`,
      )
      ?.focus(),
  );
}

/** Brings a place of the draft into view, with the caret in its line when it has one. */
export function jumpTo(place: Finding['place']): void {
  const { flow } = useDraft.getState();
  if (!flow || !place.scene) return;
  const step = place.step ? findStep(flow, place.step)?.step : undefined;
  useSelection.getState().goTo({
    scene: place.scene,
    ...(step ? { step: step.id } : {}),
    ...(step && hasLine(step) && (place.part === 'line' || place.part === undefined)
      ? { line: `${step.id}:line` }
      : {}),
  });
  requestAnimationFrame(() =>
    document.getElementById(step ? `step-${step.id}` : `scene-${place.scene}`)?.scrollIntoView({ block: 'center' }),
  );
}
