import {
  type ConversationDetail,
  type ConversationSummary,
  conversationRoutes,
  type Entry,
  type EntryBatch,
  type Reached,
  type Signpost,
} from '@kineta/contract';
import type { FileGiven, Picture, Product, Who } from '@kineta/core';
import { createStore, type StoreApi } from 'zustand/vanilla';
import { entryViewOf } from '../log/entries/registry.ts';
import { CallError, sentenceOf } from '../shell/api.ts';
import type { Page } from '../shell/page.ts';

export type Writing = 'reply' | 'note';

/** What goes to the visitor beside words. */
export interface Enclosed {
  pictures: readonly Picture[];
  files: readonly FileGiven[];
  /** Things for sale. */
  products: ReadonlyArray<Pick<Product, 'ref' | 'name'>>;
  signpost: Signpost | undefined;
}
export const nothingEnclosed: Enclosed = { pictures: [], files: [], products: [], signpost: undefined };
export const isEnclosed = ({ pictures, files, products, signpost }: Enclosed): boolean =>
  pictures.length > 0 || files.length > 0 || products.length > 0 || signpost !== undefined;

/** What an agent wrote and the server does not have yet. */
export interface Outgoing {
  conversation: string;
  clientId: string;
  kind: Writing;
  text: string;
  enclosed: Enclosed;
  /** When it goes out (epoch milliseconds): until then it is taken back as if it had never been. */
  at: number;
  /** The conversation is done with it. */
  andDone: boolean;
  refused?: string;
}

/** What of the open conversation is shown, and what can be done with it. */
export interface ConversationState {
  detail: ConversationDetail | null;
  entries: readonly Entry[];
  typing: string;
  here: boolean;
  /** Up to which entry the visitor’s browser has it, and up to which they have seen it. */
  reached: Reached;
  /** The members who have it open, oneself among them. */
  readers: readonly Who[];
  mistake: string;
  outgoing: readonly Outgoing[];
  /** What is being written, by conversation: changing to another loses nothing. */
  texts: Readonly<Record<string, string>>;
  /** What is to go with it. */
  attached: Readonly<Record<string, Enclosed>>;
  open(id: string): () => void;
  write(id: string, text: string): void;
  attach(id: string, enclosed: Enclosed): void;
  send(id: string, kind: Writing, text: string, andDone?: boolean): void;
  takeBack(message: Outgoing): void;
  /** What still waits goes out now: of one conversation, or all of it. */
  hurry(id?: string): void;
  act(work: (id: string) => Promise<ConversationSummary>): Promise<void>;
}

/** What an open conversation needs of the page that it is open in. */
export interface ConversationPage extends Pick<Page, 'call' | 'hear' | 'emit' | 'onReached'> {
  /** Whether it is before somebody’s eyes. */
  isSeen(): boolean;
  /** How long what is sent can be taken back, in milliseconds. */
  holdsFor(): number;
  /** Everything of a conversation has been read, or no conversation is open any more. */
  reads(id: string | undefined): void;
}

const TYPING_LASTS = 4_000;
const TRY_AGAIN_AFTER = 1_500;

const isPassing = (error: unknown): boolean => error instanceof CallError && error.passing;

const asSent = ({ pictures, files, products, signpost }: Enclosed) => ({
  ...(pictures.length > 0 ? { pictures: [...pictures] } : {}),
  ...(files.length > 0 ? { files: files.map(({ id }) => id) } : {}),
  ...(products.length > 0 ? { products: products.map(({ ref }) => ref) } : {}),
  ...(signpost ? { signpost } : {}),
});

const nothingReached: Reached = { has: 0, seen: 0 };

const ERASED = 'It was erased, with all that was said in it, as its visitor asked.';

/**
 * A conversation that is open: its log as it grows, and what is on its way to it. What was missed is asked for by the
 * last number known; what is written is sent in order under an identity of its own, again until the server has it.
 */
export class OpenConversation {
  readonly state: StoreApi<ConversationState>;
  private readonly page: ConversationPage;
  private silence: ReturnType<typeof setTimeout> | undefined;
  private sending = false;
  private waking: ReturnType<typeof setTimeout> | undefined;
  /** Up to which entry is known to be there, while the log is still being read: it may have been read before that. */
  private behind = 0;

  constructor(page: ConversationPage) {
    this.page = page;
    this.state = createStore<ConversationState>(() => ({
      detail: null,
      entries: [],
      typing: '',
      here: false,
      reached: nothingReached,
      readers: [],
      mistake: '',
      outgoing: [],
      texts: {},
      attached: {},
      open: id => this.open(id),
      write: (id, text) => this.set({ texts: { ...this.get().texts, [id]: text } }),
      attach: (id, enclosed) => this.set({ attached: { ...this.get().attached, [id]: enclosed } }),
      send: (id, kind, text, andDone = false) => this.send(id, kind, text, andDone),
      takeBack: message => this.takeBack(message),
      hurry: id => this.hurry(id),
      act: work => this.act(work),
    }));
  }

