import { create } from 'zustand';

/** Where the lead is in the draft: the scene shown, the step opened, and the line in which the caret stands. */
interface SelectionState {
  scene: string;
  step: string;
  /** The line being written, as `step:part`; at most one has an editor. */
  line: string;
  goTo(place: { scene: string; step?: string; line?: string }): void;
  write(step: string, part: string): void;
}

export const useSelection = create<SelectionState>(set => ({
  scene: '',
  step: '',
  line: '',
  goTo: ({ scene, step = '', line = '' }) => set({ scene, step, line }),
  write: (step, part) => set({ step, line: part === '' ? '' : `${step}:${part}` }),
}));
