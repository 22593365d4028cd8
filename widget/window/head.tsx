import type { ChatState } from '@kineta/contract';
import { messages } from '../messages/messages.ts';
import { type Dress, headOf } from './dress.ts';
import { entryViewOf } from './entries/registry.ts';

/** Words of the look with the time put in; else our own. */
function worded(words: string, changes: string | null, own: string): string {
  if (words === '') return own;
  if (!/\{(closing|opening)\}/.test(words)) return words;
  // A time that is not known is not spoken of.
  return changes === null ? own : words.replace(/\{(closing|opening)\}/g, changes);
}

function status(
  { phase, open, changes, holder, place, minutes }: ChatState,
  dress: Dress,
): { dot: string; text: string } {
  if (phase === 'reconnecting') return { dot: 'waits', text: messages.reconnecting };
  if (phase === 'connecting') return { dot: 'waits', text: messages.opening };
  // While nobody is there, nobody comes: it is said when there is somebody again.
  if (holder === 'waiting' && open)
    return {
      dot: 'waits',
      text: place ? messages.inLine(place, minutes) : worded(dress.waiting, changes, messages.somebodyComes),
    };
  // Whoever talks with them is there, whatever the hours.
  if (holder === 'agent' && !open) return { dot: 'open', text: messages.somebodyHere };
  if (open) {
    const own = changes ? messages.openUntil(changes) : messages.somebodyHere;
    return { dot: 'open', text: worded(dress.open, changes, own) };
  }
  const own = changes ? messages.backAt(changes) : messages.nobodyHere;
  return { dot: 'shut', text: worded(dress.closed, changes, own) };
}

/** Who of the team has the conversation, as the log has it last. */
function personIn({ entries, holder }: ChatState): { id: string; name: string } | undefined {
  if (holder !== 'agent') return undefined;
  return entries.map(entry => entryViewOf(entry)?.person?.(entry)).findLast(person => person !== undefined);
}

/** What stands beside the heading: who speaks, who answers, or the business’s own mark. */
function Beside({ dress, face }: { dress: Dress; face: string | null }) {
  if (dress.beside === 'logo' && dress.logo) return <img class="logo" src={dress.logo} alt="" />;
  if (dress.beside === 'faces')
    return (
      <>
        {dress.team.slice(0, 4).map(({ id, picture }) => (
          <img key={id} class="face" src={picture} alt="" />
        ))}
      </>
    );
  return dress.beside === 'face' && face ? <img class="face" src={face} alt="" /> : null;
}

/** The chat’s head: whose it is, who is there, and the way out. */
export function Head({
  state,
  dress,
  onClose,
}: {
  state: ChatState;
  dress: Dress;
  onClose?: (() => void) | undefined;
}) {
  const { name, face, heading } = headOf(dress, state.flow);
  const person = personIn(state);
  const picture = person ? (dress.team.find(({ id }) => id === person.id)?.picture ?? null) : face;
  const speaker = person?.name ?? (name || state.speaker);
  const own = speaker ? messages.speakerAt(speaker, state.business) : messages.chat;
  const { dot, text } = status(state, dress);
  return (
    <header>
      {person && picture ? <img class="face" src={picture} alt="" /> : <Beside dress={dress} face={picture} />}
      <div class="heading">
        <h1>{(!person && heading) || own}</h1>
        <p role="status">
          <i class={`dot ${dot}`} aria-hidden="true" /> {text}
        </p>
      </div>
      {onClose ? (
        <button type="button" class="close" aria-label={messages.close} onClick={onClose}>
          <svg viewBox="0 0 16 16" width="16" height="16" aria-hidden="true">
            <path d="m3.5 3.5 9 9m0-9-9 9" stroke="currentColor" stroke-width="1.7" stroke-linecap="round" />
          </svg>
        </button>
      ) : null}
    </header>
  );
}
