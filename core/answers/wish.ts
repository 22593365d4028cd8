import { distance } from 'fastest-levenshtein';
import { bare, tidy } from './answer.ts';
import { judged } from './marks.ts';
import { vocabularyOf } from './vocabulary/vocabularies.ts';
import type { Wish, WishWords } from './vocabulary/vocabulary.ts';

export type { Wish };

/** What a visitor wants besides what is asked, and the words by which it was understood. */
export interface Wanted {
  wish: Wish;
  by: string;
  /** Only to be called, which may also be what was asked. */
  called?: true;
}

const NONE: readonly string[] = [];
const NONE_OWN: readonly Own[] = [];
/** So much of a text is looked through, in characters: who wants somebody says so soon, and a novel costs nothing. */
const LOOKED_AT = 600;
/** So much is told of the words by which it was understood, in characters. */
const MOST_BY = 120;
/** Among so many words of a clause it is looked by which it was understood. */
const TOLD_AMONG = 24;
/** How much a word must speak for it to be told as one of those, in tenths. */
const TELLS = 5;
/** So many words are short. */
const SHORT = 4;
/** A word of so many letters may be written with a slip in it. */
const LONG = 5;
/** How much must speak for it, in tenths: it is meant more likely than not. */
const MEANT = 0;

/** A word as it is judged, and whether somebody could be asked for by it. */
interface Read {
  as: string;
  asks: boolean;
}

/** Words as they were last read: the same are typed all day. */
const reads = new WeakMap<WishWords, Map<string, Read>>();
const MOST_READ = 5_000;

/** A word as its vocabulary has it: written in haste (“sum1”), or with one slip in it (“humna”). */
function read(word: string, words: WishWords): Read {
  let known = reads.get(words);
  if (!known || known.size > MOST_READ) {
    known = new Map();
    reads.set(words, known);
  }
  const before = known.get(word);
  if (before) return before;
  const as = withoutSlip(word, words);
  const { kinds, asks } = words;
  const now = { as, asks: Object.hasOwn(kinds, as) && asks.has(kinds[as]!) };
  known.set(word, now);
  return now;
}

const inOrder = (word: string): string => [...word].sort().join('');

/** What asks for somebody and is one letter, or two letters in another order, from a word that is none of those known. */
function withoutSlip(word: string, { spelt: known, kinds, asks, weights }: WishWords): string {
  if (Object.hasOwn(known, word)) return known[word]!;
  if (word.length < LONG || Object.hasOwn(kinds, word) || Object.hasOwn(weights, word)) return word;
  const letters = inOrder(word);
  const meant = Object.keys(kinds).find(
    one =>
      one.length >= LONG &&
      one[0] === word[0] &&
      asks.has(kinds[one]!) &&
      (distance(one, word) === 1 || inOrder(one) === letters),
  );
  return meant ?? word;
}

/** The words of a clause as they were typed, each once where it was typed again and again: “agent agent AGENT”. */
function typedIn(clause: string): string[] {
  return clause.split(' ').filter((word, at, all) => word !== all[at - 1]);
}

/** A clause in the words that it is judged by. */
export const wordsOf = (clause: string, words: WishWords): string[] =>
  typedIn(clause).map(word => read(word, words).as);

export const isMeant = (clause: readonly string[], { kinds, weights }: Pick<WishWords, 'kinds' | 'weights'>): boolean =>
  judged(clause, kinds, weights) >= MEANT;

/**
 * What is judged of a text, clause by clause, in bare words: each by itself, and what is short as a whole as well (“hello?
 * anyone?”).
 */
export function clausesOf(text: string, { between }: Pick<WishWords, 'between'>): string[] {
  const said = tidy(text.slice(0, LOOKED_AT));
  const whole = bare(said);
  const clauses = said.split(between).map(bare).filter(Boolean);
  return whole.split(' ').length <= SHORT && clauses.length > 1 ? [...clauses, whole] : clauses;
}

/** Whether there is any word among these by which somebody could be asked for. */
const mayAsk = (typed: readonly string[], words: WishWords): boolean => typed.some(word => read(word, words).asks);

/** The words of a clause, as typed, that speak for it most: what is said before and after them is no part of it. */
function toldBy(clause: string, words: WishWords): string {
  const meant = wordsOf(clause, words).slice(0, TOLD_AMONG);
  let [first, last] = [0, meant.length];
  let most = Number.NEGATIVE_INFINITY;
  for (let from = 0; from < meant.length; from++)
    for (let to = meant.length; to > from; to--) {
      const part = meant.slice(from, to);
      const speaks = judged(part, words.kinds, words.weights) - TELLS * part.length;
      if (speaks > most && mayAsk(part, words)) [first, last, most] = [from, to, speaks];
    }
  return typedIn(clause).slice(first, last).join(' ');
}

/** A lead’s own wording, in bare words. */
interface Own {
  words: string;
  /** One word is meant where little else is said: “operator please”, and not “the operator of the lift came”. */
  isWord: boolean;
}

/** Wordings of leads made ready, as long as who asks keeps them. */
const ownOf = new WeakMap<readonly string[], readonly Own[]>();

function made(wordings: readonly string[]): readonly Own[] {
  let own = ownOf.get(wordings);
  if (!own) {
    own = wordings
      .map(bare)
      .filter(Boolean)
      .map(words => ({ words, isWord: !words.includes(' ') }));
    ownOf.set(wordings, own);
  }
  return own;
}

/** The wording of a lead’s that a clause says, and does not take back or only tell of. */
function ownIn(clause: string, own: readonly Own[], words: WishWords): string | undefined {
  const said = ` ${clause} `;
  const isShort = clause.split(' ').length <= SHORT;
  return own.find(({ words: wording, isWord }) => {
    if ((isWord && !isShort) || !said.includes(` ${wording} `)) return false;
    const meant = said.replace(` ${wording} `, ` ${isWord ? words.as.word : words.as.words} `).trim();
    return isMeant(meant.split(' '), words);
  })?.words;
}

/**
 * Whether somebody wants something at any time, whatever they were asked: a person, in its many forms (“is anyone there”,
 * “not a bot pls”, “this is useless, get me a human”), and not where it is not meant (“human resources”, “does a person have
 * to be home”). Each clause is judged by itself, by what was learnt from examples of both.
 * @param language BCP 47
 * @param wordings what else a lead takes for such a wish, in their own words; the same list each time, as it is made ready once
 */
export function understandWish(text: string, language: string, wordings: readonly string[] = NONE): Wanted | undefined {
  const { person } = vocabularyOf(language).wishes;
  const own = wordings.length > 0 ? made(wordings) : NONE_OWN;
  if (own.length === 0 && !mayAsk(bare(text.slice(0, LOOKED_AT)).split(' '), person)) return undefined;
  const wanted = (by: string): Wanted => ({
    wish: 'person',
    by: by.slice(0, MOST_BY),
    ...(person.calls.test(by) ? { called: true as const } : {}),
  });
  for (const given of clausesOf(text, person)) {
    const ownWords = ownIn(given, own, person);
    if (ownWords !== undefined) return wanted(ownWords);
    const clause = wordsOf(given, person);
    if (mayAsk(clause, person) && isMeant(clause, person)) return wanted(toldBy(given, person));
  }
  return undefined;
}
