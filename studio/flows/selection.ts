import { create } from 'zustand';

/** Where the lead is in the draft: the scene shown, the steps marked, and the line in which the caret stands. */
interface SelectionState {
  scene: string;
  /** The step opened. */
  step: string;
  /** The other end of what is marked, when that is more than one step. */
  until: string;
  /** The line being written, as `step:part`; at most one has an editor. */
  line: string;
  goTo(place: { scene: string; step?: string; line?: string }): void;
  write(step: string, part: string): void;
  /** Marks everything from the step opened to another. */
  extend(until: string): void;
}

export const useSelection = create<SelectionState>(set => ({
  scene: '',
  step: '',
  until: '',
  line: '',
  goTo: ({ scene, step = '', line = '' }) => set({ scene, step, line, until: '' }),
  write: (step, part) => set({ step, line: part === '' ? '' : `${step}:${part}`, until: '' }),
  extend: until => set(({ step }) => ({ until: until === step ? '' : until, line: '' })),
}));

/** The steps that are marked, in their order: the one opened, or all from there to the other end. */
export function markedSteps<S extends { id: string }>(
  steps: readonly S[],
  { step, until }: { step: string; until: string },
): S[] {
  const at = steps.findIndex(({ id }) => id === step);
  if (at < 0) return [];
  const end = until === '' ? at : steps.findIndex(({ id }) => id === until);
  return end < 0 ? [steps[at]!] : steps.slice(Math.min(at, end), Math.max(at, end) + 1);
}
