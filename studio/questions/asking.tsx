import type { Asked, FoundArticle } from '@kineta/contract';
import { OutsideName } from '@kineta/core';
import { type FormEvent, useRef } from 'react';
import { Link } from 'react-router';
import { useSignedIn } from '../account/store.ts';
import { Button } from '../ui/button.tsx';
import { OutsideSelect } from '../ui/outside-select.tsx';
import { Pill } from '../ui/pill.tsx';
import { Skeleton } from '../ui/skeleton.tsx';
import { countWords } from '../ui/writing.ts';
import { AnswerText } from './answer-text.tsx';
import { LeadsOn } from './leads-on.tsx';
import { ListedThere } from './listed-there.tsx';
import { ThisIsRight } from './marking.tsx';
import { outsideSentence, ReasonText, withheldSentence } from './reason.tsx';
import { useAsking } from './store.ts';

const share = (part: number): string => `${Math.round(part * 100)}%`;

/** How sure it is, on the scale from which on something is asked about and said. */
function Sureness({ confidence, thresholds }: { confidence: number; thresholds: Asked['thresholds'] }) {
  const { answer, meant } = thresholds;
  return (
    <div
      role="img"
      aria-label={`${confidence.toFixed(2)} sure; asked about from ${meant.toFixed(2)}, said from ${answer.toFixed(2)}`}
      className="relative mt-3 mb-6 pt-4 font-mono text-2xs text-ink-2"
    >
      <span className="absolute top-0 -translate-x-1/2" style={{ left: share(meant) }}>
        {meant.toFixed(2)}
      </span>
      <span className="absolute top-0 -translate-x-1/2" style={{ left: share(answer) }}>
        {answer.toFixed(2)}
      </span>
      <span className="flex h-2 overflow-hidden rounded-sm">
        <span className="bg-ochre-2" style={{ width: share(meant) }} />
        <span className="bg-petrol-2" style={{ width: share(answer - meant) }} />
        <span className="flex-1 bg-petrol/50" />
      </span>
      <span className="absolute top-3 h-4 w-0.5 -translate-x-1/2 bg-ink" style={{ left: share(confidence) }} />
      <span className="absolute top-7 -translate-x-1/2 text-ink" style={{ left: share(Math.min(0.96, confidence)) }}>
        {confidence.toFixed(2)}
      </span>
    </div>
  );
}

function Said({
  found,
  thresholds,
  said,
  outside,
}: {
  found: FoundArticle;
  thresholds: Asked['thresholds'];
  said: boolean;
  outside: Asked['outside'];
}) {
  return (
    <article className="rounded-lg border border-rule bg-sheet p-4">
      <header className="flex items-start justify-between gap-3">
        <h3 className="font-script text-[1.0625rem] font-semibold">
          <Link to={`/questions/${found.id}`} className="hover:underline">
            {found.question}
          </Link>
        </h3>
        <Pill tone={said ? 'kineta' : 'waits'}>
          {!said ? 'would be asked about' : found.answer === '' ? 'would begin' : 'would be said'}
        </Pill>
      </header>
      {found.answer === '' ? null : (
        <div className="mt-2 max-h-64 overflow-y-auto text-[1.0625rem] leading-7">
          <AnswerText>{outside?.did === 'composed' ? outside.text : found.answer}</AnswerText>
        </div>
      )}
      <LeadsOn found={found} />
      {outside ? <OutsideNote outside={outside} /> : null}
      <Sureness confidence={found.confidence} thresholds={thresholds} />
      <p className="font-script text-ink-2 italic">
        <ReasonText reason={found.reason} />
      </p>
      <p className="mt-2">
        <ThisIsRight id={found.id} isSaid={said}>
          This is right
        </ThisIsRight>
      </p>
    </article>
  );
}

/** What was made of it outside, where what is written is said all the same, or is worded anew. */
function OutsideNote({ outside }: { outside: NonNullable<Asked['outside']> }) {
  const says = outsideSentence(outside);
  return <p className={`mt-2 text-[0.8125rem] ${says.isGood ? 'text-petrol' : 'text-ochre'}`}>{says.sentence}</p>;
}