  private get(): ConversationState {
    return this.state.getState();
  }

  private set(part: Partial<ConversationState>): void {
    this.state.setState(part);
  }

  /** The number of the last entry that is known. */
  private get last(): number {
    return this.get().entries.at(-1)?.number ?? 0;
  }

  private open(id: string): () => void {
    this.set({ detail: null, entries: [], typing: '', here: false, reached: nothingReached, readers: [], mistake: '' });
    let closed = false;
    this.behind = 0;
    // What happened between the reading of the log and the watching is read then.
    const watch = () =>
      this.page.emit('watch', { conversation: id }, answer => {
        if (closed || !answer.ok) return;
        this.behind = Math.max(this.behind, answer.number);
        this.set({ here: answer.here, readers: answer.readers });
        if (this.get().detail) void this.catchUp(id);
      });
    const load = async () => {
      try {
        const detail = await this.page.call(conversationRoutes.get, { params: { id } });
        if (closed) return;
        this.set({ detail: { ...detail, entries: [] }, here: detail.here, reached: detail.reached, mistake: '' });
        this.add(detail.entries);
        this.read(id);
        if (this.behind > this.last) void this.catchUp(id);
      } catch (error) {
        if (closed) return;
        this.set({ mistake: sentenceOf(error) });
        if (isPassing(error)) setTimeout(() => closed || void load(), TRY_AGAIN_AFTER);
      }
    };
    watch();
    void load();
    const { page } = this;
    const stops = [
      page.hear('entries', batch => this.hearEntries(id, batch)),
      page.hear('conversation', summary => {
        const { detail } = this.get();
        if (summary.id === id && detail) this.set({ detail: { ...detail, conversation: summary } });
      }),
      page.hear('erased', ({ conversations }) => {
        if (conversations.includes(id))
          this.set({ detail: null, entries: [], typing: '', here: false, mistake: ERASED });
      }),
      page.hear('typing', ({ conversation, name }) => {
        if (conversation === id) this.showTyping(name ?? this.get().detail?.conversation.visitor ?? 'The visitor');
      }),
      page.hear('readers', ({ conversation, readers }) => {
        if (conversation === id) this.set({ readers });
      }),
      page.hear('reached', ({ conversation, ...reached }) => {
        if (conversation === id) this.set({ reached });
      }),
      page.hear('presence', ({ conversation, here }) => {
        if (conversation !== id) return;
        this.set({ here });
        // Whoever comes is on another page, perhaps.
        if (here && this.get().detail) void this.catchUp(id);
      }),
      page.onReached(watch),
    ];
    return () => {
      closed = true;
      page.reads(undefined);
      page.emit('unwatch', { conversation: id });
      for (const stop of stops) stop();
    };
  }

  private hearEntries(id: string, batch: EntryBatch): void {
    if (batch.conversation !== id) return;
    this.behind = Math.max(this.behind, batch.to);
    if (!this.get().detail) return;
    if (batch.from > this.last + 1) return void this.catchUp(id);
    this.add(batch.entries);
    this.read(id);
    if (batch.entries.some(entry => entryViewOf(entry.kind)?.tellsOfVisitor)) void this.catchUp(id);
  }

  private showTyping(name: string): void {
    this.set({ typing: name });
    clearTimeout(this.silence);
    this.silence = setTimeout(() => this.set({ typing: '' }), TYPING_LASTS);
  }

  private add(entries: readonly Entry[]): void {
    const after = this.last;
    const fresh = entries.filter(entry => entry.number > after);
    if (fresh.length === 0) return;
    const arrived = new Set(fresh.flatMap(entry => ('clientId' in entry ? [entry.clientId] : [])));
    const { entries: before, outgoing } = this.get();
    this.set({
      entries: [...before, ...fresh],
      outgoing: outgoing.filter(message => !arrived.has(message.clientId)),
      ...(fresh.some(entry => entryViewOf(entry.kind)?.byVisitor) ? { typing: '' } : {}),
    });
  }

  private async catchUp(id: string): Promise<void> {
    try {
      const detail = await this.page.call(conversationRoutes.get, { params: { id }, query: { after: this.last } });
      if (this.get().detail?.conversation.id !== id) return;
      this.add(detail.entries);
      this.set({ detail: { ...detail, entries: [] }, here: detail.here, reached: detail.reached });
      this.read(id);
    } catch (error) {
      if (isPassing(error) && this.get().detail?.conversation.id === id)
        setTimeout(() => void this.catchUp(id), TRY_AGAIN_AFTER);
    }
  }

