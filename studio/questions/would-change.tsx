import { type ChangedExample, type ProposedChange, questionRoutes } from '@kineta/contract';
import { useEffect, useRef, useState } from 'react';
import { call, sentenceOf } from '../shell/api.ts';
import { Button } from '../ui/button.tsx';
import { Outcome } from './outcome.tsx';

const NOTHING_WRITTEN = 'Write what is asked and what is answered first.';
const READING = 'The answers are still being read for their meaning …';
const NOT_READ = 'The answers are still being read. Please look again in a few minutes.';
/** How often it is looked whether they are read, and after how many milliseconds again. */
const MOST_LOOKS = 30;
const LOOK_AGAIN = 2_000;

function told(asked: number, all: number, changed: number): string {
  if (all === 0) return 'There are no examples yet: ask something beside this, and say what is right.';
  const some = asked < all ? ' that could be asked in time' : '';
  if (changed > 0) return `Of ${asked} ${asked === 1 ? 'example' : 'examples'}${some}, ${changed} would go otherwise:`;
  return asked === 1
    ? `The one example${some} would go as it does now.`
    : `All ${asked} examples${some} would go as they do now.`;
}

/**
 * What would become of the examples with a change of the answers, before it is made.
 * @param read the change as it stands just now, if it is whole
 * @param says what asks for it
 */
export function WouldChange({
  read,
  says = 'What would this change?',
}: {
  read: () => ProposedChange | undefined;
  says?: string;
}) {
  const [seen, setSeen] = useState<{ words: string; changed: readonly ChangedExample[] }>();
  const [isLooking, setLooking] = useState(false);
  const isShown = useRef(true);
  useEffect(() => {
    isShown.current = true;
    return () => {
      isShown.current = false;
    };
  }, []);
  const look = async () => {
    const body = read();
    if (!body) {
      setSeen({ words: NOTHING_WRITTEN, changed: [] });
      return;
    }
    setLooking(true);
    try {
      for (let looks = 1; isShown.current; looks++) {
        const { asked, all, changed, isReading } = await call(questionRoutes.wouldChange, { body });
        const words = !isReading ? told(asked, all, changed.length) : looks < MOST_LOOKS ? READING : NOT_READ;
        setSeen({ words, changed });
        if (words !== READING) break;
        await new Promise(resolve => setTimeout(resolve, LOOK_AGAIN));
      }
    } catch (error) {
      setSeen({ words: sentenceOf(error), changed: [] });
    } finally {
      setLooking(false);
    }
  };
  return (
    <section aria-label={says}>
      <Button disabled={isLooking} onClick={() => void look()}>
        {isLooking ? 'Asking the examples…' : says}
      </Button>
      {seen ? (
        <div role="status" className="mt-2 rounded-md border border-rule bg-sheet px-4 py-2.5">
          <p className="text-ink-2">{seen.words}</p>
          {seen.changed.length > 0 ? (
            <ul className="mt-1 divide-y divide-rule">
              {seen.changed.map(({ asked, before, now, would, best }) => (
                <li
                  key={[...before, asked].join('\n')}
                  className="flex flex-wrap items-baseline gap-x-3 gap-y-1 py-1.5"
                >
                  <span className="min-w-0 flex-1 basis-60">
                    <span className="block font-script text-base">
                      {before.length > 0 ? <span className="text-ink-2">after “{before.at(-1)}” · </span> : null}
                      {asked}
                    </span>
                    {best ? <span className="block text-[0.8125rem] text-ink-2">nearest would be “{best}”</span> : null}
                  </span>
                  <span className="flex items-center gap-1.5">
                    <Outcome of={now} /> <span className="text-ink-3">→</span> <Outcome of={would} />
                  </span>
                </li>
              ))}
            </ul>
          ) : null}
        </div>
      ) : null}
    </section>
  );
}
