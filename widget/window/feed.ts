import type { ChatState, Picked, Readable, Reads, TellsFacts, TranscriptTo } from '@kineta/contract';
import { messages } from '../messages/messages.ts';

/** The longest message that is taken. */
const LONGEST = 4_000;

/** Why a message cannot be sent as it is, in a sentence. */
export function unsendable(text: string): string | undefined {
  return text.length > LONGEST ? messages.tooLong(text.length - LONGEST, LONGEST) : undefined;
}

/** What the server is asked for beside the conversation: what was said is sent to an address, answers are read, all of it erased, or told what the page says of them. */
export interface Requests {
  transcript: { given: TranscriptTo; back: object };
  answers: { given: Reads; back: { found: Readable[] } };
  erase: { given: object; back: object };
  facts: { given: TellsFacts; back: object };
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
  /** Asks the server for something beside the conversation. @throws an error with a sentence for the visitor */
  ask?<Name extends keyof Requests>(name: Name, request: Requests[Name]['given']): Promise<Requests[Name]['back']>;
  /** Ends it all, and takes away what is kept of the visitor. @throws as above */
  erase?(): Promise<void>;
  /** Up to this entry it is before the visitor’s eyes. */
  sees?(to: number): void;
  /** Shows what is still held back, as nobody looks. */
  hurry?(): void;
}