/** Where several things are asked at once, each is answered by its own. */
function Several({ several }: { several: NonNullable<Asked['several']> }) {
  return (
    <article aria-label="Asked at once" className="mb-3 rounded-lg border border-rule bg-sheet p-4">
      <header className="flex items-start justify-between gap-3">
        <h3 className="font-script text-[1.0625rem] font-semibold">{several.length} questions at once</h3>
        <Pill tone="kineta">each would be answered</Pill>
      </header>
      <ul className="mt-2 space-y-2">
        {several.map(({ asked, articles: [first] }) => (
          <li key={asked}>
            <span className="block text-[0.8125rem] text-ink-2">{asked}</span>
            <Link to={`/questions/${first!.id}`} className="font-script text-base hover:underline">
              {first!.question}
            </Link>
          </li>
        ))}
      </ul>
    </article>
  );
}

/** What a service of the workspace’s own answers. */
function FromService({ outside }: { outside: Extract<Asked['outside'], { did: 'answered' }> }) {
  return (
    <article className="mb-3 rounded-lg border border-rule bg-sheet p-4">
      <header className="flex items-start justify-between gap-3">
        <h3 className="font-script text-[1.0625rem] font-semibold">From your service</h3>
        <Pill tone="kineta">would be said</Pill>
      </header>
      {outside.lines.map(line => (
        <p key={line} className="mt-2 text-[1.0625rem] leading-7">
          {line}
        </p>
      ))}
      {outside.choices.length > 0 ? (
        <p className="mt-2 text-ink-2">To be picked: {outside.choices.join(' · ')}</p>
      ) : null}
      {outside.person ? <p className="mt-2 text-ink-2">Then a person is fetched.</p> : null}
    </article>
  );
}

function NotKnown({ asked }: { asked: string }) {
  return (
    <div className="rounded-lg border border-rule bg-sheet p-4">
      <header className="flex items-start justify-between gap-3">
        <h3 className="font-script text-[1.0625rem] font-semibold">Nobody here knows</h3>
        <Pill tone="waits">not known</Pill>
      </header>
      <p className="mt-2 text-ink-2">
        No answer is near enough, so none is given.{' '}
        <Link to={`/questions/new?question=${encodeURIComponent(asked)}`} className="text-petrol hover:underline">
          Write one
        </Link>
        , or say which of those below is right.
      </p>
      <p className="mt-2">
        <ThisIsRight id={null} isSaid>
          Nothing answers this, and that is right
        </ThisIsRight>
      </p>
    </div>
  );
}

function Others({ found, thresholds }: { found: readonly FoundArticle[]; thresholds: Asked['thresholds'] }) {
  if (found.length === 0) return null;
  return (
    <section aria-label="Also looked at" className="mt-5">
      <h3 className="label text-ink-2">Also looked at</h3>
      <ul>
        {found.map(one => (
          <li key={one.id} className="border-b border-rule py-2">
            <span className="flex gap-3">
              <span className={`font-mono text-xs leading-6 ${one.confidence >= thresholds.meant ? '' : 'text-ink-2'}`}>
                {one.confidence.toFixed(2)}
              </span>
              <Link to={`/questions/${one.id}`} className="min-w-0 flex-1 font-script text-base hover:underline">
                {one.question}
              </Link>
              <ThisIsRight id={one.id} isSaid={false}>
                This is right
              </ThisIsRight>
              <span className="max-w-28 truncate font-mono text-xs leading-6 text-ink-2">
                {one.reason.words.join(' ') || (one.reason.near[0]?.told ?? 'meaning only')}
              </span>
            </span>
            {one.withheld.length > 0 ? (
              <span className="block pl-10 text-[0.8125rem] text-ochre">{withheldSentence(one.withheld)}</span>
            ) : null}
          </li>
        ))}
      </ul>
    </section>
  );
}

