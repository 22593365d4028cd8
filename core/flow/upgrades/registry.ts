import { flow1 } from './flow-1.ts';
import { run1 } from './run-1.ts';
import { broughtUp, each, isContent, type Upgrade } from './upgrade.ts';

/** From every earlier version of a flow to the next, in order. */
const flowUpgrades: readonly Upgrade[] = [flow1];
/** The same of run-throughs. */
const runUpgrades: readonly Upgrade[] = [run1];

/** A run-through as it is written now. What is none, or of a later version, is handed back as it is. */
export function runAsNow(content: unknown): unknown {
  return broughtUp(content, runUpgrades);
}

/** A flow, or a flow’s file with all that is in it, as it is written now. */
export function flowAsNow(content: unknown): unknown {
  const flow = broughtUp(content, flowUpgrades);
  return isContent(flow) && 'runs' in flow
    ? { ...flow, runs: each(flow.runs, run => runAsNow(run) as typeof run) }
    : flow;
}

/** Whether a format is an earlier or the present version of what is written now. */
export function isKnown(format: string, now: string): boolean {
  return format === now || [...flowUpgrades, ...runUpgrades].some(({ from }) => from === format);
}
