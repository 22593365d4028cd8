import { type Person, peopleRoutes } from '@kineta/contract';
import { show } from '@kineta/core';
import { useVirtualizer } from '@tanstack/react-virtual';
import { useDeferredValue, useMemo, useRef, useState } from 'react';
import { Link } from 'react-router';
import { useSignedIn } from '../account/store.ts';
import { sentenceOf } from '../shell/api.ts';
import { usePages, useReachesEnd } from '../shell/pages.ts';
import { Empty } from '../ui/empty.tsx';
import { SmallInput } from '../ui/field.tsx';
import { Skeleton } from '../ui/skeleton.tsx';
import { shortTime, wholeTime } from '../ui/time.ts';
import { countWords } from '../ui/writing.ts';
import { Consents, nameOf } from './consents.tsx';

const columns =
  'grid grid-cols-[minmax(9rem,1fr)_minmax(11rem,1.3fr)_9rem_minmax(8rem,2fr)_5rem] gap-4 px-6 max-md:grid-cols-[1fr_auto] max-md:gap-2 max-md:px-4';

/** What was captured besides the columns, in a line. */
function Captured({ person }: { person: Person }) {
  const { workspace } = useSignedIn();
  const shown = [person.name, person.email, person.phone];
  const rest = Object.entries(person.facts).filter(
    ([, value]) => !shown.includes(String(value)) && !String(person.name).startsWith(String(value)),
  );
  return (
    <span className="truncate text-ink-2 max-md:hidden">
      {rest.map(([fact, value]) => `${fact}: ${show(value, 'text', workspace)}`).join(' · ')}
    </span>
  );
}

export default function People() {
  const [search, setSearch] = useState('');
  const asked = useDeferredValue(search);
  const pages = usePages(peopleRoutes.list, { search: asked || undefined }, page => page.next);
  const people = useMemo(() => pages.data?.pages.flatMap(page => page.people), [pages.data]);
  const { total = 0, orMore = false } = pages.data?.pages[0] ?? {};
  const mistake = pages.error && !pages.data ? sentenceOf(pages.error) : '';
  const [shown, setShown] = useState<Person>();
  const list = useRef<HTMLDivElement>(null);

  const rows = useVirtualizer({
    count: people?.length ?? 0,
    getScrollElement: () => list.current,
    estimateSize: () => 46,
    overscan: 12,
  });
  const items = rows.getVirtualItems();
  const lastShown = items.at(-1)?.index ?? 0;
  useReachesEnd(pages, lastShown, people?.length ?? 0);

  return (
    <main className="flex h-full flex-col">
      <header className="flex min-h-13 flex-wrap items-center gap-x-4 gap-y-2 border-b border-rule px-6 py-2 max-md:px-4">
        <h1 className="font-script text-xl font-semibold">People</h1>
        <span className="text-ink-2">
          {people ? `${countWords(total)}${orMore ? ' or more' : ''} ${search ? 'fit that' : 'known'}` : ''}
        </span>
        <SmallInput
          name="Search people"
          placeholder="Name, email or phone"
          value={search}
          onChange={event => setSearch(event.target.value)}
          className="ml-auto w-56"
          type="search"
        />
      </header>
      {mistake ? (
        <p role="alert" className="px-6 py-2 text-brick">
          {mistake}
        </p>
      ) : null}
      {!people ? (
        <Skeleton lines={8} className="p-6" />
      ) : people.length === 0 ? (
        <Empty title={search ? 'Nobody fits that' : 'Nobody is known yet'}>
          {search
            ? 'Try how a name, an email or a phone number begins, or how the number ends.'
            : 'As soon as a visitor tells a flow their name, email or phone number, they stand here. Keep an answer in a fact of the visitor to capture it.'}
        </Empty>
      ) : (
        <div role="table" aria-label="People" aria-rowcount={total} className="flex min-h-0 flex-1 flex-col">
          <div role="row" className={`${columns} label border-b border-rule py-2 text-ink-2 max-md:hidden`}>
            {['Name', 'Email', 'Phone', 'Captured', 'Last seen'].map(name => (
              <span key={name} role="columnheader">
                {name}
              </span>
            ))}
          </div>
          <div ref={list} className="min-h-0 flex-1 overflow-y-auto" role="rowgroup" tabIndex={0}>
            <div style={{ height: rows.getTotalSize(), position: 'relative' }} role="presentation">
              {items.map(item => {
                const person = people[item.index]!;
                return (
                  <div
                    role="row"
                    key={person.id}
                    className={`${columns} absolute top-0 left-0 h-[46px] w-full items-center border-b border-rule hover:bg-sheet`}
                    style={{ transform: `translateY(${item.start}px)` }}
                  >
                    <span role="cell" className="truncate font-medium">
                      {person.lastConversation ? (
                        <Link to={`/inbox/${person.lastConversation}`} className="hover:underline">
                          {person.name ?? person.email ?? person.phone ?? 'Not named yet'}
                        </Link>
                      ) : (
                        (person.name ?? 'Not named yet')
                      )}
                    </span>
                    <span role="cell" className="truncate max-md:order-3">
                      {person.email ?? <span className="text-ink-3">–</span>}
                    </span>
                    <span role="cell" className="truncate max-md:hidden">
                      {person.phone ?? <span className="text-ink-3">–</span>}
                    </span>
                    <span role="cell" className="grid min-w-0 grid-cols-[1fr_auto] gap-2 max-md:hidden">
                      <Captured person={person} />
                      <button
                        type="button"
                        className="text-petrol hover:underline"
                        aria-label={`Consents of ${nameOf(person)}`}
                        onClick={() => setShown(person)}
                      >
                        Consents
                      </button>
                    </span>
                    <time
                      role="cell"
                      dateTime={person.lastSeen}
                      title={wholeTime(person.lastSeen)}
                      className="text-ink-2 max-md:order-2"
                    >
                      {shortTime(person.lastSeen)}
                    </time>
                  </div>
                );
              })}
            </div>
          </div>
        </div>
      )}
      {shown ? <Consents person={shown} onClose={() => setShown(undefined)} /> : null}
    </main>
  );
}
