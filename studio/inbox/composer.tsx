import { type ConversationDetail, type Phrase, phraseRoutes } from '@kineta/contract';
import { filled, phrasesFor, show } from '@kineta/core';
import { BookText, Ticket } from 'lucide-react';
import { useMemo, useRef, useState } from 'react';
import { Link } from 'react-router';
import { toast } from 'sonner';
import { useSignedIn } from '../account/store.ts';
import { call } from '../shell/api.ts';
import { live } from '../shell/live.ts';
import { useRoute } from '../shell/query.ts';
import { Button, IconButton } from '../ui/button.tsx';
import { EmojiPicker } from '../ui/emoji-picker.tsx';
import { SuggestionList, useSuggestions } from '../ui/suggestions.tsx';
import { countWords } from '../ui/writing.ts';
import { AttachButton, Attached, filesOf, useAttaching } from './attaching.tsx';
import { useConversation } from './conversation-store.ts';
import { replyKeys } from './keys.ts';
import { isEnclosed, nothingEnclosed, type Writing } from './open-conversation.ts';
import { Reword } from './reword.tsx';
import { Signposting } from './signposting.tsx';
import { asWritten, Suggested, teach, useSuggested } from './suggested.tsx';

const LONGEST = 4_000;
const MOST_SUGGESTED = 8;
/** So many things for sale go with one reply. */
const MOST_PRODUCTS = 3;

/** What stands behind the last “@” before the caret, while a name is written there. */
const AT_NAME = /(?:^|[^\p{L}\p{N}])@(\p{L}{0,40})$/u;
/** What stands behind a “/” that begins a word: a shortcut, or words of a phrase. */
const AT_PHRASE = /(?:^|\s)\/([\p{L}\p{N}-]{0,30}(?: [\p{L}\p{N}-]{0,30}){0,3})$/u;

/** What is known for the places of phrases: of this visitor and of the business, as one reads it. */
function useKnown({ facts }: Pick<ConversationDetail, 'facts'>): ReadonlyMap<string, string> {
  const { workspace, business } = useSignedIn();
  return useMemo(
    () =>
      new Map(
        [...business.map(({ name, type, value }) => ({ fact: name, type, value })), ...facts].map(
          ({ fact, type, value }) => [fact.toLowerCase(), show(value, type, workspace)],
        ),
      ),
    [facts, business, workspace],
  );
}

