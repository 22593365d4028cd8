import { render } from 'preact';
import { useEffect, useMemo, useState } from 'preact/hooks';
import { partMessages } from '../messages/parts.ts';
import { Chat } from '../window/chat.tsx';
import { type Dress, dressOfPage } from '../window/dress.ts';
import { entryViewOf } from '../window/entries/registry.ts';
import type { BesideProps } from '../window/entries/view.ts';
import { Paced } from '../window/paced.ts';
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
          {partMessages.answerOtherwise}
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

/** A rehearsal, set a little smaller beside the page that is written, with what is noted in its margin. */
function Rehearsed({ dress }: { dress: Dress }) {
  return <Chat feed={stage} dress={dress} Beside={Beside} />;
}

/** The chat as a visitor would have it in a dress, its lines coming at the pace of that. */
function Worn({ dress }: { dress: Dress }) {
  const { entries } = stage.state;
  // Played anew with another pace or another conversation, and not with every stroke of the brush.
  const playing = JSON.stringify([dress.pace, entries]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: as said above
  const feed = useMemo(() => new Paced(stage, dress.pace), [playing]);
  useEffect(() => () => feed.close(), [feed]);
  return <Chat key={playing} feed={feed} dress={dress} tellParent={nothingToTell} takesFocus={false} />;
}
const nothingToTell = (): void => {};

const own = dressOfPage();

/** What the page that plays wants the window to wear, which changes while it is looked at. */
function Window() {
  const [dress, setDress] = useState<Dress>();
  useEffect(() => {
    const wear = () => {
      if (!stage.dress) return;
      const { style, ...rest } = stage.dress;
      const sheet = document.getElementById('dress') as HTMLStyleElement;
      if (sheet.textContent !== style) sheet.textContent = style;
      document.documentElement.dataset.worn = '';
      setDress(rest);
    };
    // It may have come before there was anybody to hear of it.
    wear();
    return stage.subscribe(wear);
  }, []);
  return dress ? <Worn dress={dress} /> : <Rehearsed dress={own} />;
}

render(<Window />, document.getElementById('chat') as HTMLElement);
