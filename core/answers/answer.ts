import type { Value } from '../facts/fact.ts';

/**
 * What became of a visitor's typed answer: a value to keep, a value that is doubtful with what was probably meant, or
 * why it could not be understood (a stable reason that the ask turns into words).
 */
export type Understanding =
  | { value: Value }
  | { value: Value; probably: Value }
  | {
      unclear:
        | 'empty'
        | 'no match'
        | 'too small'
        | 'too large'
        | 'not a number'
        | 'not an address'
        | 'not a phone number'
        | 'wrong file';
    };

/** Words of plain ASCII with single spaces between them: most of what is typed, and tidy as it is. */
const TIDY = /^(?:[!-~]+(?: [!-~]+)*)?$/;

/** Typed text as people mean it: Unicode-normalised, trimmed, single spaces, plain quotes and dashes. */
export function tidy(text: string): string {
  if (TIDY.test(text)) return text;
  return text
    .normalize('NFKC')
    .replace(/[\u2010-\u2015\u2212]/g, '-')
    .replace(/[\u2018\u2019\u02bc]/g, "'")
    .replace(/[\u201c\u201d]/g, '"')
    .replace(/\p{Cf}/gu, '')
    .replace(/\s+/gu, ' ')
    .trim();
}

/** The words of a text for comparing: lower case, without marks, punctuation or accents. */
export function bare(text: string): string {
  if (TIDY.test(text))
    return text
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, ' ')
      .trim();
  return tidy(text)
    .toLocaleLowerCase('en')
    .normalize('NFD')
    .replace(/\p{M}/gu, '')
    .replace(/[^\p{L}\p{N}]+/gu, ' ')
    .trim();
}

/** Where in a tidy text one thing that is said ends and another begins. */
export const BETWEEN = /[,.;:!?\n]+|\s-\s/;

/** Bare words without those that say nothing; all of them where nothing else is said. */
export const meant = (words: string, { besides }: { besides: ReadonlySet<string> }): string =>
  words
    .split(' ')
    .filter(word => !besides.has(word))
    .join(' ') || words;
