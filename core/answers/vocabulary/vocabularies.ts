import { type Bearing, bearingOf } from '../amount.ts';
import { en } from './en.ts';
import type { Order, Vocabulary } from './vocabulary.ts';

/** A vocabulary made ready: every answer of every visitor is held against it. */
export interface Understood extends Omit<Vocabulary, 'negates' | 'strengthens' | 'whole'> {
  orderOf: ReadonlyMap<string, Order>;
  longestOrder: number;
  /** Whether a text holds a word that an order may be known by. */
  orderWords: RegExp;
  /** Yes and no by their words. */
  answers: ReadonlyMap<string, boolean>;
  plainAnswers: ReadonlySet<string>;
  openAnswers: ReadonlySet<string>;
  wholeAnswers: ReadonlySet<string>;
  strengthens: ReadonlySet<string>;
  negates: ReadonlySet<string>;
  /** What words are for an amount. */
  bearing: ReadonlyMap<string, Bearing>;
  /** A digit with a unit written right behind it, which is none of the multipliers: “12,000kWh”, “5kW”. */
  unit: RegExp;
  /** The whole of what stands between two numbers that are a range. */
  between: RegExp;
  /** The same, where it takes words in front of the first to make it one. */
  joining: { before: RegExp; middle: RegExp };
}

/** How much longer than the longest order a text with spaces and punctuation may be, and still be one. */
const SLACK = 45;

/** The word of a phrase that the fewest other texts hold. */
const longestWord = (phrase: string): string =>
  phrase.split(' ').reduce((longest, word) => (word.length > longest.length ? word : longest));

/** The whole of what stands between two amounts, with what the second may be in. */
const inTheMiddle = (words: readonly string[]): RegExp =>
  new RegExp(`^\\s*(?:${words.join('|')})\\s*\\p{Sc}?\\s*$`, 'iu');

function madeReady(words: Vocabulary): Understood {
  const orderOf = new Map(
    Object.entries(words.orders).flatMap(([order, phrases]) =>
      phrases.map(phrase => [phrase, order as Order] as const),
    ),
  );
  const multipliers = Object.keys(words.multipliers).join('|');
  return {
    ...words,
    orderOf,
    orderWords: new RegExp(`\\b(?:${[...new Set([...orderOf.keys()].map(longestWord))].join('|')})\\b`),
    longestOrder: Math.max(...[...orderOf.keys()].map(phrase => phrase.length)) + SLACK,
    answers: new Map([
      ...words.yes.map(word => [word, true] as const),
      ...words.no.map(word => [word, false] as const),
    ]),
    plainAnswers: new Set(words.plainly),
    openAnswers: new Set(words.openly),
    wholeAnswers: new Set(words.whole),
    strengthens: new Set(words.strengthens),
    negates: new Set(words.negates),
    bearing: bearingOf(words),
    unit: new RegExp(`(\\d)(?!(?:${multipliers})(?!\\p{L}))(?=\\p{L})`, 'giu'),
    between: inTheMiddle(['-', ...words.betweenNumbers]),
    joining: { before: words.joiningNumbers.before, middle: inTheMiddle([words.joiningNumbers.middle]) },
  };
}

const english = madeReady(en);

/** The languages that are understood, by the first part of their BCP 47 tag. */
const languages: ReadonlyMap<string, Understood> = new Map([['en', english]]);

/** Each language as it was last asked for: nearly every answer is asked for in the same few. */
const asked = new Map<string, Understood>();
const MOST_ASKED = 200;

/** What is understood in a language; English where there is no vocabulary of it yet. */
export function vocabularyOf(language: string): Understood {
  let known = asked.get(language);
  if (!known) {
    known = languages.get(language.split('-', 1)[0]!.toLowerCase()) ?? english;
    if (asked.size >= MOST_ASKED) asked.clear();
    asked.set(language, known);
  }
  return known;
}
