import { distance } from 'fastest-levenshtein';
import { bare, type Understanding } from './answer.ts';
import { type Understood, vocabularyOf } from './vocabulary/vocabularies.ts';

/** How many slips a word of this length may hold and still be meant. */
function slips(length: number): number {
  if (length < 4) return 0;
  return length < 8 ? 1 : Math.max(2, Math.floor(length / 5));
}

/** The place that “2”, “the second one”, “number 3” or “last” names in a list of `count`, or null. */
function place(words: string, count: number, vocabulary: Understood): number | null {
  const { beforeDigits, beforeNumeral, afterNumber, aroundOrdinal, numerals, ordinals, last } = vocabulary;
  const inList = (index: number): number | null => (index >= 0 && index < count ? index : null);
  const digits = words.replace(beforeDigits, '');
  if (/^\d{1,2}$/.test(digits)) return inList(Number(digits) - 1);
  const numeral = numerals.indexOf(words.replace(beforeNumeral, ''));
  if (numeral >= 0) return inList(numeral);
  const short = afterNumber.exec(words);
  if (short) return inList(Number(short[1]) - 1);
  const ordinal = words.replace(aroundOrdinal, '');
  return ordinal === last ? count - 1 : inList(ordinals.indexOf(ordinal));
}

/** Labels in their bare words: the same few are compared with every answer. */
const keptLabels = new Map<string, string>();
const MOST_KEPT = 5_000;

function bareLabel(label: string): string {
  let words = keptLabels.get(label);
  if (words === undefined) {
    words = bare(label);
    if (keptLabels.size >= MOST_KEPT) keptLabels.clear();
    keptLabels.set(label, words);
  }
  return words;
}

/**
 * Finds which of the labels a typed answer means: the label itself, with typing errors (“semi detatched”), part of it
 * when only one has that part (“semi”), the label inside a sentence, or its number or ordinal. Two labels that fit
 * equally well are no match: it is kinder to ask again than to guess.
 * @param language BCP 47
 * @returns the index of the label, or why there is none
 */
export function understandChoice(text: string, labels: readonly string[], language: string): Understanding {
  const vocabulary = vocabularyOf(language);
  const words = bare(text);
  if (words === '') return { unclear: 'empty' };
  const bareLabels = labels.map(bareLabel);
  const exact = bareLabels.indexOf(words);
  if (exact >= 0) return { value: exact };
  const one = (matches: number[]): Understanding | null =>
    matches.length === 1 ? { value: matches[0] as number } : null;
  const which = (holds: (label: string) => boolean): number[] =>
    bareLabels.flatMap((label, index) => (label !== '' && holds(label) ? [index] : []));

  // A slip of the pen does not make “semi or detached” one of the two.
  const denied = vocabulary.denies.test(words);
  const joined = words.replaceAll(' ', '');
  const scored = which(() => true)
    .map(index => ({ index, slips: distance(joined, (bareLabels[index] as string).replaceAll(' ', '')) }))
    .filter(({ index }) => !denied || vocabulary.denies.test(bareLabels[index] as string))
    .filter(({ index, slips: count }) => count <= slips((bareLabels[index] as string).replaceAll(' ', '').length))
    .sort((a, b) => a.slips - b.slips);
  if (scored[0] && scored[0].slips < (scored[1]?.slips ?? Number.POSITIVE_INFINITY)) return { value: scored[0].index };

  const named = place(words, labels.length, vocabulary);
  if (named !== null) return { value: named };

  const said = ` ${words} `;
  const inside = which(label => said.includes(` ${label} `));
  if (inside.length > 0) {
    // “not a flat, a semi” names two; “detached” inside “semi detached” is only part of the longer one.
    const longest = inside.filter(
      index => !inside.some(other => other !== index && ` ${bareLabels[other]} `.includes(` ${bareLabels[index]} `)),
    );
    // Beside the label: one may itself say “not” or “or”.
    const beside = longest.reduce((rest, index) => rest.replace(` ${bareLabels[index]} `, ' '), said);
    return (vocabulary.denies.test(beside) ? null : one(longest)) ?? { unclear: 'no match' };
  }
  if (words.length >= 3) {
    const startsWith = one(which(label => label.startsWith(words)));
    if (startsWith) return startsWith;
    const hasWord = one(which(label => ` ${label} `.includes(` ${words} `)));
    if (hasWord) return hasWord;
    if (denied) return { unclear: 'no match' };
    const meant = words.split(' ').filter(word => word.length >= 4);
    const byWord = which(label =>
      label.split(' ').some(part => part.length >= 4 && meant.some(word => distance(word, part) <= slips(part.length))),
    );
    return one(byWord) ?? { unclear: 'no match' };
  }
  return { unclear: 'no match' };
}

/**
 * Finds which of the labels are meant by an answer that may name several: “price and noise”, “1, 3”, “all”, “none of
 * these”. Each part has to mean one of them.
 * @returns the labels in their own order, or why there are none
 */
export function understandSeveral(text: string, labels: readonly string[], language: string): Understanding {
  const { none, all, betweenChoices } = vocabularyOf(language);
  const words = bare(text);
  if (words === '') return { unclear: 'empty' };
  if (none.includes(words)) return { value: [] };
  if (all.includes(words)) return { value: [...labels] };
  // A label may itself hold an “and”.
  const exact = labels.find(label => bareLabel(label) === words);
  if (exact !== undefined) return { value: [exact] };
  const meant = new Set<number>();
  for (const part of text.split(betweenChoices).filter(piece => bare(piece) !== '')) {
    const one = understandChoice(part, labels, language);
    if (!('value' in one)) return { unclear: 'no match' };
    meant.add(one.value as number);
  }
  return { value: labels.filter((_, index) => meant.has(index)) };
}
