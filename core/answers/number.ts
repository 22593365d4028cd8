import { type Amount, amountsIn, type Token, tokenOf } from './amount.ts';
import { bare, tidy, type Understanding } from './answer.ts';
import { type Understood, vocabularyOf } from './vocabulary/vocabularies.ts';

/** The sign that a language writes before decimals: “.” in English, “,” in German. */
function decimalSign(language: string): string {
  return new Intl.NumberFormat(language).formatToParts(1.5).find(part => part.type === 'decimal')?.value ?? '.';
}

interface Signs {
  decimal: string;
  grouping: string;
  /** One grouping sign followed by other than three digits can only be a decimal, whatever the language: “1,5”. */
  loneDecimal: RegExp;
}

const signs = new Map<string, Signs>();

function signsOf(language: string): Signs {
  let known = signs.get(language);
  if (!known) {
    const decimal = decimalSign(language);
    const grouping = decimal === '.' ? ',' : '.';
    known = { decimal, grouping, loneDecimal: new RegExp(`^\\d+\\${grouping}(\\d{1,2}|\\d{4,})$`) };
    signs.set(language, known);
  }
  return known;
}

function digits(text: string, language: string): number {
  const { decimal, grouping, loneDecimal } = signsOf(language);
  const compact = text.replace(/[\s']/g, '');
  // The same sign again and again can only group: “1.000.000”, “12,34,567”; not “1,2,3”, nor a date.
  const groups = /^\d{1,3}([.,])\d{2,3}(?:\1\d{2,3})*\1(\d+)$/.exec(compact);
  if (groups) return groups[2]!.length === 3 ? Number(compact.replaceAll(groups[1]!, '')) : Number.NaN;
  if ((compact.match(/[.,]/g)?.length ?? 0) > 1 && /[.,]\d{1,2}[.,]/.test(compact)) return Number.NaN;
  // With both signs the last is the decimal’s, whatever the language: “1.250,50”.
  const both = /^(\d{1,3}(?:([.,])\d{3})*)(?!\2)[.,](\d+)$/.exec(compact);
  if (both?.[2]) return Number(`${both[1]!.replaceAll(both[2], '')}.${both[3]}`);
  if (loneDecimal.test(compact)) return Number(compact.replace(grouping, '.'));
  return Number(compact.replaceAll(grouping, '').replace(decimal, '.'));
}

/** Signs that stand for a part of one. NFKC would write them as a division. */
const parts: ReadonlyArray<readonly [RegExp, string]> = [
  [/(\d)\s?(?:½|1\/2(?!\d))/gu, '$1.5'],
  [/(\d)\s?¼/gu, '$1.25'],
  [/(\d)\s?¾/gu, '$1.75'],
  [/(^|[^\d])\.(?=\d)/gu, '$10.'],
  [/½/gu, '0.5'],
  [/¼/gu, '0.25'],
  [/¾/gu, '0.75'],
];

/** A stretch of digits: grouped by spaces, or with the signs of decimals and grouping in between. */
const DIGITS = /\d{1,3}(?:[\s']\d{3})+(?![\d])(?:[.,]\d+)?|\d[\d.,]*\d|\d/gu;
const WORD = /\p{L}+/gu;

/**
 * What stands in digits but is no amount: a phone number, a time, a date, a house’s number with a letter, a place in a row.
 */
function isOther(clean: string, at: number, end: number, vocabulary: Understood): boolean {
  const [before, after] = [clean.slice(0, at), clean.slice(end)];
  if (/[+#@/:]\s?$/.test(before) || /^(?:\/(?=\d)|:(?=\d)|@)/.test(after)) return true;
  if (/\p{L}$/u.test(before)) return true;
  const text = clean.slice(at, end);
  if (/^0[\d\s]/.test(text) || text.replace(/\D/g, '').length > MOST_DIGITS) return true;
  return vocabulary.afterDigits.test(after);
}

/** More digits in a row than an amount has that anybody types. */
const MOST_DIGITS = 13;

/** The words of an answer, as far as they bear on an amount; undefined when there is a number in it that is something else. */
function tokensOf(clean: string, language: string, vocabulary: Understood): Token[] | undefined {
  const tokens: Token[] = [];
  for (const match of clean.matchAll(DIGITS)) {
    const [text] = match;
    const end = match.index + text.length;
    const value = digits(text, language);
    if (!Number.isFinite(value) || isOther(clean, match.index, end, vocabulary)) return undefined;
    tokens.push({ is: 'digits', value, at: match.index, end });
  }
  for (const { 0: word, index } of clean.matchAll(WORD)) tokens.push(tokenOf(word, index, vocabulary));
  return tokens.toSorted((a, b) => a.at - b.at);
}

/**
 * Understands an amount as people write it: “about 1,900”, “£1.9k”, “two and a half thousand”, “minus 3”, “between 2 and 3
 * thousand” (its middle). Every number in the answer has to belong to what is understood, and nothing beside it may make it
 * something else (“not 5”, “a few hundred”, “at 5 pm”, a phone number): what is doubtful is asked again.
 * @param language BCP 47, decides what “1.900” means
 */
export function understandNumber(
  text: string,
  language: string,
  bounds: { min?: number | undefined; max?: number | undefined } = {},
): Understanding {
  const vocabulary = vocabularyOf(language);
  const clean = tidy(parts.reduce((so, [sign, decimal]) => so.replace(sign, decimal), text))
    .toLowerCase()
    .replace(vocabulary.unit, '$1 ');
  if (clean === '') return { unclear: 'empty' };
  const tokens = tokensOf(clean, language, vocabulary);
  const amounts = tokens && amountsIn(tokens);
  if (!tokens || !amounts?.length) return { unclear: 'not a number' };
  const start = (amount: Amount): number => tokens[amount.from]!.at;
  const end = (amount: Amount): number => tokens[amount.to - 1]!.end;
  const beside = amounts.reduceRight((rest, one) => `${rest.slice(0, start(one))} ${rest.slice(end(one))}`, clean);
  if (vocabulary.makesOther.test(bare(beside.replace(vocabulary.bounding, ' ')))) return { unclear: 'not a number' };
  const signed = ({ value, ...amount }: Amount): number => {
    const before = clean.slice(0, start({ value, ...amount })).replace(/\p{Sc}\s?$/u, '');
    return vocabulary.negative.test(before) || /(?:^|[^\p{L}\d\s.,'])\s?-\s?$|^\s*-\s?$|\s-$/u.test(before)
      ? -value
      : value;
  };
  const [first, second, more] = amounts;
  let value = signed(first!);
  if (more) return { unclear: 'not a number' };
  if (second) {
    if (!vocabulary.between.test(clean.slice(end(first!), start(second)))) return { unclear: 'not a number' };
    // “9 to 5” is no range.
    if (first!.value >= second.value) return { unclear: 'not a number' };
    // “2 to 3 thousand” are thousands both.
    const { scale } = second;
    const low = scale && !first!.scale && first!.value < second.value / scale + 1 ? value * scale : value;
    value = (low + second.value) / 2;
  }
  if (Math.abs(value) > 1e12) return { unclear: 'not a number' };
  if (bounds.min !== undefined && value < bounds.min) return { unclear: 'too small' };
  if (bounds.max !== undefined && value > bounds.max) return { unclear: 'too large' };
  return { value };
}
