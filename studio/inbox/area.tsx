import { type ConversationSummary, conversationRoutes, ownListRoutes } from '@kineta/contract';
import { useEffect } from 'react';
import type { Area } from '../shell/area.ts';
import { live, useConnection } from '../shell/live.ts';
import { isStale } from '../shell/query.ts';
import { suggestionKeys } from '../ui/suggestion-keys.ts';
import { correctionKeys, firstWordKeys, listKeys, replyKeys, searchKeys, signpostKeys } from './keys.ts';
import { MissedToday } from './missed-today.tsx';
import { OfferedHere } from './offered-here.tsx';
import { showChange, showErased, useCounts } from './store.ts';
import { WhoWaits } from './who-waits.tsx';

/** While much happens, lists are read anew at most so often, in milliseconds. */
const READ_AT_MOST_EVERY = 700;

/** Follows who waits, wherever one is, and says it in the page’s title. */
function Attendant() {
  const { waiting } = useCounts();
  useEffect(() => {
    const bare = document.title.replace(/^\(\d+\) /, '') || 'Kineta';
    document.title = waiting > 0 ? `(${waiting}) ${bare}` : bare;
  }, [waiting]);
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout> | undefined;
    const soon = (delay: number) => {
      timer ??= setTimeout(() => {
        timer = undefined;
        void isStale(conversationRoutes.list);
        void isStale(ownListRoutes.filtered);
      }, delay);
    };
    const heard = (summary: ConversationSummary) => {
      showChange(summary);
      soon(READ_AT_MOST_EVERY);
    };
    const erased = ({ conversations: gone }: { conversations: string[] }) => {
      showErased(gone);
      soon(READ_AT_MOST_EVERY);
    };
    const socket = live();
    socket.on('conversation', heard);
    socket.on('erased', erased);
    const stop = useConnection.subscribe((now, before) => now.epoch !== before.epoch && soon(0));
    return () => {
      clearTimeout(timer);
      socket.off('conversation', heard);
      socket.off('erased', erased);
      stop();
    };
  }, []);
  return null;
}

export const inbox: Area = {
  name: 'Inbox',
  path: '/inbox',
  screens: [{ path: '/inbox/:id?', load: () => import('./inbox.tsx') }],
  keys: [replyKeys, suggestionKeys, signpostKeys, firstWordKeys, listKeys, searchKeys, correctionKeys],
  todo: {
    'a conversation': (_, done) => ({
      title: 'A conversation',
      says: done
        ? 'Somebody has talked with the chat.'
        : 'Open the chat on your page and talk with it, as a visitor would.',
      to: '/inbox',
    }),
  },
  day: {
    conversations: { name: 'Conversations', to: '/inbox?list=done' },
    'conversations now': {
      name: 'Conversations now',
      says: 'Something was said in the last ten minutes',
      to: '/inbox?list=flow-led',
    },
  },
  OnToday: () => (
    <>
      <WhoWaits />
      <MissedToday />
    </>
  ),
  useBadge: () => useCounts().waiting,
  Attendant,
  Beneath: () => <OfferedHere className="max-md:hidden" />,
  Above: () => <OfferedHere className="md:hidden" />,
};
