import { type FlowDetail, flowRoutes } from '@kineta/contract';
import { applyAll, type Edit, Flow } from '@kineta/core';
import { toast } from 'sonner';
import { create } from 'zustand';
import { CallError, call, sentenceOf } from '../shell/api.ts';
import { live } from '../shell/live.ts';

/** This page, so that it can tell its own saves from others’. */
const writer = crypto.randomUUID();
/** Typing in the same place within this time is one thing to undo. */
const ONE_GO = 1_200;
const SAVE_AFTER = 400;

interface Change {
  undo: Edit[];
  redo: Edit[];
  /** What was edited, for joining changes: a step’s identity. */
  at: string;
  time: number;
}

interface DraftState {
  detail: FlowDetail | null;
  flow: Flow | null;
  /** `conflict`: somebody else saved in the meantime, and the lead is to choose. */
  saving: 'saved' | 'unsaved' | 'saving' | 'waiting' | 'conflict';
  savedAt: Date;
  /** Who changed the draft when there is a conflict. */
  conflict: { by: string; revision: number } | null;
  mistake: string;
  past: Change[];
  future: Change[];
  open(id: string): () => void;
  edit(edits: Edit[], at?: string): void;
  undo(): void;
  redo(): void;
  keepMine(): void;
  takeTheirs(): Promise<void>;
  /** Resolves when everything typed is saved. */
  settle(): Promise<void>;
  published(detail: FlowDetail): void;
}

const keptUnder = (id: string): string => `kineta.draft.${id}`;

/** What was typed and never saved, from before the page was closed or the server went away. */
function unsaved(detail: FlowDetail): Flow | undefined {
  try {
    const kept = JSON.parse(localStorage.getItem(keptUnder(detail.id)) ?? 'null') as {
      revision: number;
      flow: unknown;
    } | null;
    if (kept?.revision !== detail.revision) return undefined;
    return Flow.parse(kept.flow);
  } catch {
    return undefined;
  }
}

/**
 * The draft that is open: edited through {@link Edit}s, undone by their inverses, saved as one types. A save says on
 * which revision it builds; when somebody else saved meanwhile nothing is overwritten, and the lead chooses.
 */
