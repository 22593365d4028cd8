import type { Edit } from '../edits.ts';
import type { Id } from '../id.ts';

/** Where in the flow something was found. Without a step it concerns the whole scene, without a scene the flow. */
export interface Place {
  scene?: Id;
  step?: Id;
  /** A part of the step: `line`, `again`, a choice's id. */
  part?: string;
}

/** What the checks found. Problems stop a publish, advice does not. */
export interface Finding {
  /** Stable, for programs. */
  code: FindingCode;
  level: 'problem' | 'advice';
  place: Place;
  /** One sentence for the lead. */
  sentence: string;
  /** The mend, where one is certain. */
  fix?: { label: string; edits: Edit[] };
}

export type FindingCode =
  | 'unreachable scene'
  | 'runs out'
  | 'endless loop'
  | 'no such scene'
  | 'fact never set'
  | 'no such fact'
  | 'empty line'
  | 'no way on'
  | 'bad formula'
  | 'wrong type'
  | 'no such team'
  | 'no such flow'
  | 'unchanged choice'
  | 'no description';
