import type { Fact, Scene, Step, Value } from '@kineta/core';
import type { ComponentType } from 'react';
import type { LineKeys } from '../lines/line-editor.tsx';
import type { StepGroup } from '../step-groups.ts';

export interface StepProps<S extends Step> {
  step: S;
  selected: boolean;
  /** Puts the changed step in the draft. `part` joins changes of the same part into one thing to undo. */
  change: (step: S, part?: string) => void;
  /** What the keys of its first line do to the steps around it. */
  keys: LineKeys;
  speaker: string;
}

/** What is there that a new step can begin with. */
export interface Beginning {
  scenes: readonly Scene[];
  /** The first fact of this flow that can be kept in and fits. */
  fact(fits?: (fact: Fact) => boolean): string | undefined;
  /**
   * The fact that keeps what was last asked in front of it, from now on when none did; and what it holds of the first
   * answer that can be picked.
   */
  asked(): { fact: string; first?: Value } | undefined;
  /** A team of the workspace. */
  team: string | undefined;
}

/** How the studio shows one kind of step; the core’s file of the same name says everything else about it. */
export interface StepView<S extends Step> {
  /** The verb, in the menu of kinds, and the group that it stands in there. */
  name: string;
  group: StepGroup;
  /** A new step with its first wording set to what is there. */
  begin?(blank: S, there: Beginning): S;
  /** The part that one writes first, where that is not its line. */
  first?: string;
  /** The step on the page. */
  Body: ComponentType<StepProps<S>>;
  /** What opens below it while it is selected. */
  Panel?: ComponentType<StepProps<S>>;
}
