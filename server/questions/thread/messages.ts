import type { Article, Contradiction, Found, FoundPart, FromOutside, Reason, Source } from '@kineta/core';

/** An article that was found, and why, of those that are explained. */
export interface FoundWith extends Found {
  reason?: Reason;
}

/** What the thread is asked, by the name of it: what is given, and what comes back. */
export interface Asks {
  /** What texts mean, one behind the other in the bytes. */
  encode: { given: { texts: readonly string[] }; back: { meanings: Uint8Array<ArrayBuffer> } };
  /** Makes articles ready to be asked, in the place of those that had the name before. */
  take: {
    given: {
      name: string;
      language: string;
      articles: readonly Article[];
      meanings: ReadonlyMap<string, Int8Array> | null;
    };
    back: { ready: true };
  };
  /** Lets articles go that nobody will ask for any more. */
  drop: { given: { name: string }; back: { ready: true } };
  /**
   * The best of what is found there, the first of them explained; null where it knows no articles by the name. What has stood behind
   * others for longer than `patience`, in milliseconds, is found by words alone, and so is what words are sure of where that has an end.
   */
  find: {
    given: {
      name: string;
      asked: string;
      before: readonly string[];
      most: number;
      explained: number;
      patience: number;
    };
    back: { found: FoundWith[]; byMeaning: boolean } | null;
  };
  /** What is made of a text that was composed of sources. */
  judge: {
    given: { written: string; sources: readonly Source[]; named: readonly string[]; language: string };
    back: FromOutside;
  };
  /** The articles that contradict each other. */
  contradict: { given: { articles: readonly Article[]; language: string }; back: readonly Contradiction[] };
  /** What a document answers; or the sentence that says why it cannot be read. */
  read: { given: { content: Uint8Array; name: string }; back: { parts: FoundPart[] } | { refused: string } };
}
export type AskName = keyof Asks;

export interface ToThread<Name extends AskName = AskName> {
  id: number;
  name: Name;
  given: Asks[Name]['given'];
  /** When it was asked, in milliseconds of the epoch. */
  at: number;
}

export type FromThread = { id: number; back: Asks[AskName]['back'] } | { id: number; failed: string };
