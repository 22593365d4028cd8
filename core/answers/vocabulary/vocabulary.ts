import type { Chrono } from 'chrono-node';
import type { DurationLikeObject } from 'luxon';
import type { PersonPart } from '../../facts/fact.ts';
import type { Kinds, Weights } from '../marks.ts';

/** What a visitor may want to do with the conversation instead of answering. */
export type Order = 'skip' | 'back' | 'start again' | 'stop';

/** What a visitor may want at any time, whatever is asked. */
export type Wish = 'person';

/** How a wish is said, of the bare words of one clause of a text. */
export interface WishWords {
  /** Where one thing that is said ends and another begins, in a text as it was typed. */
  between: RegExp;
  /** How some words of it are written as well, in haste. */
  spelt: Readonly<Record<string, string>>;
  /** What the words stand for that tell of it, and those around them. Only a clause with one of `asks` is looked at. */
  kinds: Kinds;
  asks: ReadonlySet<string>;
  /** How much speaks for it, as was learnt from examples (`core/answers/learning`). */
  weights: Weights;
  /** A lead’s own wording is taken as this: one of a word as somebody, one of more as asking for somebody. */
  as: { word: string; words: string };
  /** Of the words that it was understood by: only that one wants to be called. */
  calls: RegExp;
}

/**
 * What is understood of what visitors write in one language. Words and patterns are meant of bare words (`bare`): lower
 * case, without punctuation and accents.
 */
