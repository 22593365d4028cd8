import { type Amount, amountsIn, OTHER, type Token } from './amount.ts';
import { bare, tidy, type Understanding } from './answer.ts';
import { type Understood, vocabularyOf } from './vocabulary/vocabularies.ts';

/** The sign that a language writes before decimals: “.” in English, “,” in German. */
function decimalSign(language: string): string {
  return new Intl.NumberFormat(language).formatToParts(1.5).find(part => part.type === 'decimal')?.value ?? '.';
}

interface Signs {
  decimal: string;
  grouping: string;
  /** A whole number, grouped by three or not at all, with or without decimals: nearly every number that is typed. */
  common: RegExp;
  /** One grouping sign followed by other than three digits can only be a decimal, whatever the language: “1,5”. */
  loneDecimal: RegExp;
}

const signs = new Map<string, Signs>();

function signsOf(language: string): Signs {
  let known = signs.get(language);
  if (!known) {
    const decimal = decimalSign(language);
    const grouping = decimal === '.' ? ',' : '.';
    known = {
      decimal,
      grouping,
      common: new RegExp(`^(?:\\d+|\\d{1,3}(?:\\${grouping}\\d{3})+)(?:\\${decimal}\\d+)?$`),
      loneDecimal: new RegExp(`^\\d+\\${grouping}(\\d{1,2}|\\d{4,})$`),
    };
    signs.set(language, known);
  }
  return known;
}

