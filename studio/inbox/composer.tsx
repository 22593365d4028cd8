import { useRef, useState } from 'react';
import { useSignedIn } from '../account/store.ts';
import { live } from '../shell/live.ts';
import { Button } from '../ui/button.tsx';
import { EmojiPicker } from '../ui/emoji-picker.tsx';
import { countWords } from '../ui/writing.ts';
import { useConversation } from './conversation-store.ts';
import { replyKeys } from './keys.ts';
import type { Writing } from './open-conversation.ts';

const LONGEST = 4_000;

/** What stands behind the last “@” before a place, while a name is written there; undefined when none is. */
const nameWritten = (text: string, at: number): string | undefined =>
  /(?:^|[^\p{L}\p{N}])@(\p{L}{0,40})$/u.exec(text.slice(0, at))?.[1];

/** Where an agent writes to the visitor, or a note to the team. */
export function Composer({ id, withOther }: { id: string; withOther: string | undefined }) {
  const text = useConversation(state => state.texts[id] ?? '');
  const { write, send } = useConversation.getState();
  const [writing, setWriting] = useState<Writing>('reply');
  const box = useRef<HTMLTextAreaElement>(null);
  const typedAt = useRef(0);
  const { member, members } = useSignedIn();
  const [caret, setCaret] = useState(0);
  const name = writing === 'note' ? nameWritten(text, caret) : undefined;
  const meant =
    name === undefined
      ? []
      : members
          .filter(one => one.id !== member.id && one.name.toLowerCase().startsWith(name.toLowerCase()))
          .slice(0, 6);
  const mention = (whole: string) => {
    const from = caret - (name?.length ?? 0);
    write(id, `${text.slice(0, from)}${whole} ${text.slice(caret)}`);
    setCaret(from + whole.length + 1);
    box.current?.focus();
  };
  const tooLong = text.length - LONGEST;
  const go = () => {
    if (text.trim() === '' || tooLong > 0) return;
    send(id, writing, text);
    typedAt.current = 0;
    setWriting('reply');
    box.current?.focus();
  };
  return (
    <form
      className="border-t border-rule px-5 py-3 max-md:px-3"
      onSubmit={event => {
        event.preventDefault();
        go();
      }}
    >
      <textarea
        ref={box}
        aria-label={writing === 'note' ? 'Note for the team' : 'Your reply'}
        placeholder={
          writing === 'note'
            ? 'Only the team sees this; @ and a name tells somebody'
            : withOther
              ? `${withOther} has this conversation`
              : 'Write to the visitor'
        }
        rows={2}
        value={text}
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
          if (event.nativeEvent.isComposing || replyKeys.pressed(event) !== 'send') return;
          event.preventDefault();
          go();
        }}
        className={`max-h-48 w-full resize-none rounded-lg border px-3 py-2 font-script text-base outline-none [field-sizing:content] focus:ring-2 focus:ring-petrol-2 ${
          writing === 'note' ? 'border-ochre bg-ochre-2' : 'border-rule bg-sheet focus:border-petrol'
        }`}
      />
      {meant.length > 0 ? (
        <ul aria-label="Who is meant" className="mt-1 flex flex-wrap gap-1">
          {meant.map(one => (
            <li key={one.id}>
              <Button look="quiet" className="px-2" onClick={() => mention(one.name)}>
                @{one.name}
              </Button>
            </li>
          ))}
        </ul>
      ) : null}
      <div className="mt-1.5 flex items-center gap-1">
        <Button
          look="quiet"
          aria-pressed={writing === 'note'}
          onClick={() => setWriting(writing === 'note' ? 'reply' : 'note')}
        >
          {writing === 'note' ? 'Write to the visitor' : 'Leave a note'}
        </Button>
        <EmojiPicker
          onClosed={() => box.current?.focus()}
          onPick={emoji => {
            const { current } = box;
            current?.setRangeText(emoji, current.selectionStart, current.selectionEnd, 'end');
            write(id, current?.value ?? text);
          }}
        />
        <span className="ml-auto text-xs text-brick" role="alert">
          {tooLong > 0 ? `${countWords(tooLong)} characters too long` : ''}
        </span>
        <Button look="main" type="submit" disabled={text.trim() === '' || tooLong > 0}>
          {writing === 'note' ? 'Keep the note' : 'Reply'}
        </Button>
      </div>
    </form>
  );
}
