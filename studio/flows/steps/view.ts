import type { Step } from '@kineta/core';
import type { ComponentType } from 'react';
import type { LineKeys } from '../lines/line-editor.tsx';

export interface StepProps<S extends Step> {
  step: S;
  selected: boolean;
  /** Puts the changed step in the draft. `part` joins changes of the same part into one thing to undo. */
  change: (step: S, part?: string) => void;
  /** What the keys of its first line do to the steps around it. */
  keys: LineKeys;
  speaker: string;
}

/** How the studio shows one kind of step; the core's file of the same name says everything else about it. */
export interface StepView<S extends Step> {
  /** The verb, in the menu of kinds. */
  name: string;
  /** The step on the page. */
  Body: ComponentType<StepProps<S>>;
  /** What opens below it while it is selected. */
  Panel?: ComponentType<StepProps<S>>;
}
