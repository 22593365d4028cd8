import { tidy, type Understanding } from './answer.ts';
import { type Understood, vocabularyOf } from './vocabulary/vocabularies.ts';

/** What multiplies is a word, and not a sign such as “k”, when it is longer. */
const LONGEST_SIGN = 2;

/** “one thousand nine hundred” as a number, or null when the text holds no number word. */
function inWords(text: string, { numbers, dozen, hundred, aHundred, multipliers }: Understood): number | null {
  let total = 0;
  let group = 0;
  let found = false;
  for (const word of text.toLowerCase().split(/[^\p{L}]+/u)) {
    const value = Object.hasOwn(numbers, word) ? numbers[word] : undefined;
    if (value !== undefined) {
      group += value;
      found = true;
    } else if (word === dozen) {
      group = (group || 1) * 12;
      found = true;
    } else if (word === hundred && (found || text.toLowerCase().startsWith(aHundred))) {
      group = (group || 1) * 100;
      found = true;
    } else if (word.length > LONGEST_SIGN && Object.hasOwn(multipliers, word) && found) {
      total += group * multipliers[word]!;
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
  const vocabulary = vocabularyOf(language);
  const { multipliers } = vocabulary;
  const clean = tidy(text).replace(vocabulary.unit, '$1 ');
  if (clean === '') return { unclear: 'empty' };
  const found = [...clean.matchAll(vocabulary.amount)].map(match => {
    const value = digits((match[2] as string).trim(), language) * (multipliers[(match[3] ?? '').toLowerCase()] ?? 1);
    return { value: match[1] === '-' ? -value : value, unit: (match[3] ?? '').toLowerCase(), at: match.index };
  });
  let value: number | null = null;
  const [first, second] = found;
  if (first && second && found.length === 2 && vocabulary.range.test(clean.slice(first.at))) {
    const unit = multipliers[second.unit];
    const low = unit && !first.unit && first.value < second.value / unit + 1 ? first.value * unit : first.value;
    value = (low + second.value) / 2;
  } else value = first ? first.value : inWords(clean, vocabulary);
  if (value === null || !Number.isFinite(value) || Math.abs(value) > 1e12) return { unclear: 'not a number' };
  if (bounds.min !== undefined && value < bounds.min) return { unclear: 'too small' };
  if (bounds.max !== undefined && value > bounds.max) return { unclear: 'too large' };
  return { value };
}
