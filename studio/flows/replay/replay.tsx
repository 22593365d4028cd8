import { conversationRoutes, type Entry } from '@kineta/contract';
import type { Difference, Flow } from '@kineta/core';
import { useVirtualizer } from '@tanstack/react-virtual';
import { useEffect, useMemo, useRef, useState } from 'react';
import { toast } from 'sonner';
import { logLines } from '../../log/log.tsx';
import { LogList } from '../../log/log-list.tsx';
import { call, sentenceOf } from '../../shell/api.ts';
import { Button } from '../../ui/button.tsx';
import { Empty } from '../../ui/empty.tsx';
import { Skeleton } from '../../ui/skeleton.tsx';
import { dayAndTime } from '../../ui/time.ts';
import { countWords } from '../../ui/writing.ts';
import { useStage } from '../rehearsal/stage.ts';
import type { Differing } from './replay.worker.ts';
import { replayer, useReplay } from './store.ts';

/** What may differ, in the order of how much it matters, and how many conversations do. */
const kinds: ReadonlyArray<[Difference['differs'], string]> = [
  ['ending', 'Another ending'],
  ['no longer understood', 'No longer understood'],
  ['new question', 'Asked something new'],
  ['no longer asked', 'No longer asked'],
  ['now understood', 'Now understood'],
];

function List({
  differing,
  chosen,
  onChoose,
}: {
  differing: readonly Differing[];
  chosen: string | undefined;
  onChoose: (id: string) => void;
}) {
  const scroll = useRef<HTMLDivElement>(null);
  const rows = useVirtualizer({
    count: differing.length,
    getScrollElement: () => scroll.current,
    estimateSize: () => 86,
    overscan: 6,
  });
  return (
    <div ref={scroll} className="min-h-0 flex-1 overflow-y-auto max-md:max-h-72 max-md:flex-none">
      <ul aria-label="Conversations that differ" className="relative" style={{ height: rows.getTotalSize() }}>
        {rows.getVirtualItems().map(({ index, start }) => {
          const one = differing[index]!;
          const [first, ...more] = one.sentences;
          return (
            <li
              key={one.id}
              ref={rows.measureElement}
              data-index={index}
              className="absolute inset-x-0 top-0"
              style={{ transform: `translateY(${start}px)` }}
            >
              <button
                type="button"
                aria-pressed={one.id === chosen}
                onClick={() => onChoose(one.id)}
                className={`w-full border-b border-rule px-4 py-2.5 text-left ${one.id === chosen ? 'bg-petrol-3' : 'hover:bg-sheet'}`}
              >
                <span className="flex justify-between gap-2">
                  <b className="truncate font-semibold">{one.name}</b>
                  <span className="shrink-0 text-xs text-ink-2">
                    {dayAndTime(new Date(one.startedAt).toISOString())}
                  </span>
                </span>
                <span className="line-clamp-2 font-script">{first}</span>
                {more.length > 0 ? <span className="text-xs text-ink-2">and {more.length} more</span> : null}
              </button>
            </li>
          );
        })}
      </ul>
    </div>
  );
}

function Log({ title, entries, visitor }: { title: string; entries: readonly Entry[] | undefined; visitor: string }) {
  return (
    <section aria-label={title} className="min-w-0 flex-1 rounded-md border border-rule bg-sheet px-4 py-3">
      <h3 className="label mb-2 text-ink-2">{title}</h3>
      {entries ? (
        <LogList
          name={title}
          lines={logLines(entries)}
          visitor={visitor}
          follows={false}
          className="max-h-[70vh] pr-1"
        />
      ) : (
        <Skeleton lines={6} />
      )}
    </section>
  );
}

function SideBySide({ differing }: { differing: Differing }) {
  const [went, setWent] = useState<readonly Entry[]>();
  const [would, setWould] = useState<readonly Entry[]>();
  useEffect(() => {
    let late = false;
    setWent(undefined);
    setWould(undefined);
    call(conversationRoutes.get, { params: { id: differing.id } })
      .then(({ entries }) => late || setWent(entries))
      .catch(error => toast.error(sentenceOf(error)));
    replayer(({ show }) => show(differing.id), 'once')
      .then(entries => late || setWould(entries))
      .catch(error => toast.error(sentenceOf(error)));
    return () => {
      late = true;
    };
  }, [differing.id]);
  return (
    <div className="p-5 max-md:p-3">
      <h2 className="font-semibold">{differing.name}</h2>
      <ul className="mt-1 mb-4 list-inside list-disc font-script text-base">
        {differing.sentences.map(sentence => (
          <li key={sentence}>{sentence}</li>
        ))}
      </ul>
      <div className="flex items-start gap-4 max-xl:flex-col max-xl:*:w-full">
        <Log title="As it went" entries={went} visitor={differing.name} />
        <Log title="With the draft" entries={would} visitor={differing.name} />
      </div>
    </div>
  );
}

