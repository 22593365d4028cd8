import type { KeptRun } from '@kineta/contract';
import type { Flow, Outcome, RehearsalStage, Workplace } from '@kineta/core';
import { startTransition, useEffect, useRef, useState } from 'react';
import { onFirstUse } from '../../shell/worker.ts';
import type { Checked, CheckWork } from './checks.worker.ts';

const checker = onFirstUse<CheckWork>(
  () => new Worker(new URL('./checks.worker.ts', import.meta.url), { type: 'module' }),
);

/** For how many milliseconds nothing is typed before what was typed is looked at. */
const PAUSE = 120;

/**
 * What a worker makes of what is given. The page never waits: while it works on one, what comes meanwhile waits for the
 * next turn; so what is shown may be a moment old, and is never of long ago.
 */
function useWorked<Given extends unknown[], Result>(
  given: Given | undefined,
  work: (...given: Given) => Promise<Result>,
): Result | undefined {
  const [result, setResult] = useState<Result>();
  const wanted = useRef(given);
  const done = useRef<Given>(undefined);
  const working = useRef(false);
  wanted.current = given;
  useEffect(() => {
    const isDone = (): boolean =>
      wanted.current === undefined || wanted.current.every((one, index) => one === done.current?.[index]);
    const run = async () => {
      if (working.current) return;
      working.current = true;
      while (!isDone()) {
        done.current = wanted.current!;
        try {
          const made = await work(...done.current);
          // What is being typed comes first.
          startTransition(() => setResult(made));
        } catch {
          // It has been said; what is given next is worked on again.
        }
      }
      working.current = false;
    };
    if (isDone()) return;
    // In the midst of a word nothing can be said yet; the first time there is nothing to wait for.
    const soon = setTimeout(() => void run(), done.current ? PAUSE : 0);
    return () => clearTimeout(soon);
  });
  return result;
}

/** What the checks say of the draft. */
export function useChecked(flow: Flow | null, workplace: Workplace): Checked | undefined {
  return useWorked(flow ? ([flow, workplace] as [Flow, Workplace]) : undefined, (...given) =>
    checker(({ check }) => check(...given)),
  );
}

const none: ReadonlyMap<string, Outcome> = new Map();

/** How the run-throughs of the draft go, each by its identity. */
export function useOutcomes(
  flow: Flow | null,
  runs: readonly KeptRun[],
  stage: RehearsalStage,
): ReadonlyMap<string, Outcome> {
  const given = flow ? ([flow, runs, stage] as [Flow, KeptRun[], RehearsalStage]) : undefined;
  return useWorked(given, (...all) => checker(({ runAll }) => runAll(...all))) ?? none;
}
