import { type Asked, questionRoutes } from '@kineta/contract';
import type { OutsideName } from '@kineta/core';
import { create } from 'zustand';
import { call, sentenceOf } from '../shell/api.ts';

/** So many questions of the thread are kept: what was asked long before says nothing of what is meant now. */
const MOST_BEFORE = 5;

interface AskingState {
  text: string;
  /** The page that it is asked on; empty where that does not matter. */
  page: string;
  /** Who outside words it, or answers. */
  outside: OutsideName | undefined;
  /** What was asked before it, the last at the end. */
  before: readonly string[];
  state: 'none' | 'asking' | 'answered' | 'failed';
  /** What was asked, and what would be said. */
  asked: string;
  answer: Asked | undefined;
  mistake: string;
  set(what: Partial<Pick<AskingState, 'text' | 'page' | 'outside'>>): void;
  ask(text?: string): Promise<void>;
  /** What is asked next is asked behind this. */
  goOn(): void;
  begin(): void;
}

let last = 0;

/** Asking as a visitor, beside the answers. */
export const useAsking = create<AskingState>((set, get) => ({
  text: '',
  page: '',
  outside: undefined,
  before: [],
  state: 'none',
  asked: '',
  answer: undefined,
  mistake: '',
  set: what => set(what),
  async ask(text = get().text) {
    const asked = text.trim();
    if (asked === '') return;
    const mine = ++last;
    set({ state: 'asking', text, mistake: '' });
    const { before, page, outside = null } = get();
    try {
      const answer = await call(questionRoutes.ask, {
        body: { text: asked, before: [...before], page: page.trim() || null, outside },
      });
      if (mine === last) set({ state: 'answered', asked, answer });
    } catch (error) {
      if (mine === last) set({ state: 'failed', mistake: sentenceOf(error) });
    }
  },
  goOn: () =>
    set(({ before, asked }) => ({
      before: [...before, asked].slice(-MOST_BEFORE),
      text: '',
      state: 'none',
      answer: undefined,
    })),
  begin: () => set({ before: [], text: '', state: 'none', asked: '', answer: undefined, mistake: '' }),
}));

interface PickedState {
  ids: ReadonlySet<string>;
  pick(id: string, picked: boolean): void;
  pickAll(ids: readonly string[]): void;
}

/** The answers that something is to be done with at once. */
export const usePicked = create<PickedState>(set => ({
  ids: new Set(),
  pick: (id, picked) =>
    set(({ ids }) => {
      const next = new Set(ids);
      if (picked) next.add(id);
      else next.delete(id);
      return { ids: next };
    }),
  pickAll: ids => set({ ids: new Set(ids) }),
}));