/** What digits come to, with the signs between them as the language has them; `NaN` of what is no amount: “1,2,3”. */
export function digitsRead(text: string, language: string): number {
  const { decimal, grouping, common, loneDecimal } = signsOf(language);
  if (common.test(text)) return Number(text.split(grouping).join('').replace(decimal, '.'));
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
const PARTS: ReadonlyArray<readonly [RegExp, string]> = [
  [/(\d)\s?(?:½|1\/2(?!\d))/gu, '$1.5'],
  [/(\d)\s?¼|(\d)\s1\/4(?!\d)/gu, '$1$2.25'],
  [/(\d)\s?¾|(\d)\s3\/4(?!\d)/gu, '$1$2.75'],
  [/(^|[^\d])\.(?=\d)/gu, '$10.'],
  [/½/gu, '0.5'],
  [/¼/gu, '0.25'],
  [/¾/gu, '0.75'],
];
/** Whether a text may hold one of them; nearly none does. */
const HAS_PARTS = /[½¼¾/]|(?<!\d)\.\d/u;

/** A text with the parts of one in it as decimals. */
function inDecimals(text: string): string {
  return HAS_PARTS.test(text) ? PARTS.reduce((so, [sign, decimal]) => so.replace(sign, decimal), text) : text;
}

/** A stretch of digits, grouped by spaces or with the signs of decimals and grouping in between; or else a word. */
const DIGITS_OR_WORD = /(\d{1,3}(?:[\s']\d{3})+(?![\d])(?:[.,]\d+)?|\d[\d.,]*\d|\d)|\p{L}+/gu;

/** What right in front of digits, and right behind them, says that they are no amount. */
const OTHER_BEFORE = /(?:[+#@/:]\s?|\p{L})$/u;
const OTHER_AFTER = /^(?:[/:]\d|@)/;
/** How a phone number begins that is written with its area. */
const FROM_NOUGHT = /^0[\d\s]/;
/** More digits in a row than an amount has that anybody types. */
const MOST_DIGITS = 13;

/**
 * What stands in digits but is no amount: a phone number, a time, a date, a house’s number with a letter, a place in a row.
 */
function isOther(text: string, before: string, after: string, vocabulary: Understood): boolean {
  if (before !== '' && OTHER_BEFORE.test(before)) return true;
  if (after !== '' && (OTHER_AFTER.test(after) || vocabulary.afterDigits.test(after))) return true;
  return FROM_NOUGHT.test(text) || (text.length > MOST_DIGITS && text.replace(/\D/g, '').length > MOST_DIGITS);
}

/** The words of an answer, as far as they bear on an amount; undefined when there is a number in it that is something else. */
function tokensOf(clean: string, language: string, vocabulary: Understood): Token[] | undefined {
  const tokens: Token[] = [];
  DIGITS_OR_WORD.lastIndex = 0;
  for (let match = DIGITS_OR_WORD.exec(clean); match; match = DIGITS_OR_WORD.exec(clean)) {
    const [word, figures] = match;
    const at = match.index;
    const end = at + word.length;
    if (figures === undefined) {
      const { is, value } = vocabulary.bearing.get(word) ?? OTHER;
      tokens.push({ is, value, at, end });
    } else {
      const value = digitsRead(figures, language);
      if (!Number.isFinite(value) || isOther(figures, clean.slice(0, at), clean.slice(end), vocabulary))
        return undefined;
      tokens.push({ is: 'digits', value, at, end });
    }
  }
  return tokens;
}

const DIGIT_AND_LETTER = /\d\p{L}/u;
/** A minus in front of an amount that joins no two words or numbers. */
const MINUS = /(?:^|[^\p{L}\d\s.,'])\s?-\s?$|^\s*-\s?$|\s-$/u;
const CURRENCY_AT_END = /\p{Sc}\s?$/u;

/** Whether what stands in front of an amount makes it less than nothing. */
function isNegative(before: string, vocabulary: Understood): boolean {
  if (before === '') return false;
  const words = before.replace(CURRENCY_AT_END, '');
  return vocabulary.negative.test(words) || (words.includes('-') && MINUS.test(words));
}

/** An amount, or a stretch of them, that was said. */
export interface Stretch {
  from: number;
  to: number;
  /** Whether the ends are part of it: not of “more than 5”. */
  above: boolean;
  below: boolean;
  /** What else was said, in bare words. */
  beside: string;
}

/** The one amount or range that a text says, and what is said beside it; undefined when there is none, or more than that. */
function amountSaid(text: string, language: string, vocabulary: Understood): Stretch | undefined {
  const lower = tidy(inDecimals(text)).toLowerCase();
  const clean = DIGIT_AND_LETTER.test(lower) ? lower.replace(vocabulary.unit, '$1 ') : lower;
  const tokens = tokensOf(clean, language, vocabulary);
  const amounts = tokens && amountsIn(tokens);
  if (!tokens || !amounts?.length) return undefined;
  const start = (amount: Amount): number => tokens[amount.from]!.at;
  const end = (amount: Amount): number => tokens[amount.to - 1]!.end;
  const beside = bare(
    amounts
      .reduceRight((rest, one) => `${rest.slice(0, start(one)).trimEnd()} ${rest.slice(end(one)).trimStart()}`, clean)
      .trim(),
  );
  const [first, second, more] = amounts;
  const before = clean.slice(0, start(first!));
  const value = isNegative(before, vocabulary) ? -first!.value : first!.value;
  if (more || Math.abs(value) > MOST) return undefined;
  const ends = { above: true, below: true, beside };
  if (!second) return { from: value, to: value, ...ends };
  const { between, joining } = vocabulary;
  const inMiddle = clean.slice(end(first!), start(second));
  // “2 and 3” are a range only where it says “between” in front.
  if (!(between.test(inMiddle) || (joining.before.test(before) && joining.middle.test(inMiddle)))) return undefined;
  // “9 to 5” is no range.
  if (first!.value >= second.value || second.value > MOST) return undefined;
  // “2 to 3 thousand” are thousands both.
  const { scale } = second;
  const low = scale && !first!.scale && first!.value < second.value / scale + 1 ? value * scale : value;
  return { from: low, to: second.value, ...ends };
}

/** The most that an amount may come to, and the least. */
const MOST = 1e12;

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
  const { nothing, share, bounding, makesOther } = vocabulary;
  if (tidy(text) === '') return { unclear: 'empty' };
  const said = amountSaid(text, language, vocabulary);
  if (said && (makesOther.test(said.beside.replace(bounding, ' ')) || share.test(bare(text))))
    return { unclear: 'not a number' };
  const value = said ? (said.from + said.to) / 2 : nothing.includes(bare(text)) ? 0 : undefined;
  if (value === undefined) return { unclear: 'not a number' };
  if (bounds.min !== undefined && value < bounds.min) return { unclear: 'too small' };
  if (bounds.max !== undefined && value > bounds.max) return { unclear: 'too large' };
  return { value };
}

/**
 * Which amounts a label or an answer means, both ends of them: “3 or 4”, “5 or more”, “under £1,000”.
 * @param language BCP 47
 * @returns undefined when it holds no amount, or more than one stretch of them
 */
export function understandStretch(text: string, language: string): Stretch | undefined {
  const vocabulary = vocabularyOf(language);
  const said = amountSaid(text, language, vocabulary);
  if (!said) return undefined;
  const ends = `${said.beside}${/\d\s?\+/.test(text) ? ' +' : ''}`;
  const bound = vocabulary.bounds.find(({ words }) => words.test(ends));
  if (!bound) return said;
  const beside = bare(ends.replace(bound.words, ' '));
  return bound.towards === 'more'
    ? { ...said, beside, to: Number.POSITIVE_INFINITY, above: bound.itself }
    : { ...said, beside, from: Number.NEGATIVE_INFINITY, below: bound.itself };
}
