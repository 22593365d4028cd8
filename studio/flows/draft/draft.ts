import { type FlowDetail, flowRoutes, type SavedEdits } from '@kineta/contract';
import {
  type Clash,
  type Copy,
  copyOf,
  type Edit,
  type Flow,
  hear,
  insist,
  joined,
  send,
  settle,
  unsend,
  write,
} from '@kineta/core';
import { toast } from 'sonner';
import { create } from 'zustand';
import { CallError, call, sentenceOf } from '../../shell/api.ts';
import { live, useConnection } from '../../shell/live.ts';
import { type Change, type Kept, keep, keepNow, keptOf } from './kept.ts';
import { settleTyping } from './typing.ts';

/** This page, so that it can tell its own saves from others’. */
export const writer = crypto.randomUUID();
/** Typing in the same place within this time is one thing to undo. */
const ONE_GO = 1_200;
const SAVE_AFTER = 400;
const TRY_AGAIN_AFTER = 2_000;
const MOST_UNDONE = 500;

interface DraftState {
  detail: FlowDetail | null;
  flow: Flow | null;
  saving: 'saved' | 'unsaved' | 'saving' | 'waiting';
  savedAt: Date;
  mistake: string;
  /** Own edits that others were faster than, for the lead to settle, and who those were. */
  clashes: ReadonlyArray<Clash & { by: string }>;
  past: Change[];
  future: Change[];
  open(id: string): () => void;
  /** Edits the flow as it stands. @param at where: going on there soon is one thing to undo */
  edit(wish: (flow: Flow) => Edit[], at?: string): void;
  undo(): void;
  redo(): void;
  /** Settles a clash: by having one’s way, or by leaving what is there. */
  settleClash(clash: Clash, mine: boolean): void;
  /** Resolves when everything typed is saved. */
  settle(): Promise<void>;
  published(detail: FlowDetail): void;
}

/**
 * The draft that is open: edited through {@link Edit}s, undone by their inverses, saved as one types. Others may write
 * at the same time: what they save comes in under one’s own edits, and is settled where both meant the same place.
 */
