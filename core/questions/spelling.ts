import { wordsOf } from './words.ts';

/** Whether something is a word of the language at all, whether anybody here uses it or not. */
export type IsWord = (word: string) => boolean;

/** A word that was typed, and what it was read as. */
export interface Mended {
  typed: string;
  read: string;
}

/** Shorter words are too near to others. */
const SHORTEST = 5;
const LETTERS = /^\p{L}+$/u;

/** The word with one letter left out, in each way. */
const lackingOne = (word: string): string[] => Array.from(word, (_, at) => word.slice(0, at) + word.slice(at + 1));

/**
 * Mends words that are none by those that the articles use: with a letter too many, too few, another one, or two the wrong way round
 * (as W. Garbe’s SymSpell does it: both sides are looked up with a letter left out). A word that the language has is never changed.
 */
export class Spelling {
  private readonly isWord: IsWord;
  private readonly known: ReadonlyMap<string, number>;
  private readonly lacking = new Map<string, string[]>();

  constructor(texts: Iterable<string>, isWord: IsWord) {
    this.isWord = isWord;
    const known = new Map<string, number>();
    for (const text of texts) for (const word of wordsOf(text)) known.set(word, (known.get(word) ?? 0) + 1);
    this.known = known;
    for (const word of known.keys()) {
      if (word.length < SHORTEST || !LETTERS.test(word)) continue;
      for (const form of [word, ...lackingOne(word)]) {
        const words = this.lacking.get(form);
        if (words) words.push(word);
        else this.lacking.set(form, [word]);
      }
    }
  }

  /** A text with its words mended, and which they were. */
  mend(text: string): { text: string; mended: readonly Mended[] } {
    const mended: Mended[] = [];
    const read = text.replace(/\p{L}{5,}/gu, typed => {
      const word = typed.toLowerCase();
      if (this.known.has(word) || this.isWord(word)) return typed;
      const nearest = this.nearest(word);
      if (nearest === undefined) return typed;
      mended.push({ typed, read: nearest });
      return nearest;
    });
    return { text: read, mended };
  }

  /** The commonest of the words nearest to it that begin as it does. */
  private nearest(word: string): string | undefined {
    let best: string | undefined;
    for (const form of [word, ...lackingOne(word)])
      for (const near of this.lacking.get(form) ?? [])
        if (
          near[0] === word[0] &&
          isOneOff(word, near) &&
          (best === undefined || this.known.get(near)! > this.known.get(best)!)
        )
          best = near;
    return best;
  }
}

/** Whether one is the other with a letter more, less, or another, or with two neighbours changed over. */
function isOneOff(one: string, other: string): boolean {
  const shorter = Math.min(one.length, other.length);
  let front = 0;
  while (front < shorter && one[front] === other[front]) front++;
  let back = 0;
  while (back < shorter - front && one.at(-1 - back) === other.at(-1 - back)) back++;
  const mine = one.slice(front, one.length - back);
  const theirs = other.slice(front, other.length - back);
  return (
    (mine.length <= 1 && theirs.length <= 1) ||
    (mine.length === 2 && theirs.length === 2 && mine[0] === theirs[1] && mine[1] === theirs[0])
  );
}
