import { type QuestionExample, questionRoutes } from '@kineta/contract';
import {
  type AskedOutcome,
  outcomeOf,
  outcomes,
  type Rated,
  reliability,
  sureCurve,
  type Thresholds,
  usualThresholds,
} from '@kineta/core';
import { useEffect, useMemo, useState } from 'react';
import { Link } from 'react-router';
import { toast } from 'sonner';
import { useAccount, useSignedIn } from '../account/store.ts';
import { call, sentenceOf } from '../shell/api.ts';
import { changedHere, isStale, useRoute } from '../shell/query.ts';
import { Button } from '../ui/button.tsx';
import { Empty } from '../ui/empty.tsx';
import { Plot } from '../ui/plot.tsx';
import { RemoveButton } from '../ui/remove-button.tsx';
import { Skeleton } from '../ui/skeleton.tsx';
import { Outcome } from './outcome.tsx';

const percent = (share: number): string => `${Math.round(share * 100)}%`;
const AXIS_SURE = { title: 'said from so sure on', range: [0, 1] as [number, number], format: '.0%' };
const AXIS_SHARE = { title: 'of all examples', range: [0, 1] as [number, number], format: '.0%' };
/** How long it is waited before it is looked again whether all have been asked, in milliseconds. */
const LOOK_AGAIN = 1_500;

const ratedOf = (examples: readonly QuestionExample[], when: 'found' | 'earlier'): Rated[] =>
  examples.flatMap(example => (example[when] ? [{ right: example.article, found: example[when] }] : []));

/** What the examples come to at these thresholds, as one sentence. */
function Counts({ rated, thresholds }: { rated: readonly Rated[]; thresholds: Thresholds }) {
  const counts = outcomes(rated, thresholds);
  const told = Object.entries(counts).filter(([, count]) => count > 0);
  return (
    <p className="flex flex-wrap gap-2">
      {told.map(([outcome, count]) => (
        <Outcome key={outcome} of={outcome as AskedOutcome} count={count} />
      ))}
    </p>
  );
}

function Sure({ rated }: { rated: readonly Rated[] }) {
  const { sure } = useSignedIn();
  const kept = sure ?? usualThresholds;
  const [thresholds, setThresholds] = useState<Thresholds>(kept);
  const curve = useMemo(() => sureCurve(rated), [rated]);
  const data = useMemo(
    () => [
      {
        x: curve.map(point => point.sure),
        y: curve.map(({ right }) => right),
        name: 'said, and right',
        mode: 'lines' as const,
        line: { color: '#0e5a5f', width: 2 },
      },
      {
        x: curve.map(point => point.sure),
        y: curve.map(({ wrong }) => wrong),
        name: 'said, and wrong',
        mode: 'lines' as const,
        line: { color: '#a63a2b', width: 2 },
      },
    ],
    [curve],
  );
  const marks = useMemo(
    () => [
      { at: thresholds.answer, says: 'said' },
      { at: thresholds.meant, says: 'asked back' },
    ],
    [thresholds],
  );
  const at = curve.find(point => point.sure >= thresholds.answer);
  const isChanged = thresholds.answer !== kept.answer || thresholds.meant !== kept.meant;
  const save = async () => {
    try {
      await call(questionRoutes.setSure, { body: thresholds });
      await useAccount.getState().load();
      toast('Said from so sure on, from now on.');
    } catch (error) {
      toast.error(sentenceOf(error));
    }
  };
  const slider = (part: keyof Thresholds, label: string) => (
    <label className="flex items-center gap-3">
      <span className="w-40 text-ink-2">{label}</span>
      <input
        type="range"
        min={part === 'answer' ? 0.06 : 0.02}
        max={0.98}
        step={0.02}
        className="flex-1"
        value={thresholds[part]}
        onChange={event => {
          const to = Number(event.target.value);
          setThresholds(
            part === 'answer'
              ? { answer: to, meant: Math.min(to, thresholds.meant) }
              : { answer: Math.max(to, thresholds.answer), meant: to },
          );
        }}
      />
      <span className="w-10 text-right font-mono text-xs">{percent(thresholds[part])}</span>
    </label>
  );
  return (
    <section aria-label="From how sure on" className="border-b border-rule px-6 py-4 max-md:px-4">
      <Counts rated={rated} thresholds={thresholds} />
      <div className="mt-3 rounded-lg border border-rule bg-sheet p-2">
        <Plot
          name="What is said rightly and wrongly by from how sure on it is said"
          data={data}
          x={AXIS_SURE}
          y={AXIS_SHARE}
          marks={marks}
        />
      </div>
      <p className="mt-2 text-ink-2">
        {at
          ? `From ${percent(thresholds.answer)} sure on, ${percent(at.right)} of the examples are answered rightly and ${percent(at.wrong)} wrongly.`
          : ''}{' '}
        How far that can be trusted:{' '}
        {reliability(rated)
          .map(({ count, sure, right }) => `of ${count} at about ${percent(sure)}, ${percent(right)} were right`)
          .join('; ')}
        .
      </p>
      <div className="mt-3 max-w-xl space-y-2">
        {slider('answer', 'An answer is said from')}
        {slider('meant', 'Asked back about from')}
        <p className="flex gap-2">
          <Button look="main" disabled={!isChanged} onClick={() => void save()}>
            Say it from here on
          </Button>
          {isChanged ? (
            <Button look="quiet" onClick={() => setThresholds(kept)}>
              As it was
            </Button>
          ) : null}
        </p>
      </div>
    </section>
  );
}