/** Where an agent writes to the visitor, or a note to the team. */
export function Composer({ detail, withOther }: { detail: ConversationDetail; withOther: string | undefined }) {
  const { id } = detail.conversation;
  const text = useConversation(state => state.texts[id] ?? '');
  const attached = useConversation(state => state.attached[id] ?? nothingEnclosed);
  const { write, send, attach, hurry } = useConversation.getState();
  const attaching = useAttaching(id, attached, enclosed => attach(id, enclosed));
  const [signposting, setSignposting] = useState(false);
  const [writing, setWriting] = useState<Writing>('reply');
  const [caret, setCaret] = useState(0);
  /** Places of phrases of which nothing was known: not to be sent by mistake. Other braces are nobody’s business. */
  const [left, setLeft] = useState<readonly string[]>([]);
  const box = useRef<HTMLTextAreaElement>(null);
  const typedAt = useRef(0);
  const { member, members } = useSignedIn();
  const { data } = useRoute(phraseRoutes.list, {});
  const known = useKnown(detail);
  const tooLong = text.length - LONGEST;
  const isUnfilled = writing === 'reply' && left.some(place => text.includes(place));
  const suggested = useSuggested(
    id,
    detail.conversation.holder === 'agent' || detail.conversation.holder === 'waiting',
  );
  const isEmpty = text.trim() === '' && (writing === 'note' || !isEnclosed(attached));
  const cannot = isEmpty || tooLong > 0 || isUnfilled || attaching.busy;

  /** Puts words in the place of the last characters before the caret. */
  const put = (instead: number, words: string) => {
    const before = text.slice(0, caret - instead);
    write(id, before + words + text.slice(caret));
    const at = before.length + words.length;
    setCaret(at);
    box.current?.focus();
    // The box shows it with the next drawing.
    requestAnimationFrame(() => box.current?.setSelectionRange(at, at));
  };
  const before = text.slice(0, caret);
  const name = writing === 'note' ? AT_NAME.exec(before)?.[1] : undefined;
  const meant =
    name === undefined
      ? []
      : members.filter(one => one.id !== member.id && one.name.toLowerCase().startsWith(name.toLowerCase()));
  const mention = ({ name: whole }: { name: string }) => put(name?.length ?? 0, `${whole} `);
  const names = useSuggestions(name && `@${name}`, meant.slice(0, MOST_SUGGESTED), mention);

  const typed = writing === 'reply' ? AT_PHRASE.exec(before)?.[1] : undefined;
  const fitting =
    typed === undefined
      ? []
      : phrasesFor(
          typed,
          (data?.phrases ?? []).filter(phrase => !phrase.draft),
        );
  const fetchPhrase = (phrase: Phrase) => {
    const { text: words, missing } = filled(phrase.text, known);
    put((typed?.length ?? 0) + 1, words);
    setLeft([...left, ...missing]);
    // Not counted, it only stands lower next time.
    call(phraseRoutes.used, { params: { id: phrase.id } }).catch(() => {});
  };
  const phrases = useSuggestions(
    typed === undefined ? undefined : `/${typed}`,
    fitting.slice(0, MOST_SUGGESTED),
    fetchPhrase,
  );

  const go = (andDone = false) => {
    // Once more with nothing written: what still waits is meant.
    if (isEmpty) hurry(id);
    if (cannot) return;
    if (writing === 'reply' && text.trim() !== '') teach(id, suggested, text);
    send(id, writing, text, andDone && writing === 'reply');
    typedAt.current = 0;
    setWriting('reply');
    box.current?.focus();
  };
  return (
    <form
      className="border-t border-rule px-5 py-3 max-md:px-3"
      onDragOver={event => event.preventDefault()}
      onDrop={event => {
        event.preventDefault();
        void attaching.take(filesOf(event.dataTransfer));
      }}
      onSubmit={event => {
        event.preventDefault();
        go();
      }}
    >
      <SuggestionList name="Who is meant" suggestions={names} keyOf={one => one.id} onPick={mention}>
        {one => `@${one.name}`}
      </SuggestionList>
      <SuggestionList name="Phrases" suggestions={phrases} keyOf={one => one.id} onPick={fetchPhrase}>
        {phrase => (
          <>
            <span className="font-mono text-xs text-petrol">/{phrase.shortcut}</span>
            {phrase.shared ? null : <span className="ml-2 text-xs text-ink-3">your own</span>}
            <span className="line-clamp-1 font-script">{filled(phrase.text, known).text}</span>
          </>
        )}
      </SuggestionList>
      {typed === undefined || !data ? null : (
        <p className="mb-2 text-right text-xs text-ink-2">
          {data.phrases.every(phrase => phrase.draft) ? 'There are no phrases yet. ' : null}
          <Link to="/phrases" className="text-petrol underline">
            Phrasebook
          </Link>
        </p>
      )}
      {writing === 'reply' ? <Attached enclosed={attached} onChange={enclosed => attach(id, enclosed)} /> : null}
      {writing === 'reply' && signposting ? (
        <Signposting
          conversation={id}
          onLeave={() => {
            setSignposting(false);
            box.current?.focus();
          }}
          onProduct={({ ref, name: called }) => {
            const others = attached.products.filter(one => one.ref !== ref);
            if (others.length === MOST_PRODUCTS) toast.error(`At most ${MOST_PRODUCTS} things for sale go together.`);
            else attach(id, { ...attached, products: [...others, { ref, name: called }] });
            setSignposting(false);
            box.current?.focus();
          }}
          onPut={signpost => {
            attach(id, { ...attached, signpost });
            setSignposting(false);
            box.current?.focus();
          }}
        />
      ) : null}
      {writing === 'reply' && text === '' ? (
        <Suggested found={suggested.found} onTake={article => put(0, asWritten(article))} />
      ) : null}
      <textarea
        ref={box}
        onPaste={event => {
          const files = filesOf(event.clipboardData);
          if (files.length === 0) return;
          event.preventDefault();
          void attaching.take(files);
        }}
        aria-label={writing === 'note' ? 'Note for the team' : 'Your reply'}
        placeholder={
          writing === 'note'
            ? 'Only the team sees this; @ and a name tells somebody'
            : withOther
              ? `${withOther} has this conversation`
              : 'Write to the visitor, / for a phrase'
        }
        rows={2}
        value={text}
        onSelect={event => setCaret(event.currentTarget.selectionStart)}
        onChange={event => {
          write(id, event.target.value);
          setCaret(event.target.selectionStart);
          const now = Date.now();
          if (writing === 'reply' && now - typedAt.current > 2_000) {
            typedAt.current = now;
            live().emit('typing', { conversation: id });
          }
        }}
        onKeyDown={event => {
          if (event.nativeEvent.isComposing || names.press(event) || phrases.press(event)) return;
          const key = replyKeys.pressed(event);
          const suggestion = key === 'first' ? suggested.found[0] : key === 'second' ? suggested.found[1] : undefined;
          if (suggestion) {
            event.preventDefault();
            put(0, asWritten(suggestion));
            return;
          }
          if (key !== 'send' && key !== 'sendAndDone') return;
          event.preventDefault();
          go(key === 'sendAndDone');
        }}
        className={`max-h-48 w-full resize-none rounded-lg border px-3 py-2 font-script text-base outline-none [field-sizing:content] focus:ring-2 focus:ring-petrol-2 ${
          writing === 'note' ? 'border-ochre bg-ochre-2' : 'border-rule bg-sheet focus:border-petrol'
        }`}
      />
      <div className="mt-1.5 flex items-center gap-1">
        <Button
          look="quiet"
          className="px-2! whitespace-nowrap"
          aria-pressed={writing === 'note'}
          onClick={() => setWriting(writing === 'note' ? 'reply' : 'note')}
        >
          {writing === 'note' ? 'Write to the visitor' : 'Leave a note'}
        </Button>
        {writing === 'reply' ? (
          <IconButton name="Phrases" onClick={() => put(0, before === '' || /\s$/.test(before) ? '/' : ' /')}>
            <BookText className="size-4" aria-hidden="true" />
          </IconButton>
        ) : null}
        {writing === 'reply' ? (
          <AttachButton busy={attaching.busy} onFiles={files => void attaching.take(files)} />
        ) : null}
        {writing === 'reply' ? (
          <IconButton
            name="Send a thing for sale, a page or a code"
            aria-pressed={signposting}
            onClick={() => setSignposting(!signposting)}
          >
            <Ticket className="size-4" aria-hidden="true" />
          </IconButton>
        ) : null}
        {writing === 'reply' ? (
          <Reword
            text={text}
            onReworded={words => {
              write(id, words);
              box.current?.focus();
            }}
          />
        ) : null}
        <EmojiPicker
          onClosed={() => box.current?.focus()}
          onPick={emoji => {
            const { current } = box;
            current?.setRangeText(emoji, current.selectionStart, current.selectionEnd, 'end');
            write(id, current?.value ?? text);
          }}
        />
        <span className="ml-auto text-xs text-brick" role="alert">
          {tooLong > 0
            ? `${countWords(tooLong)} characters too long`
            : isUnfilled
              ? 'Write what is to stand in the { }.'
              : ''}
        </span>
        {writing === 'reply' && detail.conversation.holder !== 'done' ? (
          <Button
            look="quiet"
            className="px-2! whitespace-nowrap max-md:hidden"
            disabled={cannot}
            onClick={() => go(true)}
          >
            Send and done
          </Button>
        ) : null}
        <Button look="main" type="submit" disabled={cannot}>
          {writing === 'note' ? 'Keep the note' : 'Reply'}
        </Button>
      </div>
    </form>
  );
}
