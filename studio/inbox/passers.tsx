import { type Passer, passerRoutes } from '@kineta/contract';
import { Footprints } from 'lucide-react';
import { useEffect, useId } from 'react';
import { Link } from 'react-router';
import { create } from 'zustand';
import { useSignedIn } from '../account/store.ts';
import { call, sentenceOf } from '../shell/api.ts';
import { changedHere, isStale, useRoute } from '../shell/query.ts';
import { Button } from '../ui/button.tsx';
import { Empty } from '../ui/empty.tsx';
import { Pill } from '../ui/pill.tsx';
import { Skeleton } from '../ui/skeleton.tsx';
import { stretch } from '../ui/time.ts';
import { countWords } from '../ui/writing.ts';
import { firstWordKeys } from './keys.ts';
import { useNow } from './offer.tsx';
import { useInbox } from './store.ts';

/** How often it is looked who is there, in milliseconds: while they are looked at, and while only their number is shown. */
const LOOKED_AT = 4_000;
const COUNTED = 15_000;

/** To whom one is about to speak: who goes meanwhile stays on the page, with what was written. */
const useSpeaking = create<{ to: Passer | undefined; text: string; mistake: string; sending: boolean }>(() => ({
  to: undefined,
  text: '',
  mistake: '',
  sending: false,
}));

function usePassers(every: number) {
  const { data, error } = useRoute(passerRoutes.list, {});
  useEffect(() => {
    const timer = setInterval(() => {
      if (document.visibilityState === 'visible') void isStale(passerRoutes.list);
    }, every);
    return () => clearInterval(timer);
  }, [every]);
  return { data, mistake: error && !data ? sentenceOf(error) : '' };
}

async function speak(): Promise<void> {
  const { to, text } = useSpeaking.getState();
  if (!to || text.trim() === '') return;
  useSpeaking.setState({ sending: true, mistake: '' });
  try {
    await call(passerRoutes.speak, { params: { id: to.id }, body: { text } });
    useSpeaking.setState({ to: undefined, text: '', sending: false });
    await changedHere(passerRoutes.list);
  } catch (error) {
    useSpeaking.setState({ mistake: sentenceOf(error), sending: false });
  }
}

const notNow = (): void => useSpeaking.setState({ to: undefined, mistake: '' });

function Speaking({ gone }: { gone: boolean }) {
  const { text, mistake, sending } = useSpeaking();
  const id = useId();
  return (
    <form
      className="mt-2"
      onSubmit={event => {
        event.preventDefault();
        void speak();
      }}
    >
      <label htmlFor={id} className="sr-only">
        What you say first
      </label>
      <textarea
        id={id}
        autoFocus
        rows={3}
        maxLength={4_000}
        value={text}
        placeholder="Can I help you with that?"
        onChange={event => useSpeaking.setState({ text: event.target.value, mistake: '' })}
        onKeyDown={event => {
          const key = event.nativeEvent.isComposing ? undefined : firstWordKeys.pressed(event);
          if (key) event.preventDefault();
          if (key === 'send') void speak();
          else if (key === 'leave') notNow();
        }}
        className="w-full resize-none rounded-md border border-rule bg-sheet px-2.5 py-1.5 font-script focus:border-petrol focus:outline-2 focus:outline-petrol-2"
      />
      {mistake || gone ? (
        <p role="alert" className="mb-1.5 text-[0.8125rem] text-brick">
          {mistake || 'They have left the page, or opened the chat by themselves.'}
        </p>
      ) : (
        <p className="mb-1.5 text-[0.8125rem] text-ink-2">The chat opens for them with this, and is yours.</p>
      )}
      <div className="flex justify-end gap-2">
        <Button type="button" look="quiet" onClick={notNow}>
          Not now
        </Button>
        <Button type="submit" look="main" disabled={sending || gone || text.trim() === ''}>
          Send
        </Button>
      </div>
    </form>
  );
}