function ExampleRow({ example, questions }: { example: QuestionExample; questions: ReadonlyMap<string, string> }) {
  const { sure } = useSignedIn();
  const thresholds = sure ?? usualThresholds;
  const { id, asked, before, article, found, earlier } = example;
  const now = found && outcomeOf({ right: article, found }, thresholds);
  const was = earlier && outcomeOf({ right: article, found: earlier }, thresholds);
  const leave = async () => {
    try {
      await call(questionRoutes.leaveExample, { params: { id } });
      await changedHere(questionRoutes.examples);
    } catch (error) {
      toast.error(sentenceOf(error));
    }
  };
  return (
    <li className="flex items-start gap-3 border-b border-rule px-6 py-2.5 max-md:px-4">
      <span className="min-w-0 flex-1">
        <span className="block font-script text-base">
          {before.length > 0 ? <span className="text-ink-2">after “{before.at(-1)}” · </span> : null}
          {asked}
        </span>
        <span className="block truncate text-[0.8125rem] text-ink-2">
          {article === null ? (
            'nothing answers this'
          ) : questions.has(article) ? (
            <Link to={`/questions/${article}`} className="text-petrol hover:underline">
              {questions.get(article)}
            </Link>
          ) : (
            'its answer is gone, or waits to be checked'
          )}
        </span>
      </span>
      {now && was && now !== was ? <span className="text-[0.8125rem] leading-6 text-ochre">{`was ${was}`}</span> : null}
      {now ? <Outcome of={now} /> : <span className="text-[0.8125rem] text-ink-3">being asked…</span>}
      <RemoveButton name={`Leave the example “${asked}”`} onClick={() => void leave()} />
    </li>
  );
}

/** Questions of which it is known what is right: how many are answered so, and from how sure on anything is said. */
export function Examples({ questions }: { questions: ReadonlyMap<string, string> }) {
  const { data, error } = useRoute(questionRoutes.examples, {});
  const isAsking = data?.isReading || (data?.examples.some(({ found }) => found === null) ?? false);
  useEffect(() => {
    if (!isAsking) return;
    const timer = setInterval(() => void isStale(questionRoutes.examples), LOOK_AGAIN);
    return () => clearInterval(timer);
  }, [isAsking]);
  const rated = useMemo(() => ratedOf(data?.examples ?? [], 'found'), [data]);
  if (error) return <Empty title="The examples cannot be shown">{sentenceOf(error)}</Empty>;
  if (!data) return <Skeleton lines={8} className="p-6" />;
  if (data.examples.length === 0)
    return (
      <Empty title="No examples yet">
        Ask something beside this, and say whether what comes is right. It is asked again at every change, and you see
        what would go otherwise.
      </Empty>
    );
  return (
    <div className="min-h-0 flex-1 overflow-y-auto">
      {rated.length > 0 ? <Sure rated={rated} /> : null}
      <ul aria-label="Examples">
        {data.examples.map(example => (
          <ExampleRow key={example.id} example={example} questions={questions} />
        ))}
      </ul>
    </div>
  );
}
