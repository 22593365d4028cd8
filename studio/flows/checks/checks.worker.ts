import type { KeptRun } from '@kineta/contract';
import {
  check,
  type Finding,
  type Flow,
  type Outcome,
  type RehearsalStage,
  runThrough,
  type Workplace,
  waysThrough,
} from '@kineta/core';
import { expose } from 'comlink';

/** What the checks say of a flow. */
export interface Checked {
  findings: Finding[];
  /** How many ways lead through; as text, for there may be more than a number holds. */
  waysThrough: string;
}

const work = {
  /** Plays all run-throughs; each by its identity. */
  runAll: (flow: Flow, runs: KeptRun[], stage: RehearsalStage): Map<string, Outcome> =>
    new Map(runs.map(({ id, run }) => [id, runThrough(flow, run, stage)])),
  check: (flow: Flow, workplace: Workplace): Checked => ({
    findings: check(flow, workplace),
    waysThrough: waysThrough(flow).toLocaleString('en-GB'),
  }),
};
export type CheckWork = typeof work;
expose(work);
