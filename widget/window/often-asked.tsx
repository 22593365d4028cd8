import type { ChatState, Picked, Readable } from '@kineta/contract';
import { useEffect, useState } from 'preact/hooks';
import { partMessages as messages } from '../messages/parts.ts';
import { AnswerBlocks, FlowButtons } from './answer-blocks.tsx';
import type { Feed } from './feed.ts';
import './often-asked.css';

/** A search waits until one has typed on for so long, in milliseconds, and for so many letters. */
const TYPED_FOR = 350;
const LEAST = 4;

function useSearched(feed: Feed, typed: string): Readable[] | undefined {
  const [found, setFound] = useState<Readable[]>();
  useEffect(() => {
    const text = typed.trim().slice(0, 300);
    if (text.length < LEAST) {
      setFound(undefined);
      return;
    }
    let isOver = false;
    const timer = setTimeout(() => {
      feed.ask?.('answers', { text }).then(
        answered => isOver || setFound(answered.found),
        // What cannot be searched can still be asked.
        () => isOver || setFound(undefined),
      );
    }, TYPED_FOR);
    return () => {
      isOver = true;
      clearTimeout(timer);
    };
  }, [feed, typed]);
  return found;
}

/** Whether anybody has written: what the flow says by itself has no identity of its sender’s. */
const isBegun = ({ entries, pending }: ChatState): boolean =>
  pending.length > 0 || entries.some(entry => 'clientId' in entry);

/** What is often asked, to be read before anything is said; or what of it is near to what is being typed. */
export function OftenAsked({
  feed,
  typed,
  goTo,
  onSend,
}: {
  feed: Feed;
  typed: string;
  goTo: (page: string) => void;
  onSend: (words: string, picked?: Picked) => void;
}) {
  const [open, setOpen] = useState('');
  const [read, setRead] = useState<ReadonlyMap<string, Readable>>(new Map());
  const [mistake, setMistake] = useState('');
  const searched = useSearched(feed, typed);
  const { often = [] } = feed.state;
  if (isBegun(feed.state)) return null;
  const shown = searched?.length ? searched : often;
  const show = async (id: string) => {
    setMistake('');
    setOpen(open === id ? '' : id);
    if (read.has(id) || searched?.some(one => one.id === id)) return;
    try {
      const { found } = await feed.ask!('answers', { id });
      setRead(new Map([...read, ...found.map(one => [one.id, one] as const)]));
    } catch (error) {
      setMistake((error as Error).message);
    }
  };
  return (
    <section class="often" aria-label={messages.oftenAsked}>
      <h2>{searched?.length ? messages.perhapsThis : messages.oftenAsked}</h2>
      <ul>
        {shown.map(({ id, question }) => {
          const answer = searched?.find(one => one.id === id) ?? read.get(id);
          return (
            <li key={id}>
              <button type="button" aria-expanded={open === id} onClick={() => void show(id)}>
                {question}
              </button>
              {open === id && answer ? (
                <div class="read">
                  <AnswerBlocks blocks={answer.blocks} goTo={goTo} />
                  <FlowButtons of={id} flows={answer.flows} send={onSend} />
                  <button type="button" class="plain" onClick={() => onSend(messages.stillNeedsHelp(question))}>
                    {messages.needHelp}
                  </button>
                </div>
              ) : null}
              {open === id && mistake ? (
                <p class="mistake" role="alert">
                  {mistake}
                </p>
              ) : null}
            </li>
          );
        })}
      </ul>
    </section>
  );
}
