import { tidy, type Understanding } from './answer.ts';

const multipliers: Record<string, number> = { k: 1e3, thousand: 1e3, grand: 1e3, m: 1e6, mn: 1e6, million: 1e6 };

const small: Record<string, number> = {
  zero: 0,
  none: 0,
  nil: 0,
  one: 1,
  two: 2,
  three: 3,
  four: 4,
  five: 5,
  six: 6,
  seven: 7,
  eight: 8,
  nine: 9,
  ten: 10,
  eleven: 11,
  twelve: 12,
  thirteen: 13,
  fourteen: 14,
  fifteen: 15,
  sixteen: 16,
  seventeen: 17,
  eighteen: 18,
  nineteen: 19,
  twenty: 20,
  thirty: 30,
  forty: 40,
  fifty: 50,
  sixty: 60,
  seventy: 70,
  eighty: 80,
  ninety: 90,
};

/** “one thousand nine hundred” as a number, or null when the text holds no number word. */
function inWords(text: string): number | null {
  let total = 0;
  let group = 0;
  let found = false;
  for (const word of text.toLowerCase().split(/[^a-z]+/)) {
    const value = Object.hasOwn(small, word) ? small[word] : undefined;
    if (value !== undefined) {
      group += value;
      found = true;
    } else if (word === 'dozen') {
      group = (group || 1) * 12;
      found = true;
    } else if (word === 'hundred' && (found || text.toLowerCase().startsWith('a hundred'))) {
      group = (group || 1) * 100;
      found = true;
    } else if ((word === 'thousand' || word === 'million') && found) {
      total += group * (multipliers[word] as number);
      group = 0;
    }
  }
  return found ? total + group : null;
}

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
  if (loneDecimal.test(compact)) return Number(compact.replace(grouping, '.'));
  return Number(compact.replaceAll(grouping, '').replace(decimal, '.'));
}

/** A digit with a unit written right behind it, which is none of our multipliers: “12,000kWh”, “5kW”. */
const UNIT = /(\d)(?!(?:k|m|mn|thousand|grand|million)(?!\p{L}))(?=\p{L})/giu;

/** Two numbers with what makes a range of them in between: “1,000-2,000”, “2 to £3k”. */
const RANGE = /\d\s?(?:k|m|thousand)?\s?(?:-|to|and|or)\s?\p{Sc}?\s?\d/iu;

/**
 * Understands an amount as people write it: “about 1,900”, “£1.9k”, “between 2 and 3 thousand” (its middle), “a
 * couple of hundred” is left to be asked again.
 * @param language BCP 47, decides what “1.900” means
 */
export function understandNumber(
  text: string,
  language: string,
  bounds: { min?: number | undefined; max?: number | undefined } = {},
): Understanding {
  const clean = tidy(text).replace(UNIT, '$1 ');
  if (clean === '') return { unclear: 'empty' };
  const found = [
    ...clean.matchAll(
      /(?<![\p{L}\d])(-?)(?:[\p{Sc}]\s?)?(\d[\d.,'\s]*\d|\d)\s?(k|m|mn|thousand|grand|million)?(?![\p{L}])/giu,
    ),
  ].map(match => {
    const value = digits((match[2] as string).trim(), language) * (multipliers[(match[3] ?? '').toLowerCase()] ?? 1);
    return { value: match[1] === '-' ? -value : value, unit: (match[3] ?? '').toLowerCase(), at: match.index };
  });
  let value: number | null = null;
  const [first, second] = found;
  if (first && second && found.length === 2 && RANGE.test(clean.slice(first.at))) {
    const unit = multipliers[second.unit];
    const low = unit && !first.unit && first.value < second.value / unit + 1 ? first.value * unit : first.value;
    value = (low + second.value) / 2;
  } else value = first ? first.value : inWords(clean);
  if (value === null || !Number.isFinite(value) || Math.abs(value) > 1e12) return { unclear: 'not a number' };
  if (bounds.min !== undefined && value < bounds.min) return { unclear: 'too small' };
  if (bounds.max !== undefined && value > bounds.max) return { unclear: 'too large' };
  return { value };
}
