import type { Flow, RehearsalStage } from '@kineta/core';
import { proxy } from 'comlink';
import { create } from 'zustand';
import { onFirstUse } from '../../shell/worker.ts';
import type { Differing, Progress, ReplayWork } from './replay.worker.ts';

export const replayer = onFirstUse<ReplayWork>(
  () => new Worker(new URL('./replay.worker.ts', import.meta.url), { type: 'module' }),
);

interface ReplayState {
  /** The flow, and its draft as it was when the replay was begun. */
  flow: string;
  draft: Flow | undefined;
  state: 'none' | 'playing' | 'done' | 'stopped';
  all: number;
  done: number;
  differing: Differing[];
  mistake: string;
  play(flow: string, draft: Flow, stage: RehearsalStage): Promise<void>;
  stop(): void;
}

/** The replay of the draft over real conversations; it goes on while one looks at something else. */
export const useReplay = create<ReplayState>((set, get) => ({
  flow: '',
  draft: undefined,
  state: 'none',
  all: 0,
  done: 0,
  differing: [],
  mistake: '',
  async play(flow, draft, stage) {
    set({ flow, draft, state: 'playing', all: 0, done: 0, differing: [], mistake: '' });
    const isMine = () => get().draft === draft && get().state === 'playing';
    const tell = ({ all, done, found }: Progress) => {
      if (isMine()) set(state => ({ all, done, differing: [...state.differing, ...found] }));
    };
    try {
      await replayer(({ run }) => run(flow, draft, stage, proxy(tell)), 'once');
      if (isMine()) set({ state: 'done' });
    } catch (error) {
      if (isMine()) set({ state: 'stopped', mistake: error instanceof Error ? error.message : String(error) });
    }
  },
  stop() {
    set({ state: 'stopped' });
    replayer(({ stop }) => stop(), 'once').catch(() => undefined);
  },
}));
