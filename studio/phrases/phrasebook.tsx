import { type Phrase, phraseRoutes } from '@kineta/contract';
import { phrasesFor } from '@kineta/core';
import { useEffect, useState } from 'react';
import { toast } from 'sonner';
import { useSignedIn } from '../account/store.ts';
import { call, sentenceOf } from '../shell/api.ts';
import { changedHere, useRoute } from '../shell/query.ts';
import { Button } from '../ui/button.tsx';
import { Empty } from '../ui/empty.tsx';
import { SmallInput } from '../ui/field.tsx';
import { Pill } from '../ui/pill.tsx';
import { Skeleton } from '../ui/skeleton.tsx';
import { countWords } from '../ui/writing.ts';
import { WritingPhrase } from './writing-phrase.tsx';

/** Does something to the phrasebook, and says why it could not be done. */
async function change(work: () => Promise<unknown>): Promise<void> {
  try {
    await work();
    await changedHere(phraseRoutes.list);
  } catch (error) {
    toast.error(sentenceOf(error));
  }
}

const times = (used: number): string =>
  used === 1 ? 'used once' : used === 0 ? 'never used' : `used ${countWords(used)} times`;

function PhraseRow({ phrase, onWrite }: { phrase: Phrase; onWrite: () => void }) {
  const { member } = useSignedIn();
  const mine = !phrase.shared || member.role === 'lead';
  const params = { id: phrase.id };
  const { shortcut, text } = phrase;
  return (
    <li className="flex gap-4 border-b border-rule px-6 py-2.5 max-md:flex-wrap max-md:gap-x-3 max-md:gap-y-1 max-md:px-4">
      <span className="w-36 shrink-0 truncate font-mono text-petrol">/{shortcut}</span>
      <span className="min-w-0 flex-1 font-script max-md:basis-full">
        {text}
        <span className="mt-0.5 flex items-center gap-2 font-sans text-xs text-ink-3">
          {phrase.draft ? <Pill tone="waits">to check</Pill> : null}
          {phrase.shared ? null : <Pill tone="neutral">your own</Pill>}
          {phrase.draft ? null : times(phrase.used)}
        </span>
      </span>
      {mine ? (
        <span className="flex shrink-0 items-start gap-1">
          {phrase.draft ? (
            <Button onClick={() => void change(() => call(phraseRoutes.change, { params, body: { shortcut, text } }))}>
              It is right <span className="sr-only">{shortcut}</span>
            </Button>
          ) : null}
          <Button look="quiet" onClick={onWrite}>
            Change <span className="sr-only">{shortcut}</span>
          </Button>
          <Button look="quiet" onClick={() => void change(() => call(phraseRoutes.remove, { params }))}>
            Remove <span className="sr-only">{shortcut}</span>
          </Button>
        </span>
      ) : null}
    </li>
  );
}

/** What members write again and again: everybody’s and one’s own, found, written and checked. */
export default function Phrasebook() {
  const { member } = useSignedIn();
  const { data, error } = useRoute(phraseRoutes.list, {});
  const [search, setSearch] = useState('');
  const [writes, setWrites] = useState<Phrase | 'new'>();
  useEffect(() => {
    document.title = 'Phrasebook · Kineta';
  }, []);
  const all = data?.phrases ?? [];
  const found = search.trim() === '' ? all : phrasesFor(search.trim(), all);
  const drafts = all.filter(({ draft }) => draft).length;
  const isLead = member.role === 'lead';
  return (
    <main className="flex h-full flex-col">
      <header className="flex min-h-13 flex-wrap items-center gap-x-4 gap-y-2 border-b border-rule px-6 py-2 max-md:px-4">
        <h1 className="font-script text-xl font-semibold">Phrasebook</h1>
        <span className="text-ink-2">{drafts > 0 ? `${countWords(drafts)} to check` : ''}</span>
        <SmallInput
          name="Search the phrases"
          type="search"
          placeholder="Search"
          className="ml-auto w-56"
          value={search}
          onChange={event => setSearch(event.target.value)}
        />
        <Button look="main" onClick={() => setWrites('new')}>
          New phrase
        </Button>
      </header>
      <div className="min-h-0 flex-1 overflow-y-auto">
        <p className="max-w-3xl px-6 py-3 text-ink-2 max-md:px-4">
          Type / where you write to a visitor, and a shortcut or words of the phrase.{' '}
          {drafts > 0
            ? 'Those to check ship with Kineta: nobody is offered them before you say that they are right.'
            : ''}
        </p>
        {error ? (
          <Empty title="The phrases cannot be shown">{sentenceOf(error)}</Empty>
        ) : data ? (
          found.length === 0 ? (
            <Empty title={all.length === 0 ? 'No phrases yet' : 'No phrase is like that'}>
              {all.length === 0
                ? 'Write what you say again and again once, and fetch it with its shortcut.'
                : 'Look for other words.'}
            </Empty>
          ) : (
            <ul aria-label="Phrases">
              {found.map(phrase => (
                <PhraseRow key={phrase.id} phrase={phrase} onWrite={() => setWrites(phrase)} />
              ))}
            </ul>
          )
        ) : (
          <Skeleton lines={8} className="p-6" />
        )}
        {isLead && data && search === '' ? (
          <p className="px-6 py-4 text-ink-2 max-md:px-4">
            Kineta ships twenty to begin with.{' '}
            <button
              type="button"
              className="text-petrol hover:underline"
              onClick={() => void change(() => call(phraseRoutes.ship, {}))}
            >
              Take in those that are not here
            </button>
          </p>
        ) : null}
      </div>
      {writes ? (
        <WritingPhrase {...(writes === 'new' ? {} : { phrase: writes })} onClose={() => setWrites(undefined)} />
      ) : null}
    </main>
  );
}