const count = (number: number): string => `${countWords(number)} ${number === 1 ? 'conversation' : 'conversations'}`;

/** The draft over the last 30 days’ real conversations: what would have gone otherwise, and for whom. */
export default function Replay({ id, flow }: { id: string; flow: Flow }) {
  const replayed = useReplay();
  const stage = useStage();
  const [only, setOnly] = useState<Difference['differs']>();
  const [chosen, setChosen] = useState<string>();
  const mine = replayed.flow === id;
  const state = mine ? replayed.state : 'none';
  const differing = mine ? replayed.differing : [];
  const shown = useMemo(
    () => (only ? differing.filter(({ differences }) => differences.includes(only)) : differing),
    [only, differing],
  );
  const begin = () => {
    setChosen(undefined);
    setOnly(undefined);
    void replayed.play(id, flow, stage);
  };
  const one = differing.find(conversation => conversation.id === chosen);
  if (state === 'none')
    return (
      <div className="flex-1 overflow-y-auto">
        <Empty title="What would have been otherwise?">
          The draft is played over the last 30 days’ conversations: the same visitors give the same answers. You see who
          would have come to another end, what is no longer asked, and what is no longer understood.
          <div className="mt-4">
            <Button look="main" onClick={begin}>
              Replay the draft
            </Button>
          </div>
        </Empty>
      </div>
    );
  const share = replayed.all === 0 ? 0 : replayed.done / replayed.all;
  return (
    <div className="flex min-h-0 flex-1 max-md:flex-col max-md:overflow-y-auto">
      <aside className="flex w-80 shrink-0 flex-col border-r border-rule max-md:w-full max-md:border-r-0">
        <div className="border-b border-rule px-4 py-3">
          <p role="status" className="font-medium">
            {state === 'playing' ? (
              <>Playing {count(replayed.all)}…</>
            ) : differing.length === 0 ? (
              <>{count(replayed.done)} would have gone just as they did.</>
            ) : (
              <>
                {countWords(differing.length)} of {count(replayed.done)} would have gone otherwise.
              </>
            )}
          </p>
          {state === 'playing' ? (
            <div
              role="progressbar"
              aria-label="Replayed"
              aria-valuenow={Math.round(share * 100)}
              className="my-2 h-1.5 rounded bg-paper-2"
            >
              <div className="h-full rounded bg-petrol" style={{ width: `${share * 100}%` }} />
            </div>
          ) : null}
          {replayed.mistake ? (
            <p role="alert" className="text-brick">
              {replayed.mistake}
            </p>
          ) : null}
          <p className="mt-1.5 flex items-center gap-2">
            {state === 'playing' ? (
              <Button onClick={replayed.stop}>Stop</Button>
            ) : (
              <Button onClick={begin}>Replay again</Button>
            )}
            <span className="text-xs text-ink-2">
              {state === 'stopped' && !replayed.mistake ? 'Stopped. ' : ''}
              {replayed.draft !== flow ? 'The draft has changed since.' : ''}
            </span>
          </p>
          {differing.length > 0 ? (
            <fieldset className="mt-2.5 flex flex-wrap gap-1.5">
              <legend className="sr-only">Only those with</legend>
              {kinds.map(([kind, label]) => {
                const number = differing.filter(({ differences }) => differences.includes(kind)).length;
                return number === 0 ? null : (
                  <button
                    key={kind}
                    type="button"
                    aria-pressed={only === kind}
                    onClick={() => setOnly(only === kind ? undefined : kind)}
                    className="rounded-full border border-rule bg-sheet px-2.5 py-0.5 text-xs hover:border-ink-3 aria-pressed:border-petrol aria-pressed:bg-petrol-2 aria-pressed:text-petrol"
                  >
                    {label} <b>{number}</b>
                  </button>
                );
              })}
            </fieldset>
          ) : null}
        </div>
        <List differing={shown} chosen={chosen} onChoose={setChosen} />
      </aside>
      <section
        aria-label="Side by side"
        tabIndex={0}
        className="min-w-0 flex-1 overflow-y-auto -outline-offset-2 max-md:overflow-visible"
      >
        {one ? (
          <SideBySide key={one.id} differing={one} />
        ) : differing.length > 0 ? (
          <Empty title="Side by side">
            Choose a conversation to see it as it went, and as the draft would have led it.
          </Empty>
        ) : null}
      </section>
    </div>
  );
}
