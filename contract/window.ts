import type { FileGiven, Holder } from '@kineta/core';
import type { Entry } from './conversations.ts';
import type { VisitorReply } from './live.ts';

/** What was picked, filled in or sent, beside the words that stand for it, and the question that it answers. */
export type Picked = Omit<VisitorReply, 'clientId' | 'text'>;

/** A message on its way: kept in the browser until the server has it. */
export interface Pending extends Picked {
  clientId: string;
  text: string;
  /** Why the server will not take it, in a sentence; it is not sent again by itself. */
  refused?: string;
}

/** All that the chat’s window shows. */
export interface ChatState {
  phase: 'connecting' | 'open' | 'reconnecting' | 'refused';
  /** Why the chat cannot be had here, when it is refused. */
  refusal: string;
  holder: Holder;
  speaker: string;
  business: string;
  open: boolean;
  changes: string | null;
  entries: Entry[];
  pending: Pending[];
  /** Who of the team is writing now. */
  typing: string;
  /** Whether the flow is about to say more. */
  busy: boolean;
}

/** What a page that plays a conversation shows in a window of its own: what a visitor would see, with its own notes. */
export interface Staged {
  chat: ChatState;
  /** What is noted in the margin, by the number of the entry after which it happened. */
  notes: Record<number, string[]>;
}

/** What such a page tells its window, which is of the same origin. */
export interface StagedNews {
  kineta: 'staged';
  staged: Staged;
}

/** What the window tells such a page: that it is there, what its visitor does, or to go back to before an answer. */
export type StagedCall =
  | { kineta: 'ready' }
  | { kineta: 'replied'; text: string; picked: Picked; file?: FileGiven }
  | { kineta: 'back'; number: number };
