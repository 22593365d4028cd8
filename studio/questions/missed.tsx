import { type Gap, questionRoutes } from '@kineta/contract';
import { useEffect } from 'react';
import { Link, useNavigate } from 'react-router';
import { toast } from 'sonner';
import { call, sentenceOf } from '../shell/api.ts';
import { changedHere, isStale, useRoute } from '../shell/query.ts';
import { Button } from '../ui/button.tsx';
import { Empty } from '../ui/empty.tsx';
import { Skeleton } from '../ui/skeleton.tsx';
import { dayAndTime } from '../ui/time.ts';
import { countWords } from '../ui/writing.ts';
import { change } from './several.tsx';
import { useAsking } from './store.ts';

/** How long it is waited before it is looked again while questions are still read for their meaning, in milliseconds. */
const LOOK_AGAIN = 1_500;

const times = (count: number): string => (count === 1 ? 'once' : count === 2 ? 'twice' : `${countWords(count)} times`);

function GapRow({ gap }: { gap: Gap }) {
  const navigate = useNavigate();
  const ask = useAsking(state => state.ask);
  const { title, count, since, last, examples, unhelpful, nearest, places } = gap;
  const word = async () => {
    if (!nearest) return;
    if (!(await change(() => call(questionRoutes.wordGap, { body: { article: nearest.id, places } })))) return;
    await changedHere(questionRoutes.gaps, questionRoutes.one);
    toast(`“${nearest.question}” is asked so as well, from now on.`);
    void ask(title);
  };
  const draft = async () => {
    const drafted = await change(() => call(questionRoutes.draftGap, { body: { places } }));
    if (!drafted) return;
    await changedHere(questionRoutes.gaps);
    void navigate(`/questions/${drafted.id}`);
  };
  const dismiss = async () => {
    if (!(await change(() => call(questionRoutes.dismissGap, { body: { places } })))) return;
    await changedHere(questionRoutes.gaps);
  };
  return (
    <li className="border-b border-rule px-6 py-3 max-md:px-4">
      <p className="flex flex-wrap items-baseline gap-x-3">
        <span className="font-script text-[1.0625rem] font-semibold">“{title}”</span>
        <span className="text-[0.8125rem] text-ink-2">
          asked {times(count)},{' '}
          {count === 1 ? dayAndTime(last) : `first ${dayAndTime(since)}, last ${dayAndTime(last)}`}
          {unhelpful > 0 ? `; ${countWords(unhelpful)} answered without helping` : ''}
        </span>
      </p>
      {examples.length > 1 ? (
        <p className="mt-0.5 font-script text-ink-2">
          {examples
            .slice(1)
            .map(example => `“${example}”`)
            .join(' · ')}
        </p>
      ) : null}
      <p className="mt-2 flex flex-wrap items-center gap-2">
        {nearest ? (
          <>
            <span className="text-ink-2">
              Nearest is{' '}
              <Link to={`/questions/${nearest.id}`} className="text-petrol hover:underline">
                {nearest.question}
              </Link>
            </span>
            <Button onClick={() => void word()}>That answers it</Button>
          </>
        ) : null}
        <Button onClick={() => void draft()}>Draft an answer</Button>
        <Link
          to={`/inbox/${places[0]!.conversation}`}
          className="text-petrol hover:underline"
          aria-label={`The last conversation with “${title}”`}
        >
          See it
        </Link>
        <button type="button" className="text-ink-2 hover:underline" onClick={() => void dismiss()}>
          None of ours
        </button>
      </p>
    </li>
  );
}

/** What visitors asked that nobody answered, put together by what it asks, each closed with one click. */
export function Missed() {
  const { data, error } = useRoute(questionRoutes.gaps, {});
  const isReading = (data?.unread ?? 0) > 0;
  useEffect(() => {
    if (!isReading) return;
    const timer = setInterval(() => void isStale(questionRoutes.gaps), LOOK_AGAIN);
    return () => clearInterval(timer);
  }, [isReading]);
  if (error) return <Empty title="What was missed cannot be shown">{sentenceOf(error)}</Empty>;
  if (!data) return <Skeleton lines={8} className="p-6" />;
  if (data.gaps.length === 0)
    return (
      <Empty title="Nothing was missed">
        What visitors ask that nobody knows, or that was answered without helping, is put together here.
      </Empty>
    );
  return (
    <div className="min-h-0 flex-1 overflow-y-auto">
      {isReading ? (
        <p className="px-6 py-2 text-ink-2 max-md:px-4">Some are still being read for what they mean.</p>
      ) : null}
      <ul aria-label="Missed">
        {data.gaps.map(gap => (
          <GapRow key={`${gap.places[0]!.conversation} ${gap.places[0]!.number}`} gap={gap} />
        ))}
      </ul>
    </div>
  );
}
