import type { ChatState, Picked } from '@kineta/contract';
import { type ComponentType, Fragment } from 'preact';
import { useCallback, useEffect, useRef, useState } from 'preact/hooks';
import { messages } from '../messages/messages.ts';
import { Choices } from './answers/choices.tsx';
import { answerViewOf } from './answers/registry.ts';
import type { AnsweringProps } from './answers/view.ts';
import { type Dress, headOf, VoiceName } from './dress.ts';
import { entryViewOf, voiceOf } from './entries/registry.ts';
import type { BesideProps, EntryOf } from './entries/view.ts';
import type { Feed } from './feed.ts';
import { Foot } from './foot.tsx';
import { Head } from './head.tsx';
import { useLoaded } from './loaded.ts';
import { isMuted, mute } from './muted.ts';
import { PendingMessage } from './pending.tsx';

import { keep, kept } from './storage.ts';

/** The number of the last entry that was seen. */
const SEEN = 'kineta.seen';

type Asked = EntryOf<'asked'>;

/** The question that waits for an answer, if the flow asked one last. */
function openQuestion({ entries, pending, holder }: ChatState): Asked | undefined {
  if (pending.some(message => !message.refused)) return undefined;
  const last = entries.findLast(entry => entryViewOf(entry)?.asks !== undefined);
  // What is asked before the chat, or until somebody comes, is asked while people are waited for; and what a flow asked whose
  // visitor had left is answered when they are back.
  return holder !== 'agent' && last && entryViewOf(last)!.asks ? (last as Asked) : undefined;
}

function useChat(feed: Feed): ChatState {
  const [state, setState] = useState(feed.state);
  useEffect(() => {
    setState(feed.state);
    return feed.subscribe(() => setState(feed.state));
  }, [feed]);
  return state;
}

/** What a question is answered with, other than by writing. */
function Answers(props: AnsweringProps) {
  const { Answering } = answerViewOf(props.answer.type) ?? {};
  if (Answering) return <Answering {...props} />;
  return props.answer.choices?.length ? <Choices {...props} /> : null;
}

/**
 * The whole chat: its head, the conversation, and where one writes. In a visitor’s page it tells that page when to close
 * it, where to go and what is unread; where a conversation is played there is no such page, and it takes no focus.
 */