function Outcome({ asked, answer }: { asked: string; answer: Asked }) {
  const { decision, found, thresholds, byMeaning, unread, several, outside } = answer;
  const isEnglish = useSignedIn().workspace.language.toLowerCase().startsWith('en');
  const ids = decision.kind === 'answer' ? [decision.id] : decision.kind === 'did you mean' ? decision.ids : [];
  const shown = ids.flatMap(id => found.find(one => one.id === id) ?? []);
  return (
    <>
      {several ? <Several several={several} /> : null}
      {outside?.did === 'answered' ? <FromService outside={outside} /> : null}
      {shown.length === 0 && !several && outside?.did !== 'answered' ? <NotKnown asked={asked} /> : null}
      <div className="space-y-3">
        {(several ? [] : shown).map(one => (
          <Said
            key={one.id}
            found={one}
            thresholds={thresholds}
            said={decision.kind === 'answer'}
            outside={decision.kind === 'answer' ? outside : null}
          />
        ))}
      </div>
      <Others found={found.filter(({ id }) => !ids.includes(id))} thresholds={thresholds} />
      {byMeaning ? null : (
        <p className="mt-4 text-[0.8125rem] text-ochre">
          {unread > 0
            ? `Found by words alone: ${countWords(unread)} texts are still to be read for their meaning. Ask again in a moment.`
            : isEnglish
              ? 'Found by words alone.'
              : 'Found by words alone: what texts mean is known of English only.'}
        </p>
      )}
    </>
  );
}

/** Asking as a visitor does: what would be said, how sure that is, why, and what else was near. */
export function AskingPanel() {
  const { text, page, outside, before, state, asked, answer, mistake, set, ask, goOn, begin } = useAsking();
  const box = useRef<HTMLInputElement>(null);
  const { answersOutside } = useSignedIn();
  const outsiders = OutsideName.options.filter(name => answersOutside[name]);
  const submit = (event: FormEvent) => {
    event.preventDefault();
    void ask();
  };
  const next = () => {
    goOn();
    box.current?.focus();
  };
  return (
    <div className="p-5">
      <div className="flex flex-wrap items-baseline justify-between gap-x-3">
        <h2 className="label text-ink-2">Ask as a visitor</h2>
        <label className="flex items-baseline gap-1 font-mono text-xs text-ink-2">
          on
          <input
            className="w-32 border-b border-transparent bg-transparent placeholder:text-ink-2 hover:border-rule focus:border-petrol focus:outline-none"
            placeholder="any page"
            value={page}
            onChange={event => set({ page: event.target.value })}
          />
        </label>
      </div>
      {outsiders.length > 0 ? (
        <p className="mt-1 flex items-center gap-2 text-[0.8125rem] text-ink-2">
          said
          <OutsideSelect
            name="Who words the answer"
            value={outside}
            shown={outsiders}
            onPick={picked => set({ outside: picked })}
          />
        </p>
      ) : null}
      {before.length > 0 ? (
        <p className="mt-1 flex gap-2 text-[0.8125rem] text-ink-2">
          <span className="min-w-0 truncate">after “{before.at(-1)}”</span>
          <button type="button" className="shrink-0 text-petrol hover:underline" onClick={begin}>
            Begin anew
          </button>
        </p>
      ) : null}
      <form onSubmit={submit} className="mt-2 flex gap-2">
        <input
          ref={box}
          aria-label="A question"
          className="min-h-10 min-w-0 flex-1 rounded-md border border-rule bg-sheet px-3 font-script text-base focus:border-petrol focus:outline-2 focus:outline-petrol-2"
          placeholder={before.length > 0 ? 'and for a flat?' : 'in a visitor’s words'}
          maxLength={4_000}
          value={text}
          onChange={event => set({ text: event.target.value })}
        />
        <Button look="main" type="submit" disabled={text.trim() === '' || state === 'asking'}>
          Ask
        </Button>
      </form>
      <div aria-live="polite" className="mt-4">
        {state === 'asking' && !answer ? <Skeleton lines={5} /> : null}
        {state === 'failed' ? (
          <p role="alert" className="text-brick">
            {mistake}
          </p>
        ) : null}
        {answer && state !== 'failed' ? (
          <>
            <Outcome asked={asked} answer={answer} />
            <p className="mt-4">
              <Button onClick={next}>Ask on from here</Button>
            </p>
          </>
        ) : null}
        {state === 'none' && !answer && before.length === 0 ? (
          <>
            <p className="text-ink-2">
              Type as your visitors do: in a few words, with a story around it, or misspelt. You see what would be said,
              how sure that is, and why.
            </p>
            <ListedThere page={page} />
          </>
        ) : null}
      </div>
    </div>
  );
}
