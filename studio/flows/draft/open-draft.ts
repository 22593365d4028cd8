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
import { createStore, type StoreApi } from 'zustand/vanilla';
import { CallError, sentenceOf } from '../../shell/api.ts';
import type { Page } from '../../shell/page.ts';
import { type Change, keep, keptOf, type Place } from './kept.ts';
import { settleTyping } from './typing.ts';

/** Typing in the same place within this time is one thing to undo. */
const ONE_GO = 1_200;
const SAVE_AFTER = 400;
const TRY_AGAIN_AFTER = 2_000;
const MOST_UNDONE = 500;

/** What a draft needs of the page that it is open in. */
export interface DraftPage extends Pick<Page, 'call' | 'hear' | 'onReached'> {
  /** This page’s name, so that it can tell its own saves from others’. */
  writer: string;
  /** Where the lead is, and how they are brought elsewhere. */
  place(): Place;
  goTo(place: Place): void;
  /** Says something in passing. */
  tell(words: string): void;
}

/** What of the open draft is shown, and what can be done with it. */
export interface DraftState {
  detail: FlowDetail | null;
  flow: Flow | null;
  saving: 'saved' | 'unsaved' | 'saving' | 'waiting';
  savedAt: Date;
  mistake: string;
  /** Own edits that others were faster than, for the lead to settle, and who those were. */
  clashes: ReadonlyArray<Clash & { by: string }>;
  past: readonly Change[];
  future: readonly Change[];
  open(id: string): () => void;
  /** Edits the flow as it stands. @param at where: going on there soon is one thing to undo */
  edit(wish: (flow: Flow) => Edit[], at?: string): void;
  undo(): void;
  redo(): void;
  /** Settles a clash: by having one’s way, or by leaving what is there. */
  settleClash(clash: Clash, mine: boolean): void;
  /** Resolves when everything typed is saved. @throws what the server said, when it would not take it */
  settle(): Promise<void>;
  published(detail: FlowDetail): void;
}

/**
 * A draft that is open: edited through {@link Edit}s, undone by their inverses, saved as one types. Others may write
 * at the same time: what they save comes in under one’s own edits, and is settled where both meant the same place.
 */
export class OpenDraft {
  readonly state: StoreApi<DraftState>;
  private readonly page: DraftPage;
  private copy: Copy | undefined;
  /** The name of the batch that is on its way, kept until it is answered. */
  private batch = '';
  private timer: ReturnType<typeof setTimeout> | undefined;
  /** Whose edits came last: who was faster, when one’s own are refused. */
  private faster: string | undefined;
  /** Others’ saves that came before those in front of them. */
  private readonly ahead = new Map<number, SavedEdits>();
  /** Who waits for everything to be saved. */
  private waiting: Array<{ done: () => void; failed: (error: unknown) => void }> = [];

  constructor(page: DraftPage) {
    this.page = page;
    this.state = createStore<DraftState>(() => ({
      detail: null,
      flow: null,
      saving: 'saved',
      savedAt: new Date(),
      mistake: '',
      clashes: [],
      past: [],
      future: [],
      open: id => this.open(id),
      edit: (wish, at) => this.edit(wish, at),
      undo: () => this.move('past'),
      redo: () => this.move('future'),
      settleClash: (clash, mine) => this.settleClash(clash, mine),
      settle: () => this.settle(),
      published: detail => this.set({ detail }),
    }));
  }

  private get(): DraftState {
    return this.state.getState();
  }

  private set(part: Partial<DraftState>): void {
    this.state.setState(part);
  }

  private open(id: string): () => void {
    this.copy = undefined;
    this.set({ detail: null, flow: null, mistake: '', clashes: [] });
    let closed = false;
    this.page
      .call(flowRoutes.get, { params: { id } })
      .then(detail => closed || this.show(detail))
      .catch(error => closed || this.set({ mistake: sentenceOf(error) }));
    const stops = [
      this.page.hear('edits', saved => {
        const { copy } = this;
        if (saved.flow !== id || !copy || saved.writer === this.page.writer || saved.revision <= copy.revision) return;
        this.hearAll([saved]);
        // What lies between has not come, and may never.
        if (saved.revision > this.copy!.revision && copy.sent.length === 0) void this.catchUp(id);
      }),
      this.page.hear('published', ({ flow }) => {
        if (flow === id) void this.hearPublished(id);
      }),
      this.page.onReached(() => void this.catchUp(id)),
    ];
    // From here on news come; what was saved between the reading and this is caught up with.
    const stopWaiting = this.page.hear('writers', ({ flow }) => {
      if (flow !== id) return;
      stopWaiting();
      void this.catchUp(id);
    });
    return () => {
      closed = true;
      for (const stop of [...stops, stopWaiting]) stop();
      if (this.get().saving === 'unsaved') void this.save();
    };
  }

