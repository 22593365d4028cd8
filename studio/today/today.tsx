import { type Today as Day, type TodoLine, todayRoutes } from '@kineta/contract';
import { Circle, CircleCheck } from 'lucide-react';
import { useEffect, useState } from 'react';
import { Link } from 'react-router';
import { toast } from 'sonner';
import { useSignedIn } from '../account/store.ts';
import { areas } from '../areas.ts';
import { call, sentenceOf } from '../shell/api.ts';
import type { DayWords, TodoWords } from '../shell/area.ts';
import { changedHere, isStale, useRoute } from '../shell/query.ts';
import { TryIt } from '../trial/try-it.tsx';
import { DayList } from '../ui/day-list.tsx';
import { Skeleton } from '../ui/skeleton.tsx';
import { useFromToday } from './from-today.tsx';
import { HoursStrip } from './hours-strip.tsx';

/** How the areas tell of what is to do; a line that this build has no words for is left out. */
function wordsOf({ code, about, done }: TodoLine): TodoWords | undefined {
  for (const { todo } of areas) if (todo && Object.hasOwn(todo, code)) return todo[code]!(about, done);
  return undefined;
}
const figureOf = (code: string): DayWords | undefined => {
  for (const { day } of areas) if (day && Object.hasOwn(day, code)) return day[code];
  return undefined;
};

async function putAway(code: string, away: boolean): Promise<void> {
  try {
    await call(todayRoutes.putAway, { body: { code, away } });
    await changedHere(todayRoutes.get);
  } catch (error) {
    toast.error(sentenceOf(error));
  }
}

function Todo({ line, words: { title, says, to } }: { line: TodoLine; words: TodoWords }) {
  return (
    <li className="group relative flex items-start gap-3 border-b border-rule py-2.5">
      {line.done ? (
        <CircleCheck className="mt-0.5 size-4 shrink-0 text-moss" aria-label="done" />
      ) : (
        <Circle className="mt-0.5 size-4 shrink-0 text-ochre" aria-label="to do" />
      )}
      <div className="min-w-0 flex-1">
        <Link
          to={to}
          onClick={() => useFromToday.setState({ line: { code: line.code, title } })}
          className={`font-semibold hover:underline ${line.done ? 'text-ink-2' : ''}`}
        >
          {title}
        </Link>
        {says && !line.done ? <p className="text-ink-2">{says}</p> : null}
      </div>
      <button
        type="button"
        className="absolute top-2.5 right-0 rounded bg-paper px-1 text-ink-2 opacity-0 group-focus-within:opacity-100 group-hover:opacity-100 hover:underline focus:opacity-100 max-md:opacity-100"
        onClick={() => putAway(line.code, !line.putAway)}
      >
        {line.putAway ? 'Bring back' : 'Put away'}
        <span className="sr-only"> {title}</span>
      </button>
    </li>
  );
}

function Todos({ todo, hasBegun }: Pick<Day, 'todo'> & { hasBegun: boolean }) {
  const [isShown, setShown] = useState(false);
  const told = todo.flatMap(line => {
    const words = wordsOf(line);
    return words ? [{ line, words }] : [];
  });
  const kept = told.filter(({ line }) => !line.putAway);
  const away = told.filter(({ line }) => line.putAway);
  const done = kept.filter(({ line }) => line.done).length;
  const rows = isShown ? [...kept, ...away] : kept;
  return (
    <DayList
      title={done === kept.length ? 'All is set up' : hasBegun ? 'Before more visitors come' : 'Before visitors come'}
      count={`${done} of ${kept.length}`}
    >
      {rows.map(({ line, words }) => (
        <Todo key={line.code} line={line} words={words} />
      ))}
      {away.length > 0 ? (
        <li className="py-2">
          <button type="button" className="text-ink-2 hover:underline" onClick={() => setShown(!isShown)}>
            {isShown ? 'Hide what was put away' : `${away.length} put away`}
          </button>
        </li>
      ) : null}
    </DayList>
  );
}

function SoFar({ figures, weekday, language }: Pick<Day, 'figures'> & { weekday: string; language: string }) {
  const number = new Intl.NumberFormat(language, { maximumFractionDigits: 0 });
  const hasUsual = figures.some(({ usual }) => usual !== null);
  return (
    <DayList title="So far" count={hasUsual ? `beside a usual ${weekday}` : ''}>
      {figures.map(({ code, count, usual }) => {
        const words = figureOf(code);
        if (!words) return null;
        return (
          <li key={code} className="flex items-start gap-3 border-b border-rule py-2.5">
            <div className="min-w-0 flex-1">
              <Link to={words.to} className="hover:underline">
                {words.name}
              </Link>
              {words.says ? <p className="text-xs text-ink-2">{words.says}</p> : null}
              {usual === null ? null : <p className="text-xs text-ink-2">{number.format(usual)} by this hour</p>}
            </div>
            <span className="font-script text-xl font-semibold">{number.format(count)}</span>
          </li>
        );
      })}
    </DayList>
  );
}

/** The first room: what is still to do before visitors come, who waits, and how the day goes. */
export default function Today() {
  const { workspace, teams } = useSignedIn();
  const { data, error } = useRoute(todayRoutes.get, {});
  useEffect(() => {
    document.title = 'Today · Kineta';
    // What others did, and what visitors do, is no message of its own.
    const timer = setInterval(() => void isStale(todayRoutes.get), 30_000);
    return () => clearInterval(timer);
  }, []);
  const inZone = (options: Intl.DateTimeFormatOptions) =>
    new Intl.DateTimeFormat(workspace.language, { timeZone: workspace.zone, ...options }).format(new Date());
  return (
    <main className="h-full overflow-y-auto">
      <header className="flex min-h-13 items-center border-b border-rule px-7 max-md:px-4">
        <h1 className="font-script text-xl font-semibold">Today</h1>
        <span className="ml-auto">
          <TryIt />
        </span>
      </header>
      <div className="flex min-h-[calc(100%-3.25rem)] flex-col px-7 pt-5 pb-6 max-md:px-4">
        <p className="mb-5 font-script text-[1.75rem] leading-tight font-semibold">
          {inZone({ weekday: 'long', day: 'numeric', month: 'long' })}
        </p>
        {data ? (
          <>
            <div className="grid flex-1 grid-cols-[19rem_minmax(0,1fr)_17rem] content-start gap-6 max-lg:grid-cols-1">
              <div>
                {data.todo.length > 0 ? (
                  <Todos todo={data.todo} hasBegun={data.figures.some(({ count }) => count > 0)} />
                ) : null}
              </div>
              <div>{areas.map(({ name, OnToday }) => (OnToday ? <OnToday key={name} /> : null))}</div>
              <SoFar figures={data.figures} weekday={inZone({ weekday: 'long' })} language={workspace.language} />
            </div>
            <HoursStrip since={data.since} hours={data.hours} teams={teams} />
          </>
        ) : error ? (
          <p role="alert" className="text-brick">
            {sentenceOf(error)}
          </p>
        ) : (
          <Skeleton lines={8} />
        )}
      </div>
    </main>
  );
}