export function Chat({
  feed,
  dress,
  tellParent,
  onAnew,
  takesFocus = true,
  isTrial = false,
  Beside,
}: {
  feed: Feed;
  dress: Dress;
  tellParent?: (message: object) => void;
  /** Begins another chat, once one was ended with all of it erased. */
  onAnew?: () => void;
  /** Whether one can write as soon as it is there. */
  takesFocus?: boolean;
  /** Whether a lead only tries it, which is said above all else. */
  isTrial?: boolean;
  /** Set after each entry, and first of all, by whoever plays. */
  Beside?: ComponentType<BesideProps>;
}) {
  const state = useChat(feed);
  const [text, setText] = useState('');
  const [mistake, setMistake] = useState('');
  const log = useRef<HTMLDivElement>(null);
  const box = useRef<HTMLTextAreaElement>(null);
  const question = openQuestion(state);
  // It stays where it is, out of sight while something is sent, which may be no answer: what was filled in is not lost.
  const asked = useRef<Asked | undefined>(undefined);
  asked.current = question ?? asked.current;
  const help = question && answerViewOf(question.answer.type);
  const [muted, setMuted] = useState(isMuted);
  const { name } = headOf(dress, state.flow);
  // A frame that is not shown has no height.
  const shown = useRef(innerHeight > 0);
  const seen = useRef(tellParent ? (kept<number>(SEEN) ?? 0) : 0);
  /** What there is now is seen, on the next page as well. */
  const look = useCallback(() => {
    const last = feed.state.entries.at(-1);
    if (!last || document.hidden || seen.current === last.number) return;
    seen.current = last.number;
    feed.sees?.(last.number);
    if (tellParent) keep(SEEN, last.number);
  }, [feed, tellParent]);

  useEffect(() => {
    if (!tellParent) return;
    const appear = () => {
      shown.current = innerHeight > 0;
      if (shown.current) look();
    };
    const focus = () => box.current?.focus();
    const onMessage = (event: MessageEvent) => {
      if (event.source !== parent) return;
      if (event.data?.kineta === 'shown') {
        appear();
        if (event.data.focus) focus();
      } else if (event.data?.kineta === 'hidden') {
        shown.current = false;
        feed.hurry?.();
      }
    };
    const onKey = (event: KeyboardEvent) => event.key === 'Escape' && tellParent({ kineta: 'close' });
    addEventListener('message', onMessage);
    addEventListener('keydown', onKey);
    addEventListener('resize', appear);
    addEventListener('visibilitychange', appear, true);
    if (takesFocus && matchMedia('(pointer: fine)').matches) focus();
    return () => {
      removeEventListener('message', onMessage);
      removeEventListener('keydown', onKey);
      removeEventListener('resize', appear);
      removeEventListener('visibilitychange', appear, true);
    };
  }, [feed, tellParent, takesFocus, look]);

  // What is added below is to be seen, also when a part of it comes a moment later and makes room for itself; of a question
  // that is higher than the chat, how it begins.
  const inside = useRef<HTMLDivElement>(null);
  const asks = useRef(false);
  asks.current = question !== undefined;
  useEffect(() => {
    const observer = new ResizeObserver(() => {
      // It may be gone already, as the chat is.
      const lines = inside.current?.querySelectorAll<HTMLElement>('.spoken') ?? [];
      const last = asks.current ? lines[lines.length - 1] : undefined;
      log.current?.scrollTo({ top: last?.offsetTop ?? log.current.scrollHeight });
    });
    if (inside.current) observer.observe(inside.current);
    return () => observer.disconnect();
  }, []);

  useEffect(() => {
    if (shown.current) look();
    else {
      const unread = state.entries.filter(entry => entry.number > seen.current && entryViewOf(entry)?.isNews);
      tellParent?.({ kineta: 'unread', count: unread.length });
    }
  }, [state.entries, tellParent, look]);

  // What comes while nobody looks is heard, where the look says so.
  const heard = useRef(0);
  useEffect(() => {
    const fresh = state.entries.slice(heard.current).filter(entry => entryViewOf(entry)?.isNews);
    const isFirst = heard.current === 0;
    heard.current = state.entries.length;
    if (dress.sound && !muted && !isFirst && fresh.length > 0 && (!shown.current || document.hidden))
      // Unheard where it cannot be had.
      import('./sound.ts').then(({ chime }) => chime()).catch(() => {});
  }, [state.entries, dress.sound, muted]);

  const send = (words: string, picked?: Picked) => {
    if (words.trim() === '') return;
    const answered = question?.step === undefined ? {} : { step: question.step };
    const refusal = feed.send(words.trim(), { ...answered, ...picked });
    setMistake(refusal ?? '');
    if (refusal === undefined && picked === undefined) setText('');
    box.current?.focus();
  };

  const often = useLoaded(Boolean(state.often), () => import('./often-asked.tsx'));
  const close = tellParent && (() => tellParent({ kineta: 'close' }));
  const isErased = state.phase === 'erased';
  if (isErased || state.phase === 'refused')
    return (
      <main class="refused-page">
        <p role="status">{isErased ? messages.erased : state.refusal}</p>
        {isErased ? (
          <button type="button" class="plain" onClick={onAnew}>
            {messages.beginAnew}
          </button>
        ) : null}
        {/* On a phone there is nothing else to come back to the page by. */}
        {close ? (
          <button type="button" class="plain" onClick={close}>
            {messages.close}
          </button>
        ) : null}
      </main>
    );

  return (
    <VoiceName.Provider value={name}>
      <main aria-label={messages.chatWith(name || state.speaker)}>
        <Head state={state} dress={dress} onClose={close} />
        <div class="log" ref={log} role="log" aria-label={messages.conversation} aria-live="polite" tabIndex={0}>
          <div ref={inside}>
            {isTrial ? <p class="direction">{messages.trial}</p> : null}
            {Beside ? <Beside /> : null}
            {state.entries.map((entry, index) => {
              const { Line } = entryViewOf(entry) ?? {};
              return (
                <Fragment key={entry.number}>
                  {Line ? (
                    <Line
                      entry={entry as never}
                      first={voiceOf(entry) !== voiceOf(state.entries[index - 1])}
                      goTo={page => tellParent?.({ kineta: 'go', page })}
                      send={send}
                      onPick={entry === question ? (label, choice) => send(label, { choice }) : undefined}
                    />
                  ) : null}
                  {Beside ? <Beside entry={entry} /> : null}
                </Fragment>
              );
            })}
            {state.pending.map(message => (
              <PendingMessage
                key={message.clientId}
                message={message}
                onTakeBack={() => {
                  feed.takeBack(message.clientId);
                  setText(message.text);
                  box.current?.focus();
                }}
              />
            ))}
            {asked.current ? (
              <div hidden={!question}>
                <Answers
                  key={asked.current.answer.card ?? asked.current.number}
                  answer={asked.current.answer}
                  feed={feed}
                  send={send}
                />
              </div>
            ) : null}
            {often ? (
              <often.OftenAsked
                feed={feed}
                typed={text}
                goTo={page => tellParent?.({ kineta: 'go', page })}
                onSend={send}
              />
            ) : null}
            {state.typing || state.busy ? (
              <p class="direction">{messages.writing(state.typing || name || state.speaker)}</p>
            ) : null}
          </div>
        </div>
        <form
          onSubmit={event => {
            event.preventDefault();
            send(text);
          }}
        >
          {mistake ? (
            <p class="mistake" id="mistake" role="alert">
              {mistake}
            </p>
          ) : null}
          <div class="box">
            <textarea
              ref={box}
              rows={1}
              value={text}
              aria-label={messages.yourMessage}
              aria-describedby={mistake ? 'mistake' : undefined}
              placeholder={help?.hint ?? messages.writeMessage}
              inputMode={help?.inputMode}
              autoComplete={help?.autoComplete ?? 'off'}
              enterkeyhint="send"
              onInput={event => {
                setText(event.currentTarget.value);
                setMistake('');
                feed.types();
              }}
              onKeyDown={event => {
                if (event.key === 'Enter' && !event.shiftKey && !event.isComposing) {
                  event.preventDefault();
                  send(text);
                }
              }}
            />
            <button type="submit" aria-label={messages.send} disabled={text.trim() === ''}>
              <svg viewBox="0 0 18 18" width="18" height="18" fill="none" aria-hidden="true">
                <path
                  d="M15 4v4.5a2 2 0 0 1-2 2H4m3.5-4L3.5 10.5l4 4"
                  stroke="currentColor"
                  stroke-width="1.7"
                  stroke-linecap="round"
                  stroke-linejoin="round"
                />
              </svg>
            </button>
          </div>
        </form>
        <Foot
          feed={feed}
          dress={dress}
          muted={muted}
          onMute={muted => {
            mute(muted);
            setMuted(muted);
          }}
        />
      </main>
    </VoiceName.Provider>
  );
}