export interface Vocabulary {
  /** The whole of a text that is an order. */
  orders: Readonly<Record<Order, readonly string[]>>;
  yes: readonly string[];
  no: readonly string[];
  /** The whole of what is a no and names none: “not on your life”. */
  refuses: RegExp;
  /** Of these, what says so in so many words, wherever in an answer it stands. */
  plainly: readonly string[];
  /** What says so at the beginning of a sentence too: “of course we do”. */
  openly: readonly string[];
  /** What says so as a sentence of its own, whatever comes after it: “we do, all of it”. */
  whole: readonly string[];
  /** What only strengthens what it stands right in front of: “absolutely no chance”. */
  strengthens: readonly string[];
  /** What turns what it stands beside: “not”. */
  negates: readonly string[];
  /** What leaves it open (“maybe”, “yes if”), and what asks back; in bare words. */
  leavesOpen: RegExp;
  asks: RegExp;
  /** What may stand in front of an answer and says nothing: “oh”, “well”. */
  besides: ReadonlySet<string>;
  /** Words that are also meant with a slip in them. */
  mistyped: ReadonlyArray<readonly [word: string, value: boolean]>;
  /** What turns a sentence that names a choice into its contrary. */
  denies: RegExp;
  /** Numbers that are added up: “seventy”, “five”. */
  numbers: Readonly<Record<string, number>>;
  /** The words that multiply what was said in front of them by 12 and by 100. */
  dozen: string;
  hundred: string;
  /** What parts of one are called, and what stands between the words of a number. */
  fractions: Readonly<Record<'half' | 'quarter' | 'and' | 'article' | 'of' | 'point', readonly string[]>>;
  /** What at the end of the words before a number makes it less than nothing. */
  negative: RegExp;
  /** What right behind digits makes them something else than an amount: “3rd”, “5 pm”. */
  afterDigits: RegExp;
  /** What only says that an amount is a bound: “not more than”. Taken away before the next is looked for. */
  bounding: RegExp;
  /** Bare words beside a number that make it something else, or no number that could be kept: “not 5”, “a few hundred”. */
  makesOther: RegExp;
  /** What multiplies a number, in words or right behind its digits. */
  multipliers: Readonly<Record<string, number>>;
  /** What makes a range of two numbers; and what does only with words in front, which end what stands before the first. */
  betweenNumbers: readonly string[];
  joiningNumbers: { before: RegExp; middle: string };
  /** A share of something, which is no amount: “half of it”. */
  share: RegExp;
  /** The whole of what says that there are none. */
  nothing: readonly string[];
  /**
   * What, in bare words, makes a bound of an amount (a “+” behind it is one of the words), the longest first; and whether the
   * amount itself is meant as well: of “5 or more” it is, of “more than 5” not.
   */
  bounds: ReadonlyArray<{ words: RegExp; towards: 'more' | 'less'; itself: boolean }>;
  /** Bare words beside an amount that say nothing about of what it is one. */
  besideAmounts: ReadonlySet<string>;
  /** One to ten, and first to tenth, as places in a list. */
  numerals: readonly string[];
  ordinals: readonly string[];
  last: string;
  /** What may stand behind a short answer and says nothing, in bare words. */
  pleasantries: RegExp;
  /** What may stand in front of a place’s number, in digits (“no 2”) and as a word (“option two”). */
  beforeDigits: RegExp;
  beforeNumeral: RegExp;
  /** A place written with digits and an ending: “2nd”. The digits are its first group. */
  afterNumber: RegExp;
  /** What may stand around an ordinal. */
  aroundOrdinal: RegExp;
  /**
   * What means the same in a label and in an answer, however it is said, without the words that say nothing (`besides`): not
   * to know, to mean something else.
   */
  meanings: ReadonlyArray<{ label: RegExp; said: RegExp }>;
  /** How a word ends that is a form of another: “renting”. */
  endings: RegExp;
  /** None, and all, of several choices; and what stands between them, in a text as it was typed. */
  none: readonly string[];
  all: readonly string[];
  betweenChoices: RegExp;
  /** Reads dates as they are said; of two numbers, the month or the day comes first. */
  dates: Readonly<Record<'monthFirst' | 'dayFirst', Pick<Chrono, 'parse'>>>;
  /** How days are named from others. */
  around: {
    /**
     * How a day is counted from another, the longest first: how many (`count`) of which (`unit`), whether `back`, and from
     * which day (`from`), as the names of groups.
     */
    shifts: readonly RegExp[];
    counts: Readonly<Record<string, number>>;
    units: Readonly<Record<string, DurationLikeObject>>;
    /** What is written otherwise before it is read: “the fourth” as “the 4th”. */
    written: ReadonlyArray<readonly [words: RegExp, as: (...found: string[]) => string]>;
    /** A day of the year by its name in bare words, the next from today on: ISO 8601 dates. */
    named(words: string, today: string): string | undefined;
    /** A day of the month, in bare words: “the 3rd”, “Friday the 4th”. Its number is `day`, the day of its week `weekday`, what
     * is said around it `before` and `after`. */
    ofMonth: RegExp;
    /** The days of the week by how their names begin, Monday first. */
    weekdays: readonly string[];
  };
  /** What names a stretch of days and no day, and what says that a day has been. */
  vagueDates: RegExp;
  pastDates: RegExp;
  /** Words beside a date that say nothing about which day is meant. */
  besideDates: ReadonlySet<string>;
  /** The regions of the language in which the month comes first, as BCP 47 tags. */
  monthFirst: readonly string[];
  /** A month by its name, with which the order does not matter. */
  month: RegExp;
  /**
   * How an email address is said: its “at”, its other signs, and what says that its words are one; what leads up to it and
   * what never is a mailbox (“look at …”), in bare words, and what may stand behind.
   */
  spokenEmail: {
    at: RegExp;
    signs: ReadonlyArray<readonly [words: RegExp, sign: string]>;
    joined: RegExp;
    before: RegExp;
    never: RegExp;
    after: RegExp;
  };
  /** How digits are said one by one, what says one several times, and whether a text has any of them. */
  spokenDigits: {
    digits: Readonly<Record<string, string>>;
    times: Readonly<Record<string, number>>;
    said: RegExp;
  };
  /** What is wanted at any time, besides what is asked. */
  wishes: Readonly<Record<Wish, WishWords>>;
  /** Orders that are meant only with nothing around them: “I want to cancel” is about something else. */
  ordersAlone: readonly string[];
  /** What may stand around an order, in bare words: “could we”, “please”. */
  aroundOrder: { before: RegExp; after: RegExp };
  /** The whole of what is said beside an order and asks for nothing: “oops”, “sorry”. */
  excuses: RegExp;
  /** How what is known of a person is named, in bare words. */
  details: Readonly<Record<PersonPart, RegExp>>;
  /** What may stand around a postcode in a sentence, as it was typed. */
  aroundPostcode: RegExp;
}
