import { conversationRoutes, type Found } from '@kineta/contract';
import { useVirtualizer } from '@tanstack/react-virtual';
import { Search } from 'lucide-react';
import { type ReactNode, useDeferredValue, useMemo, useRef } from 'react';
import { Link, useSearchParams } from 'react-router';
import { sentenceOf } from '../shell/api.ts';
import { usePages, useReachesEnd } from '../shell/pages.ts';
import { Empty } from '../ui/empty.tsx';
import { Skeleton } from '../ui/skeleton.tsx';
import { shortTime } from '../ui/time.ts';
import { searchKeys } from './keys.ts';
import { useInbox } from './store.ts';

/** Where one writes what is looked for in all that was said, with what stands beside it; what it finds stands in the place of the list. */
export function SearchField({ children }: { children: ReactNode }) {
  const search = useInbox(state => state.search);
  return (
    <div className="flex items-center border-b border-rule pr-1 pl-4 focus-within:bg-sheet">
      <label className="flex min-w-0 flex-1 items-center gap-2">
        <Search className="size-3.5 shrink-0 text-ink-3" aria-hidden="true" />
        <input
          type="search"
          aria-label="Search what was said"
          placeholder="Search what was said"
          maxLength={200}
          value={search}
          onChange={event => useInbox.setState({ search: event.target.value })}
          onKeyDown={event => {
            if (searchKeys.pressed(event) === 'leave') useInbox.setState({ search: '' });
          }}
          className="min-h-9 min-w-0 flex-1 bg-transparent outline-none"
        />
      </label>
      {children}
    </div>
  );
}

/** What was said, with what was looked for marked in it. */
function Excerpt({ text, found }: Pick<Found, 'text' | 'found'>) {
  let at = 0;
  const parts = found.map(([from, to]) => {
    const before = text.slice(at, from);
    at = to;
    return (
      <span key={from}>
        {before}
        <mark className="rounded-sm bg-ochre-2 text-inherit">{text.slice(from, to)}</mark>
      </span>
    );
  });
  return (
    <span className="line-clamp-2 text-ink-2 [overflow-wrap:anywhere]">
      {parts}
      {text.slice(at)}
    </span>
  );
}

function Item({ found, chosen }: { found: Found; chosen: boolean }) {
  return (
    <Link
      to={`/inbox/${found.conversation}?line=${found.number}`}
      aria-current={chosen}
      className={`flex h-full flex-col justify-center border-b border-rule px-4 ${chosen ? 'bg-sheet' : 'hover:bg-paper-2'}`}
    >
      <span className="flex items-baseline gap-2">
        <span className="min-w-0 flex-1 truncate font-semibold">
          {found.visitor}
          {found.by ? (
            <span className="font-normal text-ink-2">
              {found.aside ? ', a note of ' : ', '}
              {found.by}
            </span>
          ) : null}
        </span>
        <span className="font-mono text-xs whitespace-nowrap text-ink-3">{shortTime(found.at)}</span>
      </span>
      <Excerpt text={found.text} found={found.found} />
    </Link>
  );
}

/** What was found, the newest first. */
export function FoundList({ search, chosen }: { search: string; chosen: string | undefined }) {
  const words = useDeferredValue(search);
  const [params] = useSearchParams();
  const pages = usePages(conversationRoutes.search, { words }, page => page.next);
  const found = useMemo(() => pages.data?.pages.flatMap(page => page.found), [pages.data]);
  const box = useRef<HTMLDivElement>(null);
  const rows = useVirtualizer({
    count: found?.length ?? 0,
    getScrollElement: () => box.current,
    estimateSize: () => 84,
    overscan: 8,
  });
  const items = rows.getVirtualItems();
  useReachesEnd(pages, items.at(-1)?.index ?? 0, found?.length ?? 0);
  if (pages.error) return <Empty title="That was not found out">{sentenceOf(pages.error)}</Empty>;
  if (!found) return <Skeleton lines={6} className="p-5" />;
  if (found.length === 0)
    return (
      <Empty title="Nobody said that">
        What visitors, colleagues and notes say is looked through, for words that begin as yours do.
      </Empty>
    );
  return (
    <div ref={box} className="min-h-0 flex-1 overflow-y-auto">
      <ul style={{ height: rows.getTotalSize() }} className="relative" aria-label="Found">
        {items.map(item => {
          const one = found[item.index]!;
          return (
            <li
              key={`${one.conversation} ${one.number}`}
              className="absolute top-0 left-0 h-[84px] w-full"
              style={{ transform: `translateY(${item.start}px)` }}
              aria-setsize={found.length}
              aria-posinset={item.index + 1}
            >
              <Item found={one} chosen={one.conversation === chosen && String(one.number) === params.get('line')} />
            </li>
          );
        })}
      </ul>
    </div>
  );
}