  private show(detail: FlowDetail): void {
    const kept = keptOf(detail.id);
    const { copy, clashes } = write(copyOf(detail.draft, detail.revision), kept.unsaved);
    this.ahead.clear();
    this.set({
      detail,
      saving: 'saved',
      savedAt: new Date(detail.updatedAt),
      mistake: '',
      clashes: [],
      past: kept.past,
      future: kept.future,
    });
    this.faster = detail.updatedBy ?? undefined;
    this.come(copy, clashes);
    if (copy.unsent.length > 0) this.changed();
  }

  private edit(wish: (flow: Flow) => Edit[], at = ''): void {
    if (!this.copy) return;
    const edits = wish(this.copy.flow);
    const { past } = this.get();
    const written = write(this.copy, edits);
    if (written.inverse.length === 0) return;
    this.copy = written.copy;
    const last = past.at(-1);
    const now = Date.now();
    const goesOn = at !== '' && last?.at === at && now - last.time < ONE_GO;
    const change: Change = goesOn
      ? {
          undo: joined([...written.inverse, ...last.undo]),
          redo: joined([...last.redo, ...edits]),
          at,
          time: now,
          place: last.place,
        }
      : { undo: written.inverse, redo: edits, at, time: now, place: this.page.place() };
    this.set({ past: [...(goesOn ? past.slice(0, -1) : past).slice(-MOST_UNDONE), change], future: [] });
    this.changed();
  }

  /** Takes back, or does again, what is on top of one pile, puts it on the other, and brings the lead to where it was. */
  private move(from: 'past' | 'future'): void {
    settleTyping();
    const pile = this.get()[from];
    const change = pile.at(-1);
    if (!this.copy || !change) return;
    const written = write(this.copy, from === 'past' ? change.undo : change.redo);
    this.copy = written.copy;
    const to = from === 'past' ? 'future' : 'past';
    const stays = written.inverse.length > 0;
    if (!stays) this.page.tell('Somebody else has changed that place since; nothing was undone.');
    this.set({
      [from]: pile.slice(0, -1),
      ...(stays ? { [to]: [...this.get()[to], { ...change, time: 0 }] } : {}),
    });
    this.changed();
    if (stays && change.place) this.page.goTo(change.place);
  }

  private settleClash(clash: Clash, mine: boolean): void {
    this.set({ clashes: this.get().clashes.filter(other => other !== clash) });
    if (mine) this.edit(flow => insist(flow, clash));
  }

  private settle(): Promise<void> {
    settleTyping();
    if (this.get().saving === 'saved') return Promise.resolve();
    clearTimeout(this.timer);
    return new Promise((done, failed) => {
      this.waiting.push({ done, failed });
      void this.save();
    });
  }

  private later(delay: number): void {
    clearTimeout(this.timer);
    this.timer = setTimeout(() => void this.save(), delay);
  }

  private changed(): void {
    this.set({ flow: this.copy!.flow, ...(this.get().saving === 'saved' ? { saving: 'unsaved' } : {}) });
    this.keepAll();
    if (this.get().saving !== 'saving') this.later(SAVE_AFTER);
  }

  /** Keeps in this browser what would be lost with the page. */
  private keepAll(): void {
    const { detail, past, future } = this.get();
    const { copy } = this;
    if (copy && detail) keep(detail.id, () => ({ unsaved: [...copy.sent, ...copy.unsent], past, future }));
  }

  private come(next: Copy, clashes: readonly Clash[]): void {
    const by = this.faster ?? 'Somebody';
    this.copy = next;
    const { clashes: before } = this.get();
    this.set({
      flow: next.flow,
      clashes: clashes.length > 0 ? [...before, ...clashes.map(clash => ({ ...clash, by }))] : before,
    });
  }

  private hearAll(saves: readonly SavedEdits[]): void {
    // One’s own words lie on top of what others write.
    if (saves.length > 0) settleTyping();
    const { ahead } = this;
    for (const saved of saves) ahead.set(saved.revision, saved);
    for (;;) {
      const { copy } = this;
      const next = copy && ahead.get(copy.revision + 1);
      if (!next) break;
      // Our own saves are settled by their answer.
      if (next.writer === this.page.writer) return;
      const heard = hear(copy, next.revision, next.edits);
      this.faster = next.by;
      this.come(heard.copy, heard.clashes);
    }
    for (const revision of ahead.keys()) if (this.copy && revision <= this.copy.revision) ahead.delete(revision);
  }

