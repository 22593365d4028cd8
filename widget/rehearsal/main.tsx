import { render } from 'preact';
import { messages } from '../messages/messages.ts';
import { Chat } from '../window/chat.tsx';
import { entryViewOf } from '../window/entries/registry.ts';
import type { BesideProps } from '../window/entries/view.ts';
import { Stage } from './stage.ts';
import '../window/window.css';
import './rehearsal.css';

const stage = new Stage(parent);

/** What the page that plays has to say of an entry, and the way back to before an answer. */
function Beside({ entry }: BesideProps) {
  const notes = stage.notesAfter(entry?.number ?? 0);
  return (
    <>
      {entry && entryViewOf(entry)?.answers ? (
        <button type="button" class="back" onClick={() => stage.back(entry.number)}>
          {messages.answerOtherwise}
        </button>
      ) : null}
      {notes.map((note, index) => (
        <p key={index} class="aside">
          {note}
        </p>
      ))}
    </>
  );
}

render(<Chat feed={stage} Beside={Beside} />, document.getElementById('chat') as HTMLElement);
