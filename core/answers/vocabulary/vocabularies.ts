import { en } from './en.ts';
import type { Order, Vocabulary } from './vocabulary.ts';

/** A vocabulary made ready: every answer of every visitor is held against it. */
export interface Understood extends Vocabulary {
  orderOf: ReadonlyMap<string, Order>;
  /** The first words of all orders, and the longest order: most answers are told apart by these alone. */
  orderBeginnings: ReadonlySet<string>;
  longestOrder: number;
  /** Yes and no by their words. */
  answers: ReadonlyMap<string, boolean>;
  /** A digit with a unit written right behind it, which is none of the multipliers: “12,000kWh”, “5kW”. */
  unit: RegExp;
  /** Two numbers with what makes a range of them in between: “1,000-2,000”, “2 to £3k”. */
  range: RegExp;
  /** An amount in digits: its sign, its digits, its multiplier. */
  amount: RegExp;
}

/** How much longer than the longest order a text with spaces and punctuation may be, and still be one. */
const SLACK = 10;

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
    orderBeginnings: new Set([...orderOf.keys()].map(phrase => phrase.split(' ')[0]!)),
    longestOrder: Math.max(...[...orderOf.keys()].map(phrase => phrase.length)) + SLACK,
    answers: new Map([
      ...words.yes.map(word => [word, true] as const),
      ...words.no.map(word => [word, false] as const),
    ]),
    unit: new RegExp(`(\\d)(?!(?:${multipliers})(?!\\p{L}))(?=\\p{L})`, 'giu'),
    range: new RegExp(`\\d\\s?(?:${multipliers})?\\s?(?:-|${words.betweenNumbers.join('|')})\\s?\\p{Sc}?\\s?\\d`, 'iu'),
    amount: new RegExp(
      `(?<![\\p{L}\\d])(-?)(?:[\\p{Sc}]\\s?)?(\\d[\\d.,'\\s]*\\d|\\d)\\s?(${multipliers})?(?![\\p{L}])`,
      'giu',
    ),
  };
}

const english = madeReady(en);

/** The languages that are understood, by the first part of their BCP 47 tag. */
const languages: ReadonlyMap<string, Understood> = new Map([['en', english]]);

/** What is understood in a language; English where there is no vocabulary of it yet. */
export function vocabularyOf(language: string): Understood {
  return languages.get(language.split('-', 1)[0]!.toLowerCase()) ?? english;
}
