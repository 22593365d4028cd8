import {
  type ConversationSummary,
  conversationRoutes,
  type InboxCounts,
  type InboxFilter,
  type InboxList,
} from '@kineta/contract';
import type { InfiniteData } from '@tanstack/react-query';
import { useMemo } from 'react';
import type { z } from 'zod';
import { create } from 'zustand';
import { useAccount } from '../account/store.ts';
import { sentenceOf } from '../shell/api.ts';
import { usePages } from '../shell/pages.ts';
import { keyOf, queries } from '../shell/query.ts';

type Page = z.output<typeof conversationRoutes.list.reply>;
type Pages = InfiniteData<Page, string | null>;

/** What of the inbox belongs to the page: which list is chosen, what is looked for, what is picked, and which conversation is open. */
export const useInbox = create<{
  list: InboxList;
  search: string;
  /** Who has no chat stands in the place of the lists. */
  passers: boolean;
  /** Which conversations are shown in the place of a list. */
  filter: InboxFilter | undefined;
  /** Those that something is to be done with at once. */
  picked: ReadonlySet<string>;
  read: string | undefined;
}>(() => ({
  list: 'waiting',
  search: '',
  passers: false,
  filter: undefined,
  picked: new Set(),
  read: undefined,
}));

/** Picks a conversation, or picks it no more. */
export function pick(id: string): void {
  const picked = new Set(useInbox.getState().picked);
  if (!picked.delete(id)) picked.add(id);
  useInbox.setState({ picked });
}

/** Picks these, and no others. */
export const pickAll = (ids: readonly string[]): void => useInbox.setState({ picked: new Set(ids) });

/** The list of the inbox in which a conversation stands for a member. */
export function listOf(summary: ConversationSummary, me: string | undefined): InboxList {
  if (summary.holder === 'agent') return summary.agent?.id !== me ? 'others' : summary.later ? 'later' : 'mine';
  return summary.holder === 'flow' ? 'flow-led' : summary.holder;
}

/** A list of the inbox, read page by page; of the conversation that is open, nothing is unread. */
export function useConversations(list: InboxList) {
  const pages = usePages(conversationRoutes.list, { list }, page => page.next);
  const read = useInbox(state => state.read);
  const { data, error, isPlaceholderData } = pages;
  const conversations = useMemo(() => {
    if (!data || isPlaceholderData) return undefined;
    // What moved up while pages were read stands in two of them; the first is the newer.
    const known = new Set<string>();
    return data.pages
      .flatMap(page => page.conversations)
      .filter(({ id }) => !known.has(id) && known.add(id))
      .map(summary => (summary.id === read ? { ...summary, unread: 0 } : summary));
  }, [data, isPlaceholderData, read]);
  return { pages, conversations, mistake: error && !conversations ? sentenceOf(error) : '' };
}

const nothing: InboxCounts = { waiting: 0, mine: 0, later: 0, others: 0, 'flow-led': 0 };

/** How many stand in each list, as the list of who waits tells it, which is followed wherever one is. */
export function useCounts(): InboxCounts {
  const waiting = usePages(conversationRoutes.list, { list: 'waiting' }, page => page.next);
  return waiting.data?.pages[0]?.counts ?? nothing;
}

/** Conversations are gone from every list at once. */
export function showErased(gone: readonly string[]): void {
  for (const [key, data] of queries.getQueriesData<Pages>({ queryKey: keyOf(conversationRoutes.list) })) {
    if (!data) continue;
    const pages = data.pages.map(page => ({
      ...page,
      conversations: page.conversations.filter(({ id }) => !gone.includes(id)),
    }));
    queries.setQueryData<Pages>(key, { ...data, pages });
  }
}

/** A conversation has changed: it is shown so where it stands, and gone where it stands no more, before lists are read anew. */
export function showChange(summary: ConversationSummary): void {
  const me = useAccount.getState().account?.member.id;
  const stands = listOf(summary, me);
  for (const [key, data] of queries.getQueriesData<Pages>({ queryKey: keyOf(conversationRoutes.list) })) {
    const list = (key[1] as { list?: InboxList } | undefined)?.list;
    if (!data || list === undefined) continue;
    const pages = data.pages.map(page => ({
      ...page,
      conversations:
        list === stands
          ? page.conversations.map(one => (one.id === summary.id ? { ...summary, unread: one.unread } : one))
          : page.conversations.filter(({ id }) => id !== summary.id),
    }));
    queries.setQueryData<Pages>(key, { ...data, pages });
  }
}
