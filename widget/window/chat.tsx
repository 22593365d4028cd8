import type { Entry } from '@kineta/contract';
import { useEffect, useRef, useState } from 'preact/hooks';
import type { ChatState, Connection, Picked } from './connection.ts';
import { useLoaded } from './loaded.ts';
import { LogEntry, PendingMessage, voice } from './log.tsx';

type Asked = Extract<Entry, { kind: 'asked' }>;

/** The question that waits for an answer, if the flow asked one last. */
function openQuestion({ entries, pending, holder }: ChatState): Asked | undefined {
  if (holder !== 'flow' || pending.some(message => !message.refused)) return undefined;
  const last = entries.findLast(entry => entry.kind === 'asked' || entry.kind === 'replied');
  return last?.kind === 'asked' ? last : undefined;
}

const hints: Record<string, { placeholder: string; inputMode?: 'email' | 'tel' | 'text'; autoComplete?: string }> = {
  email: { placeholder: 'name@example.org', inputMode: 'email', autoComplete: 'email' },
  phone: { placeholder: 'Your phone number', inputMode: 'tel', autoComplete: 'tel' },
  number: { placeholder: 'A number, roughly is fine' },
  choice: { placeholder: 'Or write it in your own words' },
  'several choices': { placeholder: 'Or write it in your own words' },
  'number range': { placeholder: 'Or write a number' },
  date: { placeholder: 'A date, such as next Tuesday' },
  postcode: { placeholder: 'Your postcode', autoComplete: 'postal-code' },
  form: { placeholder: 'Fill the card in above' },
  cards: { placeholder: 'Or write what you are after' },
  file: { placeholder: 'Or write “skip”' },
};

function useChat(connection: Connection): ChatState {
  const [state, setState] = useState(connection.state);
  useEffect(() => {
    setState(connection.state);
    return connection.subscribe(() => setState(connection.state));
  }, [connection]);
  return state;
}

function status({ phase, open, changes, holder }: ChatState): { dot: string; text: string } {
  if (phase === 'reconnecting') return { dot: 'waits', text: 'Reconnecting… what you write is kept' };
  if (phase === 'connecting') return { dot: 'waits', text: 'Opening…' };
  if (holder === 'waiting') return { dot: 'waits', text: 'Somebody will be with you' };
  if (open) return { dot: 'open', text: changes ? `Open until ${changes}` : 'Somebody is here' };
  return { dot: 'shut', text: changes ? `Nobody is here until ${changes}` : 'Nobody is here right now' };
}

/** What can be picked: one at once, or several and then “That’s it”. */
function Choices({ question, onPick }: { question: Asked; onPick: (words: string, picked: Picked) => void }) {
  const [several, setSeveral] = useState<string[]>([]);
  const { type, choices = [] } = question.answer;
  const isSeveral = type === 'several choices';
  const done = () => {
    const picked = choices.filter(({ id }) => several.includes(id));
    onPick(picked.map(({ label }) => label).join(', ') || 'None of these', { choices: picked.map(({ id }) => id) });
  };
  return (
    <fieldset class="choices">
      <legend class="unseen">{isSeveral ? 'Pick as many as you like' : 'Pick an answer'}</legend>
      {choices.map(choice => (
        <button
          type="button"
          key={choice.id}
          aria-pressed={isSeveral ? several.includes(choice.id) : undefined}
          onClick={() => {
            if (!isSeveral) onPick(choice.label, { choice: choice.id });
            else if (several.includes(choice.id)) setSeveral(several.filter(id => id !== choice.id));
            else setSeveral([...several, choice.id]);
          }}
        >
          {choice.label}
        </button>
      ))}
      {isSeveral ? (
        <button type="button" class="done" onClick={done}>
          {several.length === 0 ? 'None of these' : 'That’s it'}
        </button>
      ) : null}
    </fieldset>
  );
}

/** What a question is answered with, other than by writing. */
function Answering({
  question,
  connection,
  send,
}: {
  question: Asked;
  connection: Connection;
  send: (words: string, picked: Picked) => void;
}) {
  const { answer } = question;
  const form = useLoaded(answer.type === 'form', () => import('./form.tsx'));
  const file = useLoaded(answer.type === 'file', () => import('./file.tsx'));
  if (form)
    return (
      <form.FormCard
        fields={answer.fields}
        button={answer.button}
        onSend={(words, fields) => send(words, { fields })}
      />
    );
  if (file)
    return (
      <file.FileCard
        answer={answer}
        upload={chosen => connection.upload(chosen)}
        onSent={(name, id) => send(name, { file: id })}
      />
    );
  return answer.choices?.length ? <Choices question={question} onPick={send} /> : null;
}

