import { type ConversationSummary, conversationRoutes, type InboxCounts, type InboxList } from '@kineta/contract';
import { create } from 'zustand';
import { useAccount } from '../account/store.ts';
import { call, sentenceOf } from '../shell/api.ts';
import { live, useConnection } from '../shell/live.ts';
import { chime } from './chime.ts';

interface InboxState {
  list: InboxList;
  conversations: ConversationSummary[] | null;
  counts: InboxCounts;
  next: string | null;
  mistake: string;
  choose(list: InboxList): void;
  more(): Promise<void>;
  /** Follows what happens in the workspace; returns how to stop. */
  attend(): () => void;
  /** The conversation that is open: nothing in it is unread. */
  reading(id: string | undefined): void;
}

const REFRESH_AT_MOST_EVERY = 700;

/** The list of the inbox in which a conversation stands for a member. */
export function listOf(summary: ConversationSummary, me: string | undefined): InboxList {
  if (summary.holder === 'agent') return summary.agent?.id === me ? 'mine' : 'others';
  return summary.holder === 'flow' ? 'flow-led' : summary.holder;
}

export const useInbox = create<InboxState>((set, get) => {
  let _timer: ReturnType<typeof setTimeout> | undefined;
  /** Who waits, as last heard: whoever is new among them is rung for. */
  let waiting: Set<string> | undefined;
  let read: string | undefined;
  const withoutRead = (summary: ConversationSummary) => (summary.id === read ? { ...summary, unread: 0 } : summary);

  async function refresh(): Promise<void> {
    const { list } = get();
    try {
      const page = await call(conversationRoutes.list, { query: { list } });
      if (get().list !== list) return;
      const first = page.conversations.map(withoutRead);
      const firstIds = new Set(first.map(({ id }) => id));
      const loaded = get().conversations ?? [];
      // Further pages that were loaded stay, less what moved to the first or away.
      const rest = loaded.length > first.length && get().next !== null ? loaded.slice(first.length) : [];
      set({
        conversations: [...first, ...rest.filter(({ id }) => !firstIds.has(id))],
        counts: page.counts,
        next: rest.length > 0 ? get().next : page.next,
        mistake: '',
      });
      document.title =
        page.counts.waiting > 0
          ? `(${page.counts.waiting}) ${document.title.replace(/^\(\d+\) /, '')}`
          : document.title.replace(/^\(\d+\) /, '') || 'Kineta';
    } catch (error) {
      set({ mistake: sentenceOf(error) });
      soon(3_000);
    }
  }
  function soon(delay = REFRESH_AT_MOST_EVERY): void {
    _timer ??= setTimeout(() => {
      _timer = undefined;
      void refresh();
    }, delay);
  }
  function heard(summary: ConversationSummary): void {
    const me = useAccount.getState().account?.member.id;
    const { conversations, list } = get();
    if (conversations) {
      const before = conversations.find(({ id }) => id === summary.id);
      const stays = listOf(summary, me) === list;
      set({
        conversations: stays
          ? before
            ? conversations.map(known => (known.id === summary.id ? { ...summary, unread: known.unread } : known))
            : conversations
          : conversations.filter(({ id }) => id !== summary.id),
      });
    }
    const waits = summary.holder === 'waiting';
    if (waits && waiting && !waiting.has(summary.id)) chime();
    if (waits) waiting?.add(summary.id);
    else waiting?.delete(summary.id);
    soon();
  }

  return {
    list: 'waiting',
    conversations: null,
    counts: { waiting: 0, mine: 0, others: 0, 'flow-led': 0 },
    next: null,
    mistake: '',
    choose(list) {
      set({ list, conversations: null, next: null });
      void refresh();
    },
    async more() {
      const { next, list } = get();
      if (!next) return;
      set({ next: null });
      try {
        const page = await call(conversationRoutes.list, { query: { list, before: next } });
        if (get().list === list)
          set({ conversations: [...(get().conversations ?? []), ...page.conversations], next: page.next });
      } catch (error) {
        set({ mistake: sentenceOf(error), next });
      }
    },
    attend() {
      const socket = live();
      const first = async () => {
        await refresh();
        try {
          const { conversations } = await call(conversationRoutes.list, { query: { list: 'waiting' } });
          waiting = new Set(conversations.map(({ id }) => id));
        } catch {
          waiting = undefined;
        }
      };
      void first();
      socket.on('conversation', heard);
      const stop = useConnection.subscribe((now, before) => now.epoch !== before.epoch && soon(0));
      return () => {
        socket.off('conversation', heard);
        stop();
      };
    },
    reading(id) {
      read = id;
      const { conversations } = get();
      if (conversations) set({ conversations: conversations.map(withoutRead) });
    },
  };
});
