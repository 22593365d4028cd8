import { type KeptRun, runRoutes } from '@kineta/contract';
import type { RunThrough } from '@kineta/core';
import { useEffect } from 'react';
import { toast } from 'sonner';
import { call, sentenceOf } from '../../shell/api.ts';
import { changedHere, useRoute } from '../../shell/query.ts';

const none: readonly KeptRun[] = [];

/** The run-throughs that are kept with a flow. That they cannot be read is said, as the draft is not held to them then. */
export function useRuns(flow: string): readonly KeptRun[] {
  const { data, error } = useRoute(runRoutes.list, { params: { id: flow } });
  useEffect(() => {
    if (error) toast.error(sentenceOf(error));
  }, [error]);
  return data?.runs ?? none;
}

/** Keeps a new run-through, or changes the one of this identity. @throws {CallError} */
export async function keepRun(flow: string, run: RunThrough, id?: string): Promise<KeptRun> {
  const kept =
    id === undefined
      ? await call(runRoutes.keep, { params: { id: flow }, body: { run } })
      : await call(runRoutes.change, { params: { id: flow, run: id }, body: { run } });
  await changedHere(runRoutes.list);
  return kept;
}

/** Deletes a run-through, and offers to have it back. */
export async function removeRun(flow: string, { id, run }: KeptRun): Promise<void> {
  try {
    await call(runRoutes.remove, { params: { id: flow, run: id } });
    await changedHere(runRoutes.list);
    toast('The run-through was deleted.', {
      action: {
        label: 'Undo',
        onClick: () => void keepRun(flow, run).catch(error => toast.error(sentenceOf(error))),
      },
    });
  } catch (error) {
    toast.error(sentenceOf(error));
  }
}
