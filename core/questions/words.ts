import type { QuestionLanguage } from './language/language.ts';

const WORD = /[\p{L}\p{N}£$€%][\p{L}\p{M}\p{N}'.%]*[\p{L}\p{M}\p{N}%]|[\p{L}\p{N}£$€]/gu;
/** What is written without spaces between words. */
const UNSPACED = /[\p{sc=Han}\p{sc=Hiragana}\p{sc=Katakana}\p{sc=Thai}\p{sc=Lao}\p{sc=Khmer}\p{sc=Myanmar}]/u;
const segmenter = new Intl.Segmenter('en', { granularity: 'word' });
const apart = (word: string): string[] =>
  UNSPACED.test(word)
    ? [...segmenter.segment(word)].flatMap(({ segment, isWordLike }) => (isWordLike ? [segment] : []))
    : [word];

/** The words of a text, lower case, as they are typed; “the dog’s” is of the dog. */
export function wordsOf(text: string): string[] {
  const plain = text.toLowerCase().replace(/[\u2018\u2019]/g, "'");
  return (plain.match(WORD) ?? []).flatMap(word => apart(word.replace(/'s$/, '')));
}

/** The stem of a word, which is the same for all of its forms. */
export const stemOf = (word: string, { stem }: QuestionLanguage): string => stem(word.replaceAll("'", ''));

/** The stems of what is asked for; of all words where each says nothing. */
export function stemsOf(text: string, language: QuestionLanguage): string[] {
  const words = wordsOf(text);
  const telling = words.filter(word => !language.idle.has(word));
  return (telling.length > 0 ? telling : words).map(word => stemOf(word, language));
}

const CLAUSE = /[,.;:!?()\n]+|\s[-–—]\s/;
const JOINT = /\b(?:and|but|so|because|or|since)\b/i;
/** Shorter texts are one thing, and longer clauses than so many words hold several. */
const SHORT = 9;
const LONG = 12;
/** Fewer words ask nothing by themselves. */
const LEAST = 3;
const MOST_CLAUSES = 12;

const count = (text: string): number => text.split(/\s+/).length;

/** The parts of a message that tells a story before it asks; none of a short one. */
export function clausesOf(text: string): string[] {
  const whole = text.trim();
  if (count(whole) < SHORT) return [];
  const parts = whole.split(CLAUSE).map(part => part.trim());
  const long = parts.filter(part => count(part) > LONG);
  const all = [...parts, ...long.flatMap(part => part.split(JOINT).map(piece => piece.trim()))];
  return [...new Set(all)].filter(part => part !== whole && count(part) >= LEAST).slice(0, MOST_CLAUSES);
}