/** The whole chat: its head, the conversation, and where one writes. */
export function Chat({ connection, tellParent }: { connection: Connection; tellParent: (message: object) => void }) {
  const state = useChat(connection);
  const [text, setText] = useState('');
  const [mistake, setMistake] = useState('');
  const log = useRef<HTMLDivElement>(null);
  const box = useRef<HTMLTextAreaElement>(null);
  const question = openQuestion(state);
  const hint = (question && hints[question.answer.type]) || { placeholder: 'Write a message' };
  const { dot, text: statusText } = status(state);
  const shown = useRef(true);
  const seen = useRef(0);

  useEffect(() => {
    const focus = () => box.current?.focus();
    const onMessage = (event: MessageEvent) => {
      if (event.source !== parent) return;
      if (event.data?.kineta === 'shown') {
        shown.current = true;
        seen.current = connection.state.entries.length;
        if (event.data.focus) focus();
      } else if (event.data?.kineta === 'hidden') shown.current = false;
    };
    const onKey = (event: KeyboardEvent) => event.key === 'Escape' && tellParent({ kineta: 'close' });
    addEventListener('message', onMessage);
    addEventListener('keydown', onKey);
    if (matchMedia('(pointer: fine)').matches) focus();
    return () => {
      removeEventListener('message', onMessage);
      removeEventListener('keydown', onKey);
    };
  }, [connection, tellParent]);

  // What is added below is to be seen, also when a part of it comes a moment later and makes room for itself.
  const inside = useRef<HTMLDivElement>(null);
  useEffect(() => {
    const observer = new ResizeObserver(() => log.current?.scrollTo({ top: log.current.scrollHeight }));
    if (inside.current) observer.observe(inside.current);
    return () => observer.disconnect();
  }, []);

  useEffect(() => {
    if (shown.current) seen.current = state.entries.length;
    else {
      const unread = state.entries
        .slice(seen.current)
        .filter(entry => ['answered', 'said', 'asked', 'showed'].includes(entry.kind));
      tellParent({ kineta: 'unread', count: unread.length });
    }
  }, [state.entries, tellParent]);

  const send = (words: string, picked?: Picked) => {
    if (words.trim() === '') return;
    const answered = question?.step === undefined ? {} : { step: question.step };
    const refusal = connection.send(words.trim(), { ...answered, ...picked });
    setMistake(refusal ?? '');
    if (refusal === undefined && picked === undefined) setText('');
    box.current?.focus();
  };

  if (state.phase === 'refused')
    return (
      <main class="refused-page">
        <p>{state.refusal}</p>
      </main>
    );

  return (
    <main aria-label={`Chat with ${state.speaker || 'us'}`}>
      <header>
        <div>
          <h1>{state.speaker ? `${state.speaker}${state.business ? ` at ${state.business}` : ''}` : 'Chat'}</h1>
          <p role="status">
            <i class={`dot ${dot}`} aria-hidden="true" /> {statusText}
          </p>
        </div>
        <button type="button" class="close" aria-label="Close the chat" onClick={() => tellParent({ kineta: 'close' })}>
          <svg viewBox="0 0 16 16" width="16" height="16" aria-hidden="true">
            <path d="m3.5 3.5 9 9m0-9-9 9" stroke="currentColor" stroke-width="1.7" stroke-linecap="round" />
          </svg>
        </button>
      </header>
      <div class="log" ref={log} role="log" aria-label="Conversation" aria-live="polite" tabIndex={0}>
        <div ref={inside}>
          {state.entries.map((entry, index) => (
            <LogEntry
              key={entry.number}
              entry={entry}
              first={voice(entry) !== voice(state.entries[index - 1])}
              goTo={page => tellParent({ kineta: 'go', page })}
              onPick={entry === question ? (label, choice) => send(label, { choice }) : undefined}
            />
          ))}
          {state.pending.map(message => (
            <PendingMessage
              key={message.clientId}
              message={message}
              onTakeBack={() => {
                connection.takeBack(message.clientId);
                setText(message.text);
                box.current?.focus();
              }}
            />
          ))}
          {question ? (
            <Answering key={question.number} question={question} connection={connection} send={send} />
          ) : null}
          {state.typing || state.busy ? <p class="direction">{state.typing || state.speaker} is writing…</p> : null}
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
            aria-label="Your message"
            aria-describedby={mistake ? 'mistake' : undefined}
            placeholder={hint.placeholder}
            inputMode={hint.inputMode}
            autoComplete={hint.autoComplete ?? 'off'}
            enterkeyhint="send"
            onInput={event => {
              setText(event.currentTarget.value);
              setMistake('');
              connection.types();
            }}
            onKeyDown={event => {
              if (event.key === 'Enter' && !event.shiftKey && !event.isComposing) {
                event.preventDefault();
                send(text);
              }
            }}
          />
          <button type="submit" aria-label="Send" disabled={text.trim() === ''}>
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
    </main>
  );
}
