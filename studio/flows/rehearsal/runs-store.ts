import { type KeptRun, runRoutes } from '@kineta/contract';
import type { RunThrough } from '@kineta/core';
import { toast } from 'sonner';
import { create } from 'zustand';
import { call, sentenceOf } from '../../shell/api.ts';

interface RunsState {
  flow: string;
  runs: KeptRun[];
  load(flow: string): Promise<void>;
  /** Keeps a new run-through, or changes the one of this identity. */
  keep(run: RunThrough, id?: string): Promise<KeptRun | undefined>;
  remove(id: string): Promise<void>;
}

/** The run-throughs of the flow that is open. */
export const useRuns = create<RunsState>((set, get) => ({
  flow: '',
  runs: [],
  async load(flow) {
    set({ flow, runs: [] });
    try {
      const { runs } = await call(runRoutes.list, { params: { id: flow } });
      if (get().flow === flow) set({ runs });
    } catch (error) {
      toast.error(sentenceOf(error));
    }
  },
  async keep(run, id) {
    const { flow } = get();
    try {
      const kept =
        id === undefined
          ? await call(runRoutes.keep, { params: { id: flow }, body: { run } })
          : await call(runRoutes.change, { params: { id: flow, run: id }, body: { run } });
      set(({ runs }) => ({
        runs: id === undefined ? [...runs, kept] : runs.map(known => (known.id === id ? kept : known)),
      }));
      return kept;
    } catch (error) {
      toast.error(sentenceOf(error));
      return undefined;
    }
  },
  async remove(id) {
    const { flow, runs } = get();
    const gone = runs.find(run => run.id === id);
    try {
      await call(runRoutes.remove, { params: { id: flow, run: id } });
      set({ runs: runs.filter(run => run.id !== id) });
      toast('The run-through was deleted.', {
        action: { label: 'Undo', onClick: () => gone && void get().keep(gone.run) },
      });
    } catch (error) {
      toast.error(sentenceOf(error));
    }
  },
}));
