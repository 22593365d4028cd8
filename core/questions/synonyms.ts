import { z } from 'zod';

/** Words and phrases that mean the same to a business: the first of them is the one that is gone by. */
export const SynonymGroup = z
  .array(z.string().trim().min(1).max(60, 'A phrase has at most 60 characters.'))
  .min(2, 'At least two phrases mean the same.')
  .max(12, 'At most 12 phrases stand together.');
export type SynonymGroup = z.infer<typeof SynonymGroup>;

interface Phrase {
  words: readonly string[];
  /** What it is read as. */
  as: string;
}

/** A word, or a sign by itself. */
const WORD = /[\p{L}\p{M}\p{N}]+|[^\s\p{L}\p{M}\p{N}]/gu;

/** Reads texts with a business’s own words for what it sells and does as one. */
export class Synonyms {
  /** The phrases by the word that they begin with, the longest first. */
  private readonly beginnings = new Map<string, Phrase[]>();

  /** @param groups where one phrase stands in two of them, the first has it */
  constructor(groups: readonly SynonymGroup[]) {
    const known = new Set<string>();
    const add = (phrase: string, as: string): void => {
      const words = phrase.toLowerCase().match(WORD) ?? [];
      const [first] = words;
      if (first === undefined || known.has(words.join(' '))) return;
      known.add(words.join(' '));
      this.beginnings.set(first, [...(this.beginnings.get(first) ?? []), { words, as }]);
    };
    // The first of each is read as itself: what stands within it is no other’s.
    for (const [first] of groups) add(first!, first!);
    for (const [first, ...others] of groups) for (const other of others) add(other, first!);
    for (const phrases of this.beginnings.values()) phrases.sort((one, other) => other.words.length - one.words.length);
  }

  /** A text with the first phrase of each group in the place of the others. */
  in(text: string): string {
    if (this.beginnings.size === 0) return text;
    const words = [...text.matchAll(WORD)].map(({ 0: word, index }) => ({
      word: word.toLowerCase(),
      from: index,
      to: index + word.length,
    }));
    let read = '';
    let done = 0;
    for (let at = 0; at < words.length; at++) {
      const phrase = this.beginnings
        .get(words[at]!.word)
        ?.find(one => one.words.every((word, behind) => words[at + behind]?.word === word));
      if (!phrase) continue;
      const last = at + phrase.words.length - 1;
      const { from } = words[at]!;
      const { to } = words[last]!;
      const typed = text.slice(from, to);
      const isItself = typed.toLowerCase() === phrase.as.toLowerCase();
      read += text.slice(done, from) + (isItself ? typed : phrase.as);
      done = to;
      at = last;
    }
    return read + text.slice(done);
  }
}
