import type { Readable, WindowDress } from '@kineta/contract';
import { useEffect, useState } from 'preact/hooks';
import { partMessages as messages } from '../messages/parts.ts';
import { AnswerBlocks } from './answer-blocks.tsx';
import type { Feed } from './feed.ts';
import { onSite } from './spoken.tsx';

/** Where pages of the site are opened: around the chat, or beside it where it is a page of its own. */
const target = (): string => (parent === window ? '_blank' : '_top');

/** What stands always at hand: pages are gone to, questions read here, and the rest is said. */
export function MenuEntries({
  feed,
  menu,
  onRead,
  onLeave,
}: {
  feed: Feed;
  menu: NonNullable<WindowDress['menu']>;
  onRead: () => void;
  onLeave: () => void;
}) {
  return (
    <>
      {menu.map(({ id, label, page, reads }) =>
        page === undefined ? (
          <button
            key={id}
            type="button"
            class="entry"
            onClick={() => {
              if (reads) return onRead();
              feed.send(label, { menu: id });
              onLeave();
            }}
          >
            {label}
          </button>
        ) : (
          <a key={id} class="entry" href={onSite(page)} target={target()} rel="noopener noreferrer">
            {label}
          </a>
        ),
      )}
    </>
  );
}

/** What is often asked, to be read whatever is going on. */
export function ReadOften({ feed }: { feed: Feed }) {
  const [often, setOften] = useState<readonly Readable[]>();
  const [open, setOpen] = useState<Readable>();
  const [mistake, setMistake] = useState('');
  const ask = async (done: () => Promise<unknown>): Promise<void> => {
    try {
      setMistake('');
      await done();
    } catch (error) {
      setMistake((error as Error).message);
    }
  };
  // biome-ignore lint/correctness/useExhaustiveDependencies: asked for once, as it is opened
  useEffect(() => {
    void ask(async () => setOften((await feed.ask?.('answers', { often: true }))?.found ?? []));
  }, []);
  const read = (id: string): void => {
    if (open?.id === id) setOpen(undefined);
    else void ask(async () => setOpen((await feed.ask!('answers', { id })).found[0]));
  };
  return (
    <div>
      <b>{messages.oftenAsked}</b>
      {often?.map(({ id, question }) => (
        <div key={id}>
          <button type="button" class="entry" aria-expanded={open?.id === id} onClick={() => read(id)}>
            {question}
          </button>
          {open?.id === id ? (
            <AnswerBlocks blocks={open.blocks} goTo={page => window.open(onSite(page), target())} />
          ) : null}
        </div>
      ))}
      {often?.length === 0 ? <p>{messages.nothingAsked}</p> : null}
      {mistake ? (
        <p class="mistake" role="alert">
          {mistake}
        </p>
      ) : null}
    </div>
  );
}
