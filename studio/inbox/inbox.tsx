import { InboxList } from '@kineta/contract';
import { Bell, BellOff, Clock } from 'lucide-react';
import { useEffect, useState } from 'react';
import { useParams, useSearchParams } from 'react-router';
import { Taking } from '../account/taking.tsx';
import { isMuted, setMuted } from '../shell/muted.ts';
import { IconButton } from '../ui/button.tsx';
import { Empty } from '../ui/empty.tsx';
import { Skeleton } from '../ui/skeleton.tsx';
import { countWords } from '../ui/writing.ts';
import { Conversation } from './conversation.tsx';
import { FilteredList, OnlySome, OwnLists } from './own-lists.tsx';
import { PasserCount, PasserList } from './passers.tsx';
import { Picked } from './picked.tsx';
import { ConversationRows } from './rows.tsx';
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

function List({ chosen }: { chosen: string | undefined }) {
  const list = useInbox(state => state.list);
  const { pages, conversations, mistake } = useConversations(list);
  if (!conversations)
    return mistake ? <Empty title="The list cannot be shown">{mistake}</Empty> : <Skeleton lines={6} className="p-5" />;
  if (conversations.length === 0) return <Empty title={nothing[list][0]}>{nothing[list][1]}</Empty>;
  return <ConversationRows name={names[list]} conversations={conversations} pages={pages} chosen={chosen} />;
}

/** A link may say which list is meant, as Today’s do. */
function useListOfLink(): void {
  const [params] = useSearchParams();
  const meant = InboxList.safeParse(params.get('list')).data;
  useEffect(() => {
    if (meant) useInbox.setState({ list: meant, passers: false });
  }, [meant]);
}

export default function Inbox() {
  const { id } = useParams();
  const [params] = useSearchParams();
  useListOfLink();
  const list = useInbox(state => state.list);
  const search = useInbox(state => state.search);
  const filter = useInbox(state => state.filter);
  const passers = useInbox(state => state.passers);
  const isList = search.trim() === '' && !filter && !passers;
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
                aria-pressed={name === stands && isList}
                onClick={() =>
                  useInbox.setState({ list: name, search: '', filter: undefined, passers: false, picked: new Set() })
                }
                className={`border-b-2 px-1 pt-2 pb-2.5 text-[0.8125rem] whitespace-nowrap ${
                  name === stands && isList
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
        <SearchField>
          <OnlySome />
        </SearchField>
        <OwnLists />
        {passers ? null : <Picked />}
        {search.trim() !== '' ? (
          <FoundList search={search.trim()} chosen={id} />
        ) : passers ? (
          <PasserList />
        ) : filter ? (
          <FilteredList filter={filter} chosen={id} />
        ) : (
          <List chosen={id} />
        )}
        {stands === 'mine' && isList && (list === 'later' || counts.later > 0) ? (
          <button
            type="button"
            className="flex items-center gap-2 border-t border-rule px-4 py-2.5 text-left text-petrol hover:bg-paper-2"
            onClick={() => useInbox.setState({ list: list === 'later' ? 'mine' : 'later' })}
          >
            <Clock className="size-3.5" aria-hidden="true" />
            {list === 'later' ? 'Back to what is for now' : `${countWords(counts.later)} for later`}
          </button>
        ) : null}
        <PasserCount />
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
