import { type BroughtPart, questionRoutes, type Taken } from '@kineta/contract';
import { type ReactNode, useRef, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { toast } from 'sonner';
import { call } from '../shell/api.ts';
import { changedHere } from '../shell/query.ts';
import { Button } from '../ui/button.tsx';
import { Dialog } from '../ui/dialog.tsx';
import { Empty } from '../ui/empty.tsx';
import { TextField } from '../ui/field.tsx';
import { Pill } from '../ui/pill.tsx';
import { Skeleton } from '../ui/skeleton.tsx';
import { countWords } from '../ui/writing.ts';
import { AnswerText } from './answer-text.tsx';
import { DOCUMENTS, useBringing } from './bringing.ts';
import { change } from './several.tsx';
import { WouldChange } from './would-change.tsx';

/** A sitemap lists many pages, which are read one after the other. */
const isSitemap = (address: string): boolean =>
  URL.canParse(address) && /\.xml(\.gz)?$/i.test(new URL(address).pathname);

/** Chooses a document, and has it read. */
export function BringIn() {
  const file = useRef<HTMLInputElement>(null);
  const navigate = useNavigate();
  const [asks, setAsks] = useState(false);
  const read = (chosen: File | undefined) => {
    if (!chosen) return;
    void useBringing.getState().read(chosen);
    void navigate('/questions/brought');
  };
  return (
    <>
      <input
        ref={file}
        type="file"
        aria-label="A document"
        accept={DOCUMENTS}
        hidden
        onChange={event => {
          read(event.target.files?.[0]);
          event.target.value = '';
        }}
      />
      <Button onClick={() => setAsks(true)}>Bring in pages…</Button>
      <Button onClick={() => file.current?.click()}>Bring in a document…</Button>
      {asks ? (
        <Dialog
          open
          title="Bring in pages"
          description="Of one of your sites: what they answer is shown beside what is known, and nothing counts before you take it in."
          onClose={() => setAsks(false)}
        >
          <form
            className="space-y-3"
            onSubmit={event => {
              event.preventDefault();
              const address = String(new FormData(event.currentTarget).get('address') ?? '').trim();
              if (address === '') return;
              setAsks(false);
              if (isSitemap(address)) {
                void change(() => call(questionRoutes.beginSite, { body: { address } })).then(() =>
                  changedHere(questionRoutes.sites),
                );
                void navigate('/questions');
                return;
              }
              void useBringing.getState().readPage(address);
              void navigate('/questions/brought');
            }}
          >
            <TextField
              label="The address of a page, or of a sitemap"
              name="address"
              type="url"
              placeholder="https://…/help, https://…/sitemap.xml"
              required
            />
            <Button look="main" type="submit">
              Read it
            </Button>
          </form>
        </Dialog>
      ) : null}
    </>
  );
}

const states: Record<BroughtPart['state'], { tone: 'fine' | 'waits' | 'neutral' | 'kineta'; says: string }> = {
  new: { tone: 'fine', says: 'new' },
  changed: { tone: 'kineta', says: 'answered otherwise' },
  same: { tone: 'neutral', says: 'known as it is' },
  like: { tone: 'waits', says: 'like another' },
  gone: { tone: 'waits', says: 'there no more' },
};

const titleOf = ({ question, heading, answer }: BroughtPart): string =>
  question || heading || `${answer.slice(0, 60)}…`;

function Part({ part, at }: { part: BroughtPart; at: number }) {
  const chosen = useBringing(state => state.chosen.has(at));
  const choose = useBringing(state => state.choose);
  const { kind, answer, state, article } = part;
  const { tone, says } = states[state];
  const title = titleOf(part);
  return (
    <li className="flex gap-3 border-b border-rule px-6 py-3 max-md:px-4">
      <input
        type="checkbox"
        aria-label={state === 'gone' ? `Remove “${title}”` : `Take in “${title}”`}
        className="mt-2 self-start"
        checked={chosen}
        disabled={state === 'same'}
        onChange={event => choose(at, event.target.checked)}
      />
      <div className="min-w-0 flex-1">
        <p className="flex flex-wrap items-baseline gap-2">
          <span className="font-script text-[1.0625rem] font-semibold">{title}</span>
          <Pill tone={tone}>{kind === 'passage' ? 'asks nothing' : says}</Pill>
          {part.source ? <span className="text-[0.8125rem] text-ink-2">{part.source}</span> : null}
        </p>
        <div className="mt-1 max-h-48 overflow-y-auto">
          <AnswerText>{answer}</AnswerText>
        </div>
        {article && state !== 'same' && state !== 'gone' ? (
          <div className="mt-2 border-l-2 border-rule pl-3 text-ink-2">
            {state === 'changed' ? 'Until now: ' : 'Like '}
            <Link to={`/questions/${article.id}`} className="text-petrol hover:underline">
              {article.question}
            </Link>
            <div className="max-h-24 overflow-y-auto">
              <AnswerText>{article.answer}</AnswerText>
            </div>
          </div>
        ) : null}
      </div>
    </li>
  );
}

/** What was picked, by the page that it is from. */
const takenOf = (name: string, picked: readonly BroughtPart[]): Taken[] =>
  [...new Set(picked.map(part => part.source ?? name))].map(source => {
    const own = picked.filter(part => (part.source ?? name) === source);
    return {
      source,
      gone: own.flatMap(({ state, article }) => (state === 'gone' ? [article!.id] : [])),
      parts: own
        .filter(({ state }) => state !== 'gone')
        .map(part => ({
          id: part.state === 'changed' ? part.article!.id : null,
          question: titleOf(part),
          answer: part.answer,
        })),
    };
  });

/** Takes in what was picked, each from the page that it is from. */
async function takeFrom(name: string, picked: readonly BroughtPart[]) {
  const taken = { fresh: 0, changed: 0, gone: 0 };
  for (const body of takenOf(name, picked)) {
    const { fresh, changed, gone } = await call(questionRoutes.take, { body });
    taken.fresh += fresh;
    taken.changed += changed;
    taken.gone += gone;
  }
  return taken;
}

const Frame = ({ children }: { children: ReactNode }) => <div className="flex min-h-0 flex-1 flex-col">{children}</div>;

/** What was found in a document: looked through, and taken in. */
export function Brought() {
  const { state, name, parts, left, chosen, mistake, leave } = useBringing();
  const navigate = useNavigate();
  // It is left once the page is: else it would be said, for a moment, that nothing was brought in.
  const back = async () => {
    await navigate('/questions');
    leave();
  };
  const away = (
    <Button look="quiet" onClick={() => void back()}>
      Leave it
    </Button>
  );
  if (state === 'none')
    return (
      <Empty title="No document was brought in">
        <BringIn />
      </Empty>
    );
  if (state === 'reading')
    return (
      <Frame>
        <p className="px-6 py-4 text-ink-2">“{name}” is being read.</p>
        <Skeleton lines={8} className="p-6" />
      </Frame>
    );
  if (state === 'failed')
    return (
      <Empty title={`“${name}” cannot be read`}>
        <p role="alert">{mistake}</p>
        <p className="mt-3">{away}</p>
      </Empty>
    );
  if (parts.length === 0)
    return (
      <Empty title={`“${name}” answers nothing`}>
        <p>No question with its answer was found in it, and no passage either.</p>
        <p className="mt-3">{away}</p>
      </Empty>
    );
  const picked = [...chosen].map(at => parts[at]!);
  const take = async () => {
    const taken = await change(() => takeFrom(name, picked));
    if (!taken) return;
    toast(
      `${countWords(taken.fresh)} new, ${countWords(taken.changed)} answered otherwise${taken.gone > 0 ? `, ${countWords(taken.gone)} removed` : ''}.`,
    );
    back();
  };
  return (
    <Frame>
      <div className="flex flex-wrap items-center gap-2 border-b border-rule px-6 py-2 max-md:px-4">
        <p className="mr-auto text-ink-2">
          {countWords(parts.length)} found in “{name}”{left > 0 ? `; ${countWords(left)} more are not shown` : ''}.
          Nothing counts before you take it in.
        </p>
        {away}
        <Button look="main" disabled={chosen.size === 0} onClick={() => void take()}>
          Take in {countWords(chosen.size)}
        </Button>
      </div>
      {chosen.size > 0 ? (
        <div className="border-b border-rule px-6 py-2 max-md:px-4">
          <WouldChange read={() => ({ what: 'take', taken: takenOf(name, picked) })} />
        </div>
      ) : null}
      <ul aria-label="What was found" className="min-h-0 flex-1 overflow-y-auto">
        {parts.map((part, at) => (
          <Part key={at} part={part} at={at} />
        ))}
      </ul>
    </Frame>
  );
}
