import type { ChatState, Entry, Picked } from '@kineta/contract';
import type { Dress } from './dress.ts';
import { entryViewOf } from './entries/registry.ts';
import type { Feed } from './feed.ts';

/**
 * How long reading takes for each letter, in milliseconds: 238 words a minute (Brysbaert, “How many words do we read per
 * minute?”, 2019), of six letters with their space. Nobody is to wait longer for a line than `LONGEST`.
 */
const FOR_EACH_LETTER = 42;
const LONGEST = 2_400;
const SHORTEST = 350;

const letters = (entry: Entry): number =>
  'line' in entry ? entry.line.flat().reduce((sum, span) => sum + span.text.length, 0) : 0;

/** How long it takes from one line to the next, in milliseconds. */
export function pauseAfter(pace: Dress['pace'], entry: Entry | undefined): number {
  if (pace.by === 'at once' || !entry) return 0;
  if (pace.by === 'seconds') return pace.seconds * 1_000;
  return Math.min(LONGEST, Math.max(SHORTEST, letters(entry) * FOR_EACH_LETTER));
}

/** Whether an entry is a line of the flow, which takes its time to come. */
const isPaced = (entry: Entry): boolean => {
  const view = entryViewOf(entry);
  return view?.isNews === true && !view.fromPerson;
};

/**
 * A feed whose flow does not say everything at once: each line comes after the one before could be read. What was there
 * before the window opened is shown as it is, and so is everything as soon as the visitor goes on or looks away.
 */
export class Paced implements Feed {
  /** As far as the feed has them. */
  readonly ask: Feed['ask'];
  readonly erase: Feed['erase'];
  readonly sees: Feed['sees'];
  private readonly inner: Feed;
  private readonly pace: Dress['pace'];
  private readonly listeners = new Set<() => void>();
  private shown = 0;
  private begun = false;
  private readonly unsubscribe: () => void;
  private timer: ReturnType<typeof setTimeout> | undefined;
  private kept: { inner: ChatState; shown: number; state: ChatState } | undefined;

  constructor(inner: Feed, pace: Dress['pace']) {
    this.inner = inner;
    this.ask = inner.ask?.bind(inner);
    this.erase = inner.erase?.bind(inner);
    this.sees = inner.sees?.bind(inner);
    this.pace = pace;
    this.shown = inner.state.entries.length;
    this.unsubscribe = inner.subscribe(() => this.came());
    this.came();
  }

  get state(): ChatState {
    const { state } = this.inner;
    if (this.shown >= state.entries.length) return state;
    if (this.kept?.inner !== state || this.kept.shown !== this.shown) {
      const entries = state.entries.slice(0, this.shown);
      this.kept = { inner: state, shown: this.shown, state: { ...state, entries, busy: true } };
    }
    return this.kept.state;
  }

  subscribe(listener: () => void): () => void {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  }

  send(text: string, picked?: Picked): string | undefined {
    this.hurry();
    return this.inner.send(text, picked);
  }
  upload(file: File): Promise<{ id: string; name: string }> {
    return this.inner.upload(file);
  }
  takeBack(clientId: string): void {
    this.inner.takeBack(clientId);
  }
  types(): void {
    this.inner.types();
  }

  /** Nothing comes through it any more. */
  close(): void {
    this.unsubscribe();
    clearTimeout(this.timer);
  }

  /** Shows all that has come. */
  hurry(): void {
    clearTimeout(this.timer);
    this.timer = undefined;
    if (this.shown < this.inner.state.entries.length) this.show(this.inner.state.entries.length);
  }

  private came(): void {
    const { entries } = this.inner.state;
    // Another conversation, or what a page plays was gone back in.
    if (entries.length < this.shown) this.shown = 0;
    if (!this.begun && entries.length > 0) {
      this.begun = true;
      // Who has answered before comes back to what they know.
      if (entries.some(entry => entryViewOf(entry)?.answers)) this.shown = entries.length;
    }
    const answered = entries.findLastIndex(entry => !isPaced(entry));
    this.shown = Math.max(this.shown, answered + 1);
    // The first line of several is not waited for.
    if (this.shown < entries.length && (this.shown === 0 || !isPaced(entries[this.shown - 1]!))) this.shown++;
    this.tell();
    this.next();
  }

  private next(): void {
    if (this.timer !== undefined || this.shown >= this.inner.state.entries.length) return;
    this.timer = setTimeout(
      () => {
        this.timer = undefined;
        this.show(this.shown + 1);
        this.next();
      },
      pauseAfter(this.pace, this.inner.state.entries[this.shown - 1]),
    );
  }

  private show(entries: number): void {
    this.shown = entries;
    this.tell();
  }

  private tell(): void {
    for (const listener of this.listeners) listener();
  }
}