export const useDraft = create<DraftState>((set, get) => {
  let copy: Copy | undefined;
  /** The name of the batch that is on its way, kept until it is answered. */
  let batch = '';
  let timer: ReturnType<typeof setTimeout> | undefined;
  /** Whose edits came last: who was faster, when one’s own are refused. */
  let faster: string | undefined;
  /** Others’ saves that came before those in front of them. */
  const ahead = new Map<number, SavedEdits>();
  const idle: Array<() => void> = [];

  const later = (delay: number): void => {
    clearTimeout(timer);
    timer = setTimeout(() => void save(), delay);
  };
  const rest = (): void => {
    for (const resolve of idle.splice(0)) resolve();
  };

  function keepAll(): void {
    const { detail, past, future } = get();
    if (!copy || !detail) return;
    keep(detail.id, (): Kept => ({ unsaved: [...copy!.sent, ...copy!.unsent], past, future }));
  }

  function come(next: Copy, clashes: readonly Clash[]): void {
    const by = faster ?? 'Somebody';
    copy = next;
    set(state => ({
      flow: next.flow,
      clashes: clashes.length > 0 ? [...state.clashes, ...clashes.map(clash => ({ ...clash, by }))] : state.clashes,
    }));
  }

  function hearAll(saves: readonly SavedEdits[]): void {
    // One’s own words lie on top of what others write.
    if (saves.length > 0) settleTyping();
    for (const saved of saves) ahead.set(saved.revision, saved);
    if (!copy) return;
    for (let next = ahead.get(copy.revision + 1); next; next = ahead.get(copy.revision + 1)) {
      // Our own saves are settled by their answer.
      if (next.writer === writer) return;
      const heard = hear(copy, next.revision, next.edits);
      faster = next.by;
      come(heard.copy, heard.clashes);
    }
    for (const revision of ahead.keys()) if (revision <= copy.revision) ahead.delete(revision);
  }

  async function save(): Promise<void> {
    const { detail, saving } = get();
    if (!detail || !copy || saving === 'saving') return;
    if (copy.sent.length === 0) {
      if (copy.unsent.length === 0) {
        set({ saving: 'saved' });
        rest();
        return;
      }
      copy = send(copy);
      batch = crypto.randomUUID();
    }
    set({ saving: 'saving' });
    try {
      const saved = await call(flowRoutes.saveEdits, {
        params: { id: detail.id },
        body: { revision: copy.revision, batch, writer, edits: [...copy.sent] },
      });
      if (get().detail?.id !== detail.id) return;
      hearAll(saved.missed);
      const settled = settle(copy, saved.revision, saved.refused);
      come(settled.copy, settled.clashes);
      hearAll([]);
      const { scenes, name } = copy.flow;
      set({
        detail: {
          ...get().detail!,
          revision: saved.revision,
          changes: saved.changes,
          name,
          scenes: scenes.length,
        },
        savedAt: new Date(saved.savedAt),
        mistake: '',
        saving: copy.unsent.length > 0 ? 'unsaved' : 'saved',
      });
      keepAll();
      if (copy.unsent.length > 0) later(idle.length > 0 ? 0 : SAVE_AFTER);
      else rest();
    } catch (error) {
      if (get().detail?.id !== detail.id) return;
      if (error instanceof CallError && error.problem.code === 'draft_changed') await startOver();
      else notSaved(error);
    }
  }

  /** What was sent did not arrive: it is sent again when that may help. */
  function notSaved(error: unknown): void {
    if (error instanceof CallError && error.passing) {
      set({ saving: 'waiting' });
      later(TRY_AGAIN_AFTER);
    } else {
      copy = unsend(copy!);
      set({ saving: 'unsaved', mistake: sentenceOf(error) });
    }
  }

  /** After so long an absence that what was missed is not known any more: one’s own edits go onto the draft as it is. */
  async function startOver(): Promise<void> {
    const { detail } = get();
    if (!detail || !copy) return;
    let fresh: FlowDetail;
    try {
      fresh = await call(flowRoutes.get, { params: { id: detail.id } });
    } catch (error) {
      if (get().detail?.id === detail.id) notSaved(error);
      return;
    }
    if (get().detail?.id !== detail.id) return;
    // What was typed while it was read is among it.
    const unsaved = [...copy.sent, ...copy.unsent];
    set({ detail: fresh, saving: 'unsaved' });
    const written = write(copyOf(fresh.draft, fresh.revision), unsaved);
    faster = fresh.updatedBy ?? undefined;
    come(written.copy, written.clashes);
    later(0);
  }

  function changed(): void {
    set({ flow: copy!.flow, ...(get().saving === 'saved' ? { saving: 'unsaved' as const } : {}) });
    keepAll();
    if (get().saving !== 'saving') later(SAVE_AFTER);
  }

  function show(detail: FlowDetail): void {
    const kept = keptOf(detail.id);
    const { copy: written, clashes } = write(copyOf(detail.draft, detail.revision), kept.unsaved);
    ahead.clear();
    set({
      detail,
      saving: 'saved',
      savedAt: new Date(detail.updatedAt),
      mistake: '',
      clashes: [],
      past: kept.past,
      future: kept.future,
    });
    faster = detail.updatedBy ?? undefined;
    come(written, clashes);
    if (written.unsent.length > 0) changed();
  }

  /** Another edition went live, or a time was set: by somebody else, or by itself. */
  async function hearPublished(id: string): Promise<void> {
    try {
      const { edition, changes, scheduled, sites } = await call(flowRoutes.get, { params: { id } });
      const { detail } = get();
      if (detail?.id === id) set({ detail: { ...detail, edition, changes, scheduled, sites } });
    } catch {
      // The next news, or the next opening, tells it.
    }
  }

  /** Catches up with what was saved while no news came. */
  async function catchUp(id: string): Promise<void> {
    if (!copy || get().detail?.id !== id) return;
    if (copy.sent.length + copy.unsent.length > 0) return save();
    try {
      const { saved } = await call(flowRoutes.edits, { params: { id }, query: { after: String(copy.revision) } });
      hearAll(saved);
    } catch (error) {
      if (error instanceof CallError && error.problem.code === 'draft_changed') await startOver();
    }
  }

  /** Takes back, or does again, what is on top of one pile, and puts it on the other. */
  function move(from: 'past' | 'future'): void {
    const pile = get()[from];
    const change = pile.at(-1);
    if (!copy || !change) return;
    const written = write(copy, from === 'past' ? change.undo : change.redo);
    copy = written.copy;
    const to = from === 'past' ? 'future' : 'past';
    const stays = written.inverse.length > 0;
    if (!stays) toast('Somebody else has changed that place since; nothing was undone.');
    set({
      [from]: pile.slice(0, -1),
      ...(stays ? { [to]: [...get()[to], { ...change, time: 0 }] } : {}),
    });
    changed();
  }

  return {
    detail: null,
    flow: null,
    saving: 'saved',
    savedAt: new Date(),
    mistake: '',
    clashes: [],
    past: [],
    future: [],

    open(id) {
      copy = undefined;
      set({ detail: null, flow: null, mistake: '', clashes: [] });
      let closed = false;
      call(flowRoutes.get, { params: { id } })
        .then(detail => closed || show(detail))
        .catch(error => closed || set({ mistake: sentenceOf(error) }));
      const onEdits = (saved: SavedEdits & { flow: string }) => {
        if (saved.flow !== id || !copy || saved.writer === writer || saved.revision <= copy.revision) return;
        hearAll([saved]);
        // What lies between has not come, and may never.
        if (saved.revision > copy.revision && copy.sent.length === 0) void catchUp(id);
      };
      // From here on news come; what was saved between the reading and this is caught up with.
      const onWriters = ({ flow }: { flow: string }) => {
        if (flow !== id) return;
        live().off('writers', onWriters);
        void catchUp(id);
      };
      const onPublished = ({ flow }: { flow: string }) => {
        if (flow === id) void hearPublished(id);
      };
      live().on('edits', onEdits);
      live().on('writers', onWriters);
      live().on('published', onPublished);
      let { epoch } = useConnection.getState();
      const stopWatching = useConnection.subscribe(connection => {
        if (connection.epoch === epoch) return;
        epoch = connection.epoch;
        void catchUp(id);
      });
      return () => {
        closed = true;
        live().off('edits', onEdits);
        live().off('writers', onWriters);
        live().off('published', onPublished);
        stopWatching();
        if (get().saving === 'unsaved') void save();
      };
    },

    edit(wish, at = '') {
      if (!copy) return;
      const edits = wish(copy.flow);
      const { past } = get();
      const written = write(copy, edits);
      if (written.inverse.length === 0) return;
      copy = written.copy;
      const last = past.at(-1);
      const now = Date.now();
      const goesOn = at !== '' && last?.at === at && now - last.time < ONE_GO;
      const change: Change = goesOn
        ? {
            undo: joined([...written.inverse, ...last.undo]),
            redo: joined([...last.redo, ...edits]),
            at,
            time: now,
          }
        : { undo: written.inverse, redo: edits, at, time: now };
      set({ past: [...(goesOn ? past.slice(0, -1) : past).slice(-MOST_UNDONE), change], future: [] });
      changed();
    },
    undo() {
      settleTyping();
      move('past');
    },
    redo() {
      settleTyping();
      move('future');
    },
    settleClash(clash, mine) {
      set(state => ({ clashes: state.clashes.filter(other => other !== clash) }));
      if (mine) get().edit(flow => insist(flow, clash));
    },
    settle() {
      settleTyping();
      if (get().saving === 'saved') return Promise.resolve();
      clearTimeout(timer);
      return new Promise(resolve => {
        idle.push(resolve);
        void save();
      });
    },
    published(detail) {
      set({ detail });
    },
  };
});

addEventListener('pagehide', () => {
  settleTyping();
  keepNow();
});

/** A new identity for a step, a scene or a choice. */
export function newId(): string {
  return crypto.randomUUID().replaceAll('-', '').slice(0, 12);
}
