import { amountsIn, OTHER, type Token } from '../../answers/amount.ts';
import { digitsRead } from '../../answers/number.ts';
import { vocabularyOf } from '../../answers/vocabulary/vocabularies.ts';
import { questionLanguageOf } from '../language/language.ts';
import type { IsWord } from '../spelling.ts';
import { stemOf } from '../words.ts';

/** Something that a composed text says and that none of its sources has. */
export interface Unfounded {
  what: 'number' | 'price' | 'link' | 'name';
  /** As the text has it. */
  is: string;
}

/** What a composed text is held against. */
export interface Grounds {
  sources: readonly string[];
  /** What may be named besides: the lead’s own words to whoever composes. Never what the visitor said, who may be wrong. */
  named?: readonly string[];
  /** BCP 47. */
  language: string;
  isWord?: IsWord | undefined;
}

const LINK =
  /(?:https?:\/\/|www\.)[^\s<>()[\]"”]+|[\p{L}\p{N}._%+-]+@[\p{L}\p{N}-]+(?:\.[\p{L}\p{N}-]+)+|\b(?:[\p{L}\p{N}-]+\.)+\p{L}{2,}(?:\/[^\s<>()[\]"”]*)?/giu;
const PRICE = /(\p{Sc})\s?(\d[\d.,]*\d|\d)|(\d[\d.,]*\d|\d)\s?(\p{Sc})/gu;
const NUMBER_OR_WORD =
  /\d{1,3}(?:[\s']\d{3})+(?!\d)|\d[\d.,]*\d|\d|\p{L}[\p{L}\p{M}'’]*|%|(?<!\p{L})-|[^\s\p{L}\p{N}-]/gu;
const WORD = /\p{L}[\p{L}\p{M}\p{N}'’-]*/gu;
const BEGINS = /(?:^|[.!?:…\n]["”’)*_]*\s+|^\s*[-*•–]\s+|\n\s*)["“‘(*_]*$/u;

/** Digits and letters in the forms that are usual; what is written alike is read alike. */
const usual = (text: string): string => text.normalize('NFKC').replaceAll('’', "'");
const linkOf = (link: string): string =>
  link
    .toLowerCase()
    .replace(/^(?:https?:\/\/)?(?:www\.)?/, '')
    .replace(/[/.,;:!?'*_]+$/, '');

/** A number that a text says. */
export interface Amounted {
  is: string;
  value: number;
  /** The stem of what stands right behind it, of which it is so much; nothing at an end, or where that says nothing. */
  of: string | undefined;
}

/** The numbers of a text, in digits and in words, each with what it counts. */
function numbersOf(text: string, language: string): Amounted[] {
  const { bearing } = vocabularyOf(language);
  const words = questionLanguageOf(language);
  const tokens: Array<Token & { word: string }> = [];
  for (const { 0: word, index: at } of text.matchAll(NUMBER_OR_WORD)) {
    const place = { at, end: at + word.length, word };
    if (/^\d/.test(word)) tokens.push({ ...place, is: 'digits', value: digitsRead(word, language) });
    else tokens.push({ ...place, ...(bearing.get(word.toLowerCase()) ?? OTHER) });
  }
  const of = (behind: number): string | undefined => {
    // “£18 a day” is of the day.
    const isBetween = tokens[behind]?.is === 'article';
    const word = tokens[isBetween ? behind + 1 : behind]?.word.toLowerCase();
    if (word === undefined || !/[\p{L}%]/u.test(word)) return undefined;
    return words.idle.has(word) ? undefined : stemOf(word, words);
  };
  const whole = amountsIn(tokens);
  const found = whole
    ? whole.map(({ value, from, to }) => ({ value, from, to }))
    : tokens.flatMap(({ is, value }, at) =>
        is === 'digits' || is === 'number' ? [{ value, from: at, to: at + 1 }] : [],
      );
  return found.flatMap(({ value, from, to }) => {
    const is = text.slice(tokens[from]!.at, tokens[to - 1]!.end);
    // “One of us” counts nothing.
    return value === 1 && !/\d/.test(is) ? [] : [{ is, value, of: of(to) }];
  });
}

const pricesOf = (text: string, language: string): Amounted[] =>
  [...text.matchAll(PRICE)].map(([is, sign, amount, other = '', behind]) => ({
    is,
    value: digitsRead(amount ?? other, language),
    of: behind ?? sign,
  }));

const isAmong = ({ value, of }: Amounted, amounts: readonly Amounted[]): boolean =>
  amounts.some(other => Object.is(other.value, value) && (of === undefined || other.of === of));

/** The prices of a text, of which each counts its currency, and its other numbers with what they count. */
export function amountsOf(written: string, language: string): Amounted[] {
  const text = usual(written).replace(LINK, ' ');
  return [...pricesOf(text, language), ...numbersOf(text.replace(PRICE, ' '), language)];
}

/**
 * What a composed text says that none of its sources has: links and addresses, prices, numbers with what they count, and names. It tells
 * of no mistake in what the words between them say.
 * @returns nothing where all of it is founded
 */
export function unfounded(composed: string, { sources, named = [], language, isWord }: Grounds): Unfounded[] {
  const text = usual(composed);
  const grounds = usual(sources.join('\n\n'));
  const found: Unfounded[] = [];
  const links = new Set([...grounds.matchAll(LINK)].map(([link]) => linkOf(link)));
  for (const [link] of text.matchAll(LINK)) if (!links.has(linkOf(link))) found.push({ what: 'link', is: link });
  const said = text.replace(LINK, ' ');
  const known = grounds.replace(LINK, ' ');

  const prices = pricesOf(known, language);
  const wrong = pricesOf(said, language).filter(price => !isAmong(price, prices));
  for (const { is } of wrong) found.push({ what: 'price', is });

  const numbers = numbersOf(known, language);
  for (const number of numbersOf(said, language))
    if (!isAmong(number, numbers) && !wrong.some(({ is }) => is.includes(number.is)))
      found.push({ what: 'number', is: number.is });

  const words = new Set(
    [
      ...usual([grounds, known, ...named].join('\n'))
        .toLowerCase()
        .matchAll(WORD),
    ].map(([word]) => nameOf(word)),
  );
  for (const { 0: word, index } of said.matchAll(WORD)) {
    const name = nameOf(word.toLowerCase());
    if (!/^\p{Lu}/u.test(word) || name.length < 2 || words.has(name)) continue;
    if (BEGINS.test(said.slice(0, index)) && (isWord?.(name) ?? true)) continue;
    found.push({ what: 'name', is: word });
  }
  return found;
}

/** “Tarrow’s” is of Tarrow, and “I’ll” is I. */
const nameOf = (word: string): string => word.replace(/'.*$/, '');