/** What became of what was said. */
function Spoken({ spoken, mine }: { spoken: NonNullable<Passer['spoken']>; mine: boolean }) {
  if (!mine) return <Pill tone="neutral">{spoken.by.name} speaks to them</Pill>;
  return (
    <div className="mt-1.5 text-[0.8125rem]">
      <p className="font-script text-ink">“{spoken.text}”</p>
      {spoken.stands === 'met' && spoken.conversation ? (
        <Link to={`/inbox/${spoken.conversation}`} className="text-petrol underline">
          They have it: open the conversation
        </Link>
      ) : (
        <p className="text-ink-2">
          {spoken.stands === 'left'
            ? 'They had left before it reached them.'
            : 'Goes out as soon as their page asks, within ten seconds.'}
        </p>
      )}
    </div>
  );
}

function PasserRow({ passer, gone, now }: { passer: Passer; gone: boolean; now: number }) {
  const { member, sites } = useSignedIn();
  const isSpeaking = useSpeaking(({ to }) => to?.id === passer.id);
  const { page, site, arrivedAt, pageAt, pages, device, language, referrer, spoken } = passer;
  const about = [
    pages > 1 ? `${pages} pages in ${stretch(now - Date.parse(arrivedAt))}` : '',
    device,
    language,
    referrer && `from ${referrer}`,
  ].filter(Boolean);
  const open = spoken === null || spoken.stands === 'left';
  return (
    <li className="border-b border-rule px-4 py-3">
      <div className="flex items-baseline gap-2">
        <span className="min-w-0 flex-1 truncate font-semibold" title={`${site} ${page}`}>
          {page}
        </span>
        <span className="font-mono text-xs whitespace-nowrap text-ink-3">
          {gone ? 'gone' : stretch(now - Date.parse(pageAt))}
        </span>
      </div>
      <p className="text-ink-2">{[...(sites.length > 1 ? [site] : []), ...about].join(' · ')}</p>
      {spoken ? <Spoken spoken={spoken} mine={spoken.by.id === member.id} /> : null}
      {isSpeaking ? (
        <Speaking gone={gone} />
      ) : open && !gone ? (
        <Button className="mt-2" onClick={() => useSpeaking.setState({ to: passer, mistake: '', sending: false })}>
          Speak first<span className="sr-only"> to who is on {page}</span>
        </Button>
      ) : null}
    </li>
  );
}

/** Who is on the sites now without a chat: where, and for how long; and a word to begin with. */
export function PasserList() {
  const { data, mistake } = usePassers(LOOKED_AT);
  const to = useSpeaking(state => state.to);
  const now = useNow(true);
  if (!data)
    return mistake ? <Empty title="The list cannot be shown">{mistake}</Empty> : <Skeleton lines={6} className="p-5" />;
  const gone = to && !data.passers.some(({ id }) => id === to.id) ? to : undefined;
  if (data.passers.length === 0 && !gone)
    return (
      <Empty title="Nobody is there">
        Whoever looks at a page of your sites without having opened the chat stands here, and you can speak first.
      </Empty>
    );
  return (
    <ul className="min-h-0 flex-1 overflow-y-auto" aria-label="On the site without a chat">
      {gone ? <PasserRow passer={gone} gone now={now} /> : null}
      {data.passers.map(passer => (
        <PasserRow key={passer.id} passer={passer} gone={false} now={now} />
      ))}
    </ul>
  );
}

/** How many they are, and the way to them; nothing where no site tells it. */
export function PasserCount() {
  const shown = useInbox(state => state.passers);
  const { data } = usePassers(shown ? LOOKED_AT : COUNTED);
  if (!data?.told) return null;
  return (
    <button
      type="button"
      aria-pressed={shown}
      className="flex items-center gap-2 border-t border-rule px-4 py-2.5 text-left text-petrol hover:bg-paper-2"
      onClick={() => useInbox.setState({ passers: !shown })}
    >
      <Footprints className="size-3.5" aria-hidden="true" />
      {shown ? 'Back to the conversations' : `${countWords(data.count)} on the site without a chat`}
    </button>
  );
}