  private async save(): Promise<void> {
    const { detail, saving } = this.get();
    if (!detail || !this.copy || saving === 'saving') return;
    if (this.copy.sent.length === 0) {
      if (this.copy.unsent.length === 0) return this.allSaved();
      this.copy = send(this.copy);
      this.batch = crypto.randomUUID();
    }
    this.set({ saving: 'saving' });
    try {
      const saved = await this.page.call(flowRoutes.saveEdits, {
        params: { id: detail.id },
        body: {
          revision: this.copy.revision,
          batch: this.batch,
          writer: this.page.writer,
          edits: [...this.copy.sent],
        },
      });
      if (this.get().detail?.id !== detail.id) return;
      this.hearAll(saved.missed);
      const settled = settle(this.copy, saved.revision, saved.refused);
      this.come(settled.copy, settled.clashes);
      this.hearAll([]);
      const { scenes, name } = this.copy.flow;
      this.set({
        detail: {
          ...this.get().detail!,
          revision: saved.revision,
          changes: saved.changes,
          name,
          scenes: scenes.length,
        },
        savedAt: new Date(saved.savedAt),
        mistake: '',
        saving: this.copy.unsent.length > 0 ? 'unsaved' : 'saved',
      });
      this.keepAll();
      if (this.copy.unsent.length > 0) this.later(this.waiting.length > 0 ? 0 : SAVE_AFTER);
      else this.allSaved();
    } catch (error) {
      if (this.get().detail?.id !== detail.id) return;
      if (error instanceof CallError && error.problem.code === 'draft_changed') await this.startOver();
      else this.notSaved(error);
    }
  }

  private allSaved(): void {
    this.set({ saving: 'saved' });
    for (const { done } of this.waiting.splice(0)) done();
  }

  /** What was sent did not arrive: it is sent again when that may help. Who waits for it is told, and may ask again. */
  private notSaved(error: unknown): void {
    if (error instanceof CallError && error.passing) {
      this.set({ saving: 'waiting' });
      this.later(TRY_AGAIN_AFTER);
    } else {
      this.copy = unsend(this.copy!);
      this.set({ saving: 'unsaved', mistake: sentenceOf(error) });
    }
    for (const { failed } of this.waiting.splice(0)) failed(error);
  }

  /** After so long an absence that what was missed is not known any more: one’s own edits go onto the draft as it is. */
  private async startOver(): Promise<void> {
    const { detail } = this.get();
    if (!detail || !this.copy) return;
    let fresh: FlowDetail;
    try {
      fresh = await this.page.call(flowRoutes.get, { params: { id: detail.id } });
    } catch (error) {
      if (this.get().detail?.id === detail.id) this.notSaved(error);
      return;
    }
    if (this.get().detail?.id !== detail.id) return;
    // What was typed while it was read is among it.
    const unsaved = [...this.copy.sent, ...this.copy.unsent];
    this.set({ detail: fresh, saving: 'unsaved' });
    const written = write(copyOf(fresh.draft, fresh.revision), unsaved);
    this.faster = fresh.updatedBy ?? undefined;
    this.come(written.copy, written.clashes);
    this.later(0);
  }

  /** Another edition went live, or a time was set: by somebody else, or by itself. */
  private async hearPublished(id: string): Promise<void> {
    try {
      const { edition, changes, scheduled, sites } = await this.page.call(flowRoutes.get, { params: { id } });
      const { detail } = this.get();
      if (detail?.id === id) this.set({ detail: { ...detail, edition, changes, scheduled, sites } });
    } catch {
      // The next news, or the next opening, tells it.
    }
  }

  /** Catches up with what was saved while no news came. */
  private async catchUp(id: string): Promise<void> {
    const { copy } = this;
    if (!copy || this.get().detail?.id !== id) return;
    if (copy.sent.length + copy.unsent.length > 0) return this.save();
    try {
      const after = String(copy.revision);
      const { saved } = await this.page.call(flowRoutes.edits, { params: { id }, query: { after } });
      this.hearAll(saved);
    } catch (error) {
      if (error instanceof CallError && error.problem.code === 'draft_changed') await this.startOver();
    }
  }
}