export const useDraft = create<DraftState>((set, get) => {
  let timer: ReturnType<typeof setTimeout> | undefined;
  const idle: Array<() => void> = [];

  const later = (delay: number): void => {
    clearTimeout(timer);
    timer = setTimeout(() => void save(), delay);
  };
  const rest = (): void => {
    for (const resolve of idle.splice(0)) resolve();
  };

  async function save(): Promise<void> {
    const { detail, flow, saving } = get();
    if (!detail || !flow || saving === 'saving' || saving === 'conflict') return;
    set({ saving: 'saving' });
    try {
      const saved = await call(flowRoutes.saveDraft, {
        params: { id: detail.id },
        body: { revision: detail.revision, draft: flow, writer },
      });
      const current = get();
      if (current.detail?.id !== detail.id) return;
      set({
        detail: { ...current.detail, revision: saved.revision, changes: saved.changes, name: flow.name },
        savedAt: new Date(saved.savedAt),
        mistake: '',
      });
      if (current.flow === flow) {
        localStorage.removeItem(keptUnder(detail.id));
        set({ saving: 'saved' });
        rest();
      } else {
        set({ saving: 'unsaved' });
        later(SAVE_AFTER);
      }
    } catch (error) {
      if (get().detail?.id !== detail.id) return;
      if (error instanceof CallError && error.problem.code === 'draft_changed')
        set({ saving: 'conflict', conflict: error.problem.changed ?? null });
      else if (error instanceof CallError && error.passing) {
        set({ saving: 'waiting' });
        later(2_000);
      } else set({ saving: 'unsaved', mistake: sentenceOf(error) });
    }
  }

  function changed(flow: Flow): void {
    const { detail, saving } = get();
    set({ flow, ...(saving === 'saved' ? { saving: 'unsaved' as const } : {}) });
    if (!detail) return;
    try {
      localStorage.setItem(keptUnder(detail.id), JSON.stringify({ revision: detail.revision, flow }));
    } catch {
      // A full storage only means that closing the page before the save would lose the last words.
    }
    if (saving !== 'conflict') later(SAVE_AFTER);
  }

  function show(detail: FlowDetail, flow = detail.draft): void {
    set({
      detail,
      flow,
      saving: 'saved',
      savedAt: new Date(detail.updatedAt),
      conflict: null,
      mistake: '',
      past: [],
      future: [],
    });
  }

  return {
    detail: null,
    flow: null,
    saving: 'saved',
    savedAt: new Date(),
    conflict: null,
    mistake: '',
    past: [],
    future: [],

    open(id) {
      set({ detail: null, flow: null, mistake: '' });
      let closed = false;
      const load = () =>
        call(flowRoutes.get, { params: { id } })
          .then(detail => {
            if (closed) return;
            show(detail);
            const kept = unsaved(detail);
            if (kept) changed(kept);
          })
          .catch(error => closed || set({ mistake: sentenceOf(error) }));
      void load();
      const onDraft = (saved: { flow: string; revision: number; by: string; writer: string }) => {
        const { detail, saving } = get();
        if (saved.flow !== id || saved.writer === writer || !detail || saved.revision <= detail.revision) return;
        // With words of our own on the way, our next save tells that both have changed.
        if (saving !== 'saved') return;
        toast(`${saved.by} changed this draft; you see it as it is now.`, { id: 'draft-changed' });
        void load();
      };
      live().on('draft', onDraft);
      return () => {
        closed = true;
        live().off('draft', onDraft);
        if (get().saving === 'unsaved') void save();
      };
    },

    edit(edits, at = '') {
      const { flow, past } = get();
      if (!flow) return;
      const { flow: next, inverse } = applyAll(flow, edits);
      if (inverse.length === 0) return;
      const last = past.at(-1);
      const now = Date.now();
      const joins = at !== '' && last?.at === at && now - last.time < ONE_GO;
      const change: Change = joins
        ? { undo: [...inverse, ...last.undo], redo: [...last.redo, ...edits], at, time: now }
        : { undo: inverse, redo: edits, at, time: now };
      set({ past: [...(joins ? past.slice(0, -1) : past).slice(-500), change], future: [] });
      changed(next);
    },
    undo() {
      const { flow, past, future } = get();
      const change = past.at(-1);
      if (!flow || !change) return;
      set({ past: past.slice(0, -1), future: [...future, change] });
      changed(applyAll(flow, change.undo).flow);
    },
    redo() {
      const { flow, past, future } = get();
      const change = future.at(-1);
      if (!flow || !change) return;
      set({ future: future.slice(0, -1), past: [...past, { ...change, time: 0 }] });
      changed(applyAll(flow, change.redo).flow);
    },
    keepMine() {
      const { detail, conflict } = get();
      if (!detail || !conflict) return;
      set({ detail: { ...detail, revision: conflict.revision }, conflict: null, saving: 'unsaved' });
      void save();
    },
    async takeTheirs() {
      const { detail } = get();
      if (!detail) return;
      localStorage.removeItem(keptUnder(detail.id));
      show(await call(flowRoutes.get, { params: { id: detail.id } }));
      rest();
    },
    settle() {
      if (get().saving === 'saved') return Promise.resolve();
      clearTimeout(timer);
      return new Promise(resolve => {
        idle.push(resolve);
        void save();
      });
    },
    published(detail) {
      const { flow } = get();
      set({ detail, flow: flow ?? detail.draft });
    },
  };
});

/** A new identity for a step, a scene or a choice. */
export function newId(): string {
  return crypto.randomUUID().replaceAll('-', '').slice(0, 12);
}
