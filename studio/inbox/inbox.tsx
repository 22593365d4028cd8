import { type ConversationSummary, InboxList } from '@kineta/contract';
import { useVirtualizer } from '@tanstack/react-virtual';
import { Bell, BellOff, Clock } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import { Link, useParams, useSearchParams } from 'react-router';
import { Taking } from '../account/taking.tsx';
import { useReachesEnd } from '../shell/pages.ts';
import { IconButton } from '../ui/button.tsx';
import { Empty } from '../ui/empty.tsx';
import { Pill } from '../ui/pill.tsx';
import { Skeleton } from '../ui/skeleton.tsx';
import { dayAndTime, shortTime, stretch } from '../ui/time.ts';
import { countWords } from '../ui/writing.ts';
import { isMuted, setMuted } from './chime.ts';
import { Conversation } from './conversation.tsx';
import { Offered, useNow } from './offer.tsx';
import { FoundList, SearchField } from './search.tsx';
import { useConversations, useCounts, useInbox } from './store.ts';

const names: Record<InboxList, string> = {
  waiting: 'Waiting',
  mine: 'Mine',
  later: 'Later',
  others: 'Others',
  'flow-led': 'Flow-led',
  done: 'Done',
};

/** The lists that have a tab of their own. */
const tabs = (Object.keys(names) as InboxList[]).filter(name => name !== 'later');

const nothing: Record<InboxList, [string, string]> = {
  waiting: ['Nobody waits', 'When a flow hands a conversation over, it stands here until somebody takes it.'],
  mine: ['You have no conversations', 'Take one from “Waiting”, and it stands here until it is done.'],
  later: ['Nothing is put off', 'What you put off with “Later” stands here until its time has come.'],
  others: ['Nobody else has one', 'Conversations that your colleagues have taken stand here.'],
  'flow-led': ['No flow is talking', 'As soon as a visitor opens the chat, the conversation stands here.'],
  done: ['Nothing is done yet', 'Closed conversations stand here, the newest first.'],
};

function Item({ conversation, chosen, now }: { conversation: ConversationSummary; chosen: boolean; now: number }) {
  const { waitingSince } = conversation;
  const waited = waitingSince ? now - Date.parse(waitingSince) : 0;
  return (
    <Link
      to={`/inbox/${conversation.id}`}
      aria-current={chosen}
      className={`flex h-full flex-col justify-center border-b border-rule px-4 ${chosen ? 'bg-sheet' : 'hover:bg-paper-2'}`}
    >
      <span className="flex items-baseline gap-2">
        <span className={`min-w-0 flex-1 truncate ${conversation.unread > 0 ? 'font-bold' : 'font-semibold'}`}>
          {conversation.visitor}
        </span>
        {conversation.unread > 0 ? (
          <span
            role="img"
            className="rounded-full bg-plum px-1.5 text-xs text-white"
            aria-label={`${conversation.unread} unread`}
          >
            {conversation.unread}
          </span>
        ) : null}
        <span className="font-mono text-xs whitespace-nowrap text-ink-3">
          {waitingSince ? stretch(waited) : shortTime(conversation.lastAt)}
        </span>
      </span>
      <span className="truncate text-ink-2">{conversation.preview || 'Nothing said yet'}</span>
      <span className="mt-1 flex gap-1.5">
        {conversation.test ? <Pill tone="neutral">a test</Pill> : null}
        {waitingSince ? (
          <Pill tone={waited > 180_000 ? 'wrong' : 'waits'}>waits for {conversation.team ?? 'somebody'}</Pill>
        ) : null}
        <Offered offered={conversation.offered} />
        {conversation.holder === 'agent' && conversation.agent ? (
          <Pill tone="neutral">{conversation.agent.name}</Pill>
        ) : null}
        {conversation.holder !== 'waiting' && conversation.team ? <Pill tone="kineta">{conversation.team}</Pill> : null}
        {conversation.holder === 'flow' && conversation.flow ? <Pill tone="kineta">{conversation.flow}</Pill> : null}
        {conversation.later ? <Pill tone="waits">until {dayAndTime(conversation.later)}</Pill> : null}
        {conversation.holder === 'done' ? (
          <Pill tone={conversation.outcome ? 'fine' : 'neutral'}>{conversation.outcome ?? 'done'}</Pill>
        ) : null}
      </span>
    </Link>
  );
}

