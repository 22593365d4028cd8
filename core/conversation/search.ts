import { bare } from '../answers/answer.ts';
import { cut } from '../facts/text.ts';

/** So much of a word is kept, and so many different ones of one text. */
const WORD = 40;
const WORDS = 600;
/** So many words are looked for at once. */
const LOOKED_FOR = 8;
/** So much of what was said stands around what was found, in characters, a third of it in front. */
const AROUND = 160;

const different = (text: string, most: number): string[] =>
  [...new Set(bare(text).split(' '))]
    .filter(Boolean)
    .slice(0, most)
    .map(word => cut(word, WORD));

/** The words by which something that was said is found: bare ones (`bare`), each once. */
export const wordsSaid = (text: string): string[] => different(text, WORDS);

/** What is looked for, as bare words with which words that were said are to begin; of one letter, only when it is all there is. */
export function saidSought(text: string): string[] {
  const words = different(text, LOOKED_FOR);
  const telling = words.filter(word => word.length > 1);
  return telling.length > 0 ? telling : words;
}

/** Part of what was said, with where in it stands what was looked for: from and to, in UTF-16 units, in order. */
export interface Excerpt {
  text: string;
  found: Array<[from: number, to: number]>;
}

const TOKEN = /[\p{L}\p{N}\p{M}]+/gu;

/** What was said around the first words that were looked for. */
export function excerpt(text: string, sought: readonly string[]): Excerpt {
  const whole = text.replace(/\s+/gu, ' ').trim();
  const found = [...whole.matchAll(TOKEN)]
    .filter(([token]) => sought.some(word => bare(token).startsWith(word)))
    .map(({ index, 0: token }): [number, number] => [index, index + token.length]);
  if (whole.length <= AROUND) return { text: whole, found };
  const wish = Math.max(0, Math.min((found[0]?.[0] ?? 0) - AROUND / 3, whole.length - AROUND));
  // It begins and ends with a whole word, so that nothing is cut in the middle of a character either.
  const from = wish === 0 ? 0 : whole.indexOf(' ', wish) + 1 || Math.floor(wish);
  const room = from + AROUND;
  const to = room >= whole.length ? whole.length : Math.max(whole.lastIndexOf(' ', room), from + 1);
  const before = from > 0 ? '…' : '';
  const shown = to === from + 1 ? cut(whole.slice(from), AROUND) : whole.slice(from, to);
  return {
    text: `${before}${shown}${from + shown.length < whole.length ? '…' : ''}`,
    found: found
      .filter(([start, end]) => start >= from && end <= from + shown.length)
      .map(([start, end]) => [start - from + before.length, end - from + before.length]),
  };
}
