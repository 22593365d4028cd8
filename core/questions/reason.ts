import type { Mended } from './spelling.ts';

/** Why an article was found for a question, in the words of both. */
export interface Reason {
  /** The words of the question that stand in it too, as they were typed. */
  words: readonly string[];
  /** What the question says in its words and the article in others: “swap” and “change”. */
  near: ReadonlyArray<{ asked: string; told: string }>;
  /** The question or wording of the article that is nearest in meaning, and how near, from 0 to 1; null where meaning is not known. */
  wording: { text: string; likeness: number } | null;
  /** Words that were read as others, and which. */
  mended: readonly Mended[];
}
