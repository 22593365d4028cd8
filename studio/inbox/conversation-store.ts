import {
  type ConversationDetail,
  type ConversationSummary,
  conversationRoutes,
  type Entry,
  type EntryBatch,
} from '@kineta/contract';
import { create } from 'zustand';
import { entryViewOf } from '../log/entries/registry.ts';
import { CallError, call, sentenceOf } from '../shell/api.ts';
import { live, useConnection } from '../shell/live.ts';
import { useInbox } from './store.ts';

export type Writing = 'reply' | 'note';

/** What an agent wrote and the server does not have yet. */
export interface Outgoing {
  conversation: string;
  clientId: string;
  kind: Writing;
  text: string;
  refused?: string;
}

interface ConversationState {
  detail: ConversationDetail | null;
  entries: Entry[];
  typing: string;
  here: boolean;
  mistake: string;
  outgoing: Outgoing[];
  /** What is being written, by conversation: changing to another loses nothing. */
  texts: Record<string, string>;
  open(id: string): () => void;
  write(id: string, text: string): void;
  send(id: string, kind: Writing, text: string): void;
  takeBack(message: Outgoing): void;
  act(work: (id: string) => Promise<ConversationSummary>): Promise<void>;
}

const TYPING_LASTS = 4_000;
const TRY_AGAIN_AFTER = 1_500;

/** The conversation that is open: its log as it grows, and what is on its way to it. */
export const useConversation = create<ConversationState>((set, get) => {
  let silence: ReturnType<typeof setTimeout> | undefined;
  let sending = false;

  const last = (): number => get().entries.at(-1)?.number ?? 0;

  function add(entries: Entry[]): void {
    const after = last();
    const fresh = entries.filter(entry => entry.number > after);
    if (fresh.length === 0) return;
    const arrived = new Set(fresh.flatMap(entry => ('clientId' in entry ? [entry.clientId] : [])));
    set(state => ({
      entries: [...state.entries, ...fresh],
      outgoing: state.outgoing.filter(message => !arrived.has(message.clientId)),
      ...(fresh.some(entry => entryViewOf(entry.kind)?.byVisitor) ? { typing: '' } : {}),
    }));
  }

  async function catchUp(id: string): Promise<void> {
    try {
      const detail = await call(conversationRoutes.get, { params: { id }, query: { after: last() } });
      if (get().detail?.conversation.id !== id) return;
      add(detail.entries);
      set({ detail: { ...detail, entries: [] }, here: detail.here });
      read(id);
    } catch (error) {
      if (error instanceof CallError && error.passing) setTimeout(() => void catchUp(id), TRY_AGAIN_AFTER);
    }
  }

  function read(id: string): void {
    if (document.visibilityState !== 'visible') return;
    useInbox.setState({ read: id });
    call(conversationRoutes.read, { params: { id }, body: { number: last() } }).catch(() => {
      // Read again with the next entry.
    });
  }

  async function flush(): Promise<void> {
    const next = get().outgoing.find(message => !message.refused);
    if (!next || sending) return;
    sending = true;
    const { conversation, clientId, kind, text } = next;
    try {
      const route = kind === 'reply' ? conversationRoutes.reply : conversationRoutes.note;
      const summary = await call(route, { params: { id: conversation }, body: { clientId, text } });
      set(state => ({ outgoing: state.outgoing.filter(message => message.clientId !== clientId) }));
      const { detail } = get();
      if (detail?.conversation.id === conversation) {
        set({ detail: { ...detail, conversation: summary } });
        if (last() < summary.last) void catchUp(conversation);
      }
      sending = false;
      void flush();
    } catch (error) {
      sending = false;
      if (error instanceof CallError && error.passing) {
        setTimeout(() => void flush(), TRY_AGAIN_AFTER);
        return;
      }
      set(state => ({
        outgoing: state.outgoing.map(message =>
          message.clientId === clientId ? { ...message, refused: sentenceOf(error) } : message,
        ),
      }));
      void flush();
    }
  }

  return {
    detail: null,
    entries: [],
    typing: '',
    here: false,
    mistake: '',
    outgoing: [],
    texts: {},

    open(id) {
      set({ detail: null, entries: [], typing: '', here: false, mistake: '' });
      let closed = false;
      const socket = live();
      // What happened between the reading of the log and the watching is read then.
      const watch = () =>
        socket.emit('watch', { conversation: id }, answer => {
          if (closed || !answer.ok) return;
          set({ here: answer.here });
          if (get().detail) void catchUp(id);
        });
      const load = async () => {
        try {
          const detail = await call(conversationRoutes.get, { params: { id } });
          if (closed) return;
          set({ detail: { ...detail, entries: [] }, here: detail.here, mistake: '' });
          add(detail.entries);
          read(id);
        } catch (error) {
          if (closed) return;
          set({ mistake: sentenceOf(error) });
          if (error instanceof CallError && error.passing) setTimeout(() => closed || void load(), TRY_AGAIN_AFTER);
        }
      };
      watch();
      void load();
      const onEntries = (batch: EntryBatch) => {
        if (batch.conversation !== id || !get().detail) return;
        if (batch.from > last() + 1) void catchUp(id);
        else {
          add(batch.entries);
          read(id);
          if (batch.entries.some(entry => entryViewOf(entry.kind)?.tellsOfFacts)) void catchUp(id);
        }
      };
      const onConversation = (summary: ConversationSummary) => {
        const { detail } = get();
        if (summary.id === id && detail) set({ detail: { ...detail, conversation: summary } });
      };
      const onTyping = ({ conversation, name }: { conversation: string; name: string | null }) => {
        if (conversation !== id) return;
        set({ typing: name ?? get().detail?.conversation.visitor ?? 'The visitor' });
        clearTimeout(silence);
        silence = setTimeout(() => set({ typing: '' }), TYPING_LASTS);
      };
      const onPresence = (visitor: { conversation: string; here: boolean }) =>
        visitor.conversation === id && set({ here: visitor.here });
      socket
        .on('entries', onEntries)
        .on('conversation', onConversation)
        .on('typing', onTyping)
        .on('presence', onPresence);
      const stop = useConnection.subscribe((now, before) => {
        if (now.epoch === before.epoch) return;
        watch();
      });
      return () => {
        closed = true;
        useInbox.setState({ read: undefined });
        stop();
        socket.emit('unwatch', { conversation: id });
        socket
          .off('entries', onEntries)
          .off('conversation', onConversation)
          .off('typing', onTyping)
          .off('presence', onPresence);
      };
    },
    write(id, text) {
      set(state => ({ texts: { ...state.texts, [id]: text } }));
    },
    send(id, kind, text) {
      set(state => ({
        outgoing: [...state.outgoing, { conversation: id, clientId: crypto.randomUUID(), kind, text: text.trim() }],
        texts: { ...state.texts, [id]: '' },
      }));
      void flush();
    },
    takeBack(message) {
      set(state => ({
        outgoing: state.outgoing.filter(({ clientId }) => clientId !== message.clientId),
        texts: { ...state.texts, [message.conversation]: message.text },
      }));
    },
    async act(work) {
      const id = get().detail?.conversation.id;
      if (!id) return;
      try {
        const summary = await work(id);
        const { detail } = get();
        if (detail?.conversation.id === id) set({ detail: { ...detail, conversation: summary }, mistake: '' });
        if (last() < summary.last) await catchUp(id);
      } catch (error) {
        set({ mistake: sentenceOf(error) });
      }
    },
  };
});
