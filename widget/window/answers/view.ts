import type { Picked } from '@kineta/contract';
import type { ComponentType, InputHTMLAttributes } from 'preact';
import type { EntryOf } from '../entries/view.ts';
import type { Feed } from '../feed.ts';

export type Answer = EntryOf<'asked'>['answer'];

export interface AnsweringProps {
  answer: Answer;
  feed: Feed;
  send: (words: string, picked: Picked) => void;
}

/** How the chat helps with one type of answer. A type without a view is answered by writing. */
export interface AnswerView {
  type: string;
  /** What stands in the empty box, and how a phone’s keyboard and a browser’s memory can help. */
  hint?: string;
  inputMode?: 'email' | 'tel' | 'text';
  autoComplete?: string;
  /** The same in a field of a form, when it differs. */
  field?: InputHTMLAttributes<HTMLInputElement>;
  /** Whether a field of a form takes several lines. */
  lines?: true;
  /** What it is answered with other than by writing; without one, its choices are buttons. */
  Answering?: ComponentType<AnsweringProps>;
}
