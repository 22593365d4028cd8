import type { FileGiven, Holder, LauncherDress, WindowDress } from '@kineta/core';
import type { Entry } from './conversations.ts';
import type { OftenAsked, VisitorReply } from './live.ts';

/** What was picked, filled in or sent, beside the words that stand for it, and the question that it answers. */
export type Picked = Omit<VisitorReply, 'clientId' | 'text'>;

export type { LauncherDress, WindowDress } from '@kineta/core';

/** A message on its way: kept in the browser until the server has it. */
export interface Pending extends Picked {
  clientId: string;
  text: string;
  /** Why the server will not take it, in a sentence; it is not sent again by itself. */
  refused?: string;
}

/** All that the chat’s window shows. */
export interface ChatState {
  phase: 'connecting' | 'open' | 'reconnecting' | 'refused' | 'erased';
  /** Why the chat cannot be had here, when it is refused. */
  refusal: string;
  holder: Holder;
  /** The flow that leads, or led last. */
  flow: string | null;
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
  /** Where the visitor stands in line while they wait, once it is known; and in how many minutes it may be their turn. */
  place?: number;
  /** What is often asked here. */
  often?: OftenAsked[] | undefined;
  minutes?: number | null;
}

/** What a page that plays a conversation shows in a window of its own: what a visitor would see, with its own notes. */
export interface Staged {
  chat: ChatState;
  /** What is noted in the margin, by the number of the entry after which it happened. */
  notes: Record<number, string[]>;
  /** What the window wears, where that is not what it came in. */
  dress?: WindowDress;
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

/** What the page shows on which a look is edited: the launcher, and the chat as a visitor would have it. */
export interface Previewed {
  launcher: Pick<LauncherDress, 'style' | 'words' | 'picture'>;
  window: WindowDress;
  scheme: 'light' | 'dark';
  isOpen: boolean;
  chat: ChatState;
}

/** What the studio tells that page, which is of the same origin. */
export interface PreviewNews {
  kineta: 'previewed';
  previewed: Previewed;
}

/** What that page tells the studio. */
export interface PreviewCall {
  kineta: 'ready';
}

/** What the page’s own script tells the chat. */
export interface FromPage {
  kineta: 'page';
  /** It listens to what happens. */
  hears?: true;
  facts?: Record<string, unknown>;
}

/** What it is told of then; never what was said. */
export type ToPage = { kineta: 'happened' } & (
  | { name: 'began'; told: string }
  | { name: 'wrote' | 'answered'; told?: undefined }
  | { name: 'held'; told: Holder }
);
