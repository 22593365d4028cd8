import { todayRoutes } from '@kineta/contract';
import { ArrowLeft, CircleCheck, X } from 'lucide-react';
import { useEffect } from 'react';
import { Link, useLocation } from 'react-router';
import { create } from 'zustand';
import { isStale, useRoute } from '../shell/query.ts';
import { IconButton } from '../ui/button.tsx';

/** How often it is looked whether it is done by now, in milliseconds. */
const LOOKED_AT_EVERY = 4_000;

/** What one left Today to do: the code of its line, and how that is called; null when it was nothing, or was come back from. */
export const useFromToday = create<{ line: { code: string; title: string } | null }>(() => ({ line: null }));

const home = '/today';

function Strip({ code, title }: { code: string; title: string }) {
  const { data } = useRoute(todayRoutes.get, {});
  const isDone = data?.todo.find(line => line.code === code)?.done ?? false;
  useEffect(() => {
    if (isDone) return;
    const timer = setInterval(() => void isStale(todayRoutes.get), LOOKED_AT_EVERY);
    return () => clearInterval(timer);
  }, [isDone]);
  return (
    <div role="status" className="flex items-center gap-3 border-b border-rule bg-petrol-2 py-1 pr-2 pl-7 max-md:pl-4">
      <Link to={home} className="inline-flex min-h-7 items-center gap-1.5 font-semibold text-petrol hover:underline">
        <ArrowLeft className="size-4" aria-hidden="true" />
        Back to Today
      </Link>
      <p className="min-w-0 flex-1 truncate">
        {title}
        {isDone ? (
          <span className="ml-2 inline-flex items-center gap-1 align-text-bottom text-moss">
            <CircleCheck className="size-4" aria-hidden="true" /> done
          </span>
        ) : null}
      </p>
      <IconButton name="Stay here" onClick={() => useFromToday.setState({ line: null })}>
        <X className="size-4" aria-hidden="true" />
      </IconButton>
    </div>
  );
}

/** The way back to Today, above whichever place one was led to from there. */
export function FromToday() {
  const line = useFromToday(state => state.line);
  const isHome = useLocation().pathname === home;
  useEffect(() => {
    if (isHome) useFromToday.setState({ line: null });
  }, [isHome]);
  return line && !isHome ? <Strip {...line} /> : null;
}
