import type { Entry, Holder, VisitorReply } from '@kineta/contract';

/** What was picked, filled in or sent, beside the words that stand for it, and the question that it answers. */
export type Picked = Omit<VisitorReply, 'clientId' | 'text'>;

/** A message on its way: kept in the browser until the server has it. */
export interface Pending extends Picked {
  clientId: string;
  text: string;
  /** Why the server will not take it, in a sentence; it is not sent again by itself. */
  refused?: string;
}

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

/** What feeds the window with a conversation and takes what its visitor does: the server, or a page that plays. */
export interface Feed {
  readonly state: ChatState;
  subscribe(listener: () => void): () => void;
  /** Sends what the visitor typed or picked. Says why when it cannot be sent as it is. */
  send(text: string, picked?: Picked): string | undefined;
  /**
   * Sends a file ahead of the message that names it.
   * @throws an error with a sentence for the visitor
   */
  upload(file: File): Promise<{ id: string; name: string }>;
  /** Takes a refused message back, for its text to be changed. */
  takeBack(clientId: string): void;
  /** The visitor is writing. */
  types(): void;
}
