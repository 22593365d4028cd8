import type { Chrono } from 'chrono-node';

/** What a visitor may want to do with the conversation instead of answering. */
export type Order = 'skip' | 'back' | 'start again' | 'stop';

/**
 * What is understood of what visitors write in one language. Words and patterns are meant of bare words (`bare`): lower
 * case, without punctuation and accents.
 */
export interface Vocabulary {
  /** The whole of a text that is an order. */
  orders: Readonly<Record<Order, readonly string[]>>;
  yes: readonly string[];
  no: readonly string[];
  /** Words that say so wherever in a text they stand. */
  saysYes: RegExp;
  saysNo: RegExp;
  /** Words that are also meant with a slip in them. */
  mistyped: ReadonlyArray<readonly [word: string, value: boolean]>;
  /** What turns a sentence that names a choice into its contrary. */
  denies: RegExp;
  /** Numbers that are added up: “seventy”, “five”. */
  numbers: Readonly<Record<string, number>>;
  /** The words that multiply what was said in front of them by 12 and by 100; the latter also at the beginning of a text. */
  dozen: string;
  hundred: string;
  aHundred: string;
  /** What multiplies a number, in words or right behind its digits. */
  multipliers: Readonly<Record<string, number>>;
  /** What makes a range of two numbers. */
  betweenNumbers: readonly string[];
  /** One to ten, and first to tenth, as places in a list. */
  numerals: readonly string[];
  ordinals: readonly string[];
  last: string;
  /** What may stand in front of a place’s number, in digits (“no 2”) and as a word (“option two”). */
  beforeDigits: RegExp;
  beforeNumeral: RegExp;
  /** A place written with digits and an ending: “2nd”. The digits are its first group. */
  afterNumber: RegExp;
  /** What may stand around an ordinal. */
  aroundOrdinal: RegExp;
  /** None, and all, of several choices; and what stands between them, in a text as it was typed. */
  none: readonly string[];
  all: readonly string[];
  betweenChoices: RegExp;
  /** Reads dates as they are said; of two numbers, the month or the day comes first. */
  dates: Readonly<Record<'monthFirst' | 'dayFirst', Pick<Chrono, 'parse'>>>;
  /** The regions of the language in which the month comes first, as BCP 47 tags. */
  monthFirst: readonly string[];
  /** A month by its name, with which the order does not matter. */
  month: RegExp;
  /** What may stand around a postcode in a sentence, as it was typed. */
  aroundPostcode: RegExp;
}