function List({ chosen }: { chosen: string | undefined }) {
  const list = useInbox(state => state.list);
  const { pages, conversations, mistake } = useConversations(list);
  const box = useRef<HTMLDivElement>(null);
  const now = useNow(list === 'waiting');
  const rows = useVirtualizer({
    count: conversations?.length ?? 0,
    getScrollElement: () => box.current,
    estimateSize: () => 84,
    overscan: 8,
  });
  const items = rows.getVirtualItems();
  const lastShown = items.at(-1)?.index ?? 0;
  useReachesEnd(pages, lastShown, conversations?.length ?? 0);
  if (!conversations)
    return mistake ? <Empty title="The list cannot be shown">{mistake}</Empty> : <Skeleton lines={6} className="p-5" />;
  if (conversations.length === 0) return <Empty title={nothing[list][0]}>{nothing[list][1]}</Empty>;
  return (
    <div ref={box} className="min-h-0 flex-1 overflow-y-auto">
      <ul style={{ height: rows.getTotalSize() }} className="relative" aria-label={names[list]}>
        {items.map(item => {
          const conversation = conversations[item.index]!;
          return (
            <li
              key={conversation.id}
              className="absolute top-0 left-0 h-[84px] w-full"
              style={{ transform: `translateY(${item.start}px)` }}
              aria-setsize={conversations.length}
              aria-posinset={item.index + 1}
            >
              <Item conversation={conversation} chosen={conversation.id === chosen} now={now} />
            </li>
          );
        })}
      </ul>
    </div>
  );
}

/** A link may say which list is meant, as Today’s do. */
function useListOfLink(): void {
  const [params] = useSearchParams();
  const meant = InboxList.safeParse(params.get('list')).data;
  useEffect(() => {
    if (meant) useInbox.setState({ list: meant });
  }, [meant]);
}

export default function Inbox() {
  const { id } = useParams();
  const [params] = useSearchParams();
  useListOfLink();
  const list = useInbox(state => state.list);
  const search = useInbox(state => state.search);
  // What was put off is one’s own: it stands behind those.
  const stands = list === 'later' ? 'mine' : list;
  const counts = useCounts();
  const [muted, setMutedHere] = useState(isMuted);
  useEffect(() => {
    document.title = document.title.replace(/^(\(\d+\) )?.*$/, '$1Inbox · Kineta');
  }, []);
  return (
    <main className="relative flex h-full">
      <h1 className="sr-only">Inbox</h1>
      <section
        aria-label="Conversations"
        className={`flex h-full w-84 shrink-0 flex-col border-r border-rule max-md:w-full ${id ? 'max-md:hidden' : ''}`}
      >
        <div className="flex min-h-13 items-end border-b border-rule pr-0.5 pl-2">
          <div className="flex min-w-0 flex-1 overflow-x-auto">
            {tabs.map(name => (
              <button
                key={name}
                type="button"
                aria-pressed={name === stands && search === ''}
                onClick={() => useInbox.setState({ list: name, search: '' })}
                className={`border-b-2 px-1 pt-2 pb-2.5 text-[0.8125rem] whitespace-nowrap ${
                  name === stands && search === ''
                    ? 'border-petrol font-semibold'
                    : 'border-transparent text-ink-2 hover:text-ink'
                }`}
              >
                {names[name]}
                {name !== 'done' && counts[name] > 0 ? (
                  <span className="ml-1 text-xs font-normal text-ink-2">{counts[name]}</span>
                ) : null}
              </button>
            ))}
          </div>
          <IconButton
            name={muted ? 'Ring for new ones' : 'Do not ring'}
            className="mb-2"
            onClick={() => {
              setMuted(!muted);
              setMutedHere(!muted);
            }}
          >
            {muted ? <BellOff className="size-4" aria-hidden="true" /> : <Bell className="size-4" aria-hidden="true" />}
          </IconButton>
        </div>
        {/* On a phone there is no room for it beside one’s name. */}
        <div className="px-4 py-1 text-ink-2 md:hidden">
          <Taking />
        </div>
        <SearchField />
        {search.trim() === '' ? <List chosen={id} /> : <FoundList search={search.trim()} chosen={id} />}
        {stands === 'mine' && search.trim() === '' && (list === 'later' || counts.later > 0) ? (
          <button
            type="button"
            className="flex items-center gap-2 border-t border-rule px-4 py-2.5 text-left text-petrol hover:bg-paper-2"
            onClick={() => useInbox.setState({ list: list === 'later' ? 'mine' : 'later' })}
          >
            <Clock className="size-3.5" aria-hidden="true" />
            {list === 'later' ? 'Back to what is for now' : `${countWords(counts.later)} for later`}
          </button>
        ) : null}
      </section>
      {id ? (
        <Conversation key={id} id={id} line={Number(params.get('line')) || undefined} />
      ) : (
        <div className="flex-1 bg-sheet max-md:hidden">
          <Empty title="Pick a conversation">
            Its log, what is known of the visitor and the way they came stand here.
          </Empty>
        </div>
      )}
    </main>
  );
}