  private read(id: string): void {
    if (!this.page.isSeen()) return;
    this.page.reads(id);
    this.page.call(conversationRoutes.read, { params: { id }, body: { number: this.last } }).catch(() => {
      // Read again with the next entry.
    });
  }

  private send(id: string, kind: Writing, text: string, andDone: boolean): void {
    const { outgoing, texts, attached } = this.get();
    const enclosed = kind === 'reply' ? (attached[id] ?? nothingEnclosed) : nothingEnclosed;
    const before = outgoing.filter(({ conversation }) => conversation === id).map(({ at }) => at);
    // In the order in which it was written, whatever of it waits.
    const at = Math.max(Date.now() + (kind === 'reply' ? this.page.holdsFor() : 0), ...before);
    const message = { conversation: id, clientId: crypto.randomUUID(), kind, text: text.trim(), enclosed, at, andDone };
    this.set({
      outgoing: [...outgoing, message],
      texts: { ...texts, [id]: '' },
      ...(isEnclosed(enclosed) ? { attached: { ...attached, [id]: nothingEnclosed } } : {}),
    });
    void this.flush();
  }

  private takeBack({ clientId, conversation, text, enclosed }: Outgoing): void {
    const { outgoing, texts, attached } = this.get();
    const found = outgoing.find(message => message.clientId === clientId);
    // What is on its way cannot be fetched back.
    if (!found || (found.refused === undefined && found.at <= Date.now())) return;
    // What was written meanwhile comes behind it.
    const written = [text, texts[conversation] ?? ''].filter(Boolean).join('\n');
    this.set({
      outgoing: outgoing.filter(message => message.clientId !== clientId),
      texts: { ...texts, [conversation]: written },
      ...(isEnclosed(enclosed) ? { attached: { ...attached, [conversation]: enclosed } } : {}),
    });
  }

  private hurry(id?: string): void {
    const now = Date.now();
    const { outgoing } = this.get();
    if (!outgoing.some(({ at }) => at > now)) return;
    this.set({
      outgoing: outgoing.map(message =>
        id === undefined || message.conversation === id ? { ...message, at: Math.min(now, message.at) } : message,
      ),
    });
    void this.flush();
  }

  private async flush(): Promise<void> {
    const waiting = this.get().outgoing.filter(message => !message.refused);
    const next = waiting.find(({ at }) => at <= Date.now());
    clearTimeout(this.waking);
    if (!next && waiting.length > 0)
      this.waking = setTimeout(() => void this.flush(), Math.min(...waiting.map(({ at }) => at)) - Date.now());
    if (!next || this.sending) return;
    this.sending = true;
    const { conversation, clientId, kind, text, enclosed, andDone } = next;
    const params = { id: conversation };
    try {
      const body = { clientId, text };
      let summary =
        kind === 'reply'
          ? await this.page.call(conversationRoutes.reply, {
              params,
              body: { ...body, ...asSent(enclosed) },
            })
          : await this.page.call(conversationRoutes.note, { params, body });
      // Sent again after a break, the same message is there once, and done is done.
      if (andDone) summary = await this.page.call(conversationRoutes.done, { params });
      this.set({ outgoing: this.get().outgoing.filter(message => message.clientId !== clientId) });
      this.take(conversation, summary);
    } catch (error) {
      if (isPassing(error)) {
        setTimeout(() => {
          this.sending = false;
          void this.flush();
        }, TRY_AGAIN_AFTER);
        return;
      }
      this.set({
        outgoing: this.get().outgoing.map(message =>
          message.clientId === clientId ? { ...message, refused: sentenceOf(error) } : message,
        ),
      });
    }
    this.sending = false;
    void this.flush();
  }

  /** What the server answered to something that was done: how the conversation stands now. */
  private take(id: string, summary: ConversationSummary): Promise<void> | undefined {
    const { detail } = this.get();
    if (detail?.conversation.id !== id) return undefined;
    this.set({ detail: { ...detail, conversation: summary } });
    return this.last < summary.last ? this.catchUp(id) : undefined;
  }

  private async act(work: (id: string) => Promise<ConversationSummary>): Promise<void> {
    const id = this.get().detail?.conversation.id;
    if (!id) return;
    try {
      const summary = await work(id);
      this.set({ mistake: '' });
      await this.take(id, summary);
    } catch (error) {
      this.set({ mistake: sentenceOf(error) });
    }
  }
}
