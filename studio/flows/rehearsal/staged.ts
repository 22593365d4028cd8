import type { ChatState, Entry, Staged } from '@kineta/contract';
import {
  type Act,
  type Beat,
  type EntryBody,
  entriesOf,
  entryWords,
  type Reader,
  type Rehearsed,
  repliedWith,
  visitorSees,
} from '@kineta/core';
import { actViewOf } from './acts/registry.ts';
import type { Rehearsing } from './acts/view.ts';

/** What happened that nobody said, as it is noted in the margin. */
const happenings: Record<Exclude<Beat['does'], 'replies'>, string> = {
  'lets time pass': 'The time has passed.',
  'is told': 'An answer came.',
  'is not told': 'No answer came.',
  'hands back': 'Handed back to the flow.',
};

/** Who is at the other end, as the chat’s head says it. */
export type Head = Pick<ChatState, 'business' | 'open' | 'changes'>;

/**
 * A rehearsal as the visitor’s window shows it: the entries that a visitor would see, numbered, with what the flow did
 * besides noted after the entry before. `answers` has the number of each answer’s entry, by which it is gone back to,
 * with how many beats came before it.
 */
export function stagedOf(
  { exchanges, session }: Rehearsed,
  rehearsing: Rehearsing,
  reader: Reader,
  at: string,
  head: Head,
): Staged & { answers: Map<number, number> } {
  const { flow } = rehearsing;
  const entries: Entry[] = [];
  const notes: Staged['notes'] = {};
  const answers = new Map<number, number>();
  const note = (words: string | undefined): void => {
    if (words) notes[entries.length] = [...(notes[entries.length] ?? []), words];
  };
  const write = (body: EntryBody): void => {
    if (visitorSees(body)) entries.push({ number: entries.length + 1, at, ...body });
    else note(entryWords(body, reader));
  };
  const perform = (act: Act): void => {
    const view = actViewOf(act);
    if (view?.isHeard?.(act) === false) return;
    if (view?.note) note(view.note(act, rehearsing));
    else for (const body of entriesOf([act], flow.speaker)) write(body);
  };
  for (const [index, { beat, acts }] of exchanges.entries()) {
    if (beat?.does === 'replies') {
      write(repliedWith(beat, `rehearsed-${index}`));
      // The first exchange is the opening, which no beat came before.
      answers.set(entries.length, index - 1);
    } else if (beat) note(happenings[beat.does]);
    for (const act of acts) perform(act);
  }
  return {
    chat: {
      phase: 'open',
      refusal: '',
      holder: session.state === 'handed over' || session.fetching ? 'waiting' : 'flow',
      flow: null,
      speaker: flow.speaker,
      ...head,
      entries,
      pending: [],
      typing: '',
      busy: false,
    },
    notes,
    answers,
  };
}
