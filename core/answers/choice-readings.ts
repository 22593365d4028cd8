import { distance } from 'fastest-levenshtein';
import { meant } from './answer.ts';
import { type Label, stem, unitsOf } from './label.ts';
import { type Stretch, understandStretch } from './number.ts';
import type { Understood } from './vocabulary/vocabularies.ts';
import { understandYesNo } from './yesno.ts';

/** An answer to a question with choices. */
export interface Answer {
  text: string;
  /** Its bare words. */
  words: string;
  /** The same without pleasantries behind them. */
  plain: string;
  /** Whether it holds what turns a sentence that names a choice into its contrary. */
  denied: boolean;
  language: string;
  vocabulary: Understood;
}

/** What an answer may be seen to mean: nothing further is tried, and it is asked again. */
export const DOUBTFUL = 'doubtful';

/** One way to read an answer: the place of the label that is meant; nothing where it cannot be read so. */
type Reading = (answer: Answer, labels: readonly Label[]) => number | typeof DOUBTFUL | undefined;

const which = (labels: readonly Label[], holds: (label: Label) => boolean): number[] =>
  labels.flatMap((label, index) => (label.words !== '' && holds(label) ? [index] : []));
const theOnly = (matches: readonly number[]): number | undefined => (matches.length === 1 ? matches[0] : undefined);

const whole: Reading = ({ words }, labels) => {
  const index = labels.findIndex(label => label.words === words);
  return index < 0 ? undefined : index;
};

/** How many slips a word of this length may hold and still be meant. */
function slips(length: number): number {
  if (length < 4) return 0;
  return length < 8 ? 1 : Math.max(2, Math.floor(length / 5));
}

/** A slip of the pen does not make one number of another: “under 2000” is not “Under £1,000”. */
const digits = (words: string): string => words.replace(/\D+/g, ' ').trim();

const misspelt: Reading = ({ words, denied, vocabulary }, labels) => {
  const joined = words.replaceAll(' ', '');
  const [best, next] = which(labels, label => !denied || vocabulary.denies.test(label.words))
    // A slip of the pen does not make “semi or detached” one of the two.
    .map(index => ({ index, count: distance(joined, labels[index]!.joined) }))
    .filter(
      ({ index, count }) =>
        count <= slips(labels[index]!.joined.length) && digits(labels[index]!.joined) === digits(joined),
    )
    .sort((a, b) => a.count - b.count);
  return best && best.count < (next?.count ?? Number.POSITIVE_INFINITY) ? best.index : undefined;
};

/** Whether all that one stretch of amounts means is part of another. */
const within = (inner: Stretch, outer: Stretch): boolean =>
  (inner.from > outer.from || (inner.from === outer.from && (outer.above || !inner.above))) &&
  (inner.to < outer.to || (inner.to === outer.to && (outer.below || !inner.below)));

/** Whether labels count whole things: “1 or 2” has “3 or 4” next to it. */
const counts = (stretches: readonly Stretch[]): boolean =>
  stretches.some(({ to }) => Number.isInteger(to) && stretches.some(({ from }) => from === to + 1));

/**
 * What an answer means where whole things are counted, with its ends in it: “more than 4” is 5 and more, “under 3” what the
 * least label begins with, up to 2.
 */
const counted = (said: Stretch, labels: readonly Stretch[]): Stretch => {
  const { from, to, above, below } = said;
  const least = from === Number.NEGATIVE_INFINITY ? Math.min(...labels.map(label => label.from)) : from;
  return {
    ...said,
    from: above || !Number.isInteger(from) ? least : from + 1,
    to: below || !Number.isInteger(to) ? to : to - 1,
    above: true,
    below: true,
  };
};

/** So many words may say of what an amount is one, where the labels do not say it. */
const MOST_UNITS = 2;

/** “four” of “1 or 2”, “3 or 4” and “5 or more”. Of labels in other units than the answer nobody knows which is meant. */
const amount: Reading = ({ text, denied, language, vocabulary }, labels) => {
  const stretches = labels.flatMap(({ stretch }) => stretch ?? []);
  if (stretches.length < 2) return undefined;
  const given = understandStretch(text, language);
  if (!given) return undefined;
  const said = counts(stretches) ? counted(given, stretches) : given;
  const units = unitsOf(said, vocabulary);
  const fits = which(
    labels,
    ({ stretch, units: own }) =>
      stretch !== undefined &&
      within(said, stretch) &&
      (own.length > 0 ? units.every(unit => own.includes(unit)) : units.length <= MOST_UNITS),
  );
  return (denied && said.from === said.to ? undefined : theOnly(fits)) ?? DOUBTFUL;
};

const inList = (index: number, labels: readonly Label[]): number | undefined =>
  index >= 0 && index < labels.length ? index : undefined;

/** “the second one”, “number 3”, “last”. */
const place: Reading = ({ plain: words, vocabulary }, labels) => {
  const { beforeDigits, beforeNumeral, afterNumber, aroundOrdinal, numerals, ordinals, last } = vocabulary;
  const digits = words.replace(beforeDigits, '');
  if (digits !== words && /^\d{1,2}$/.test(digits)) return inList(Number(digits) - 1, labels);
  const numeral = words.replace(beforeNumeral, '');
  if (numeral !== words && numerals.includes(numeral)) return inList(numerals.indexOf(numeral), labels);
  const short = afterNumber.exec(words);
  if (short) return inList(Number(short[1]) - 1, labels);
  const ordinal = words.replace(aroundOrdinal, '');
  return ordinal === last ? labels.length - 1 : inList(ordinals.indexOf(ordinal), labels);
};

/** “2”, “two”. */
const number: Reading = ({ plain: words, vocabulary: { numerals } }, labels) => {
  const index = /^\d{1,2}$/.test(words) ? Number(words) - 1 : numerals.indexOf(words);
  // “3” may be the third, or “In the next 3 months”.
  const named = labels.some((label, at) => at !== index && ` ${label.words} `.includes(` ${words} `));
  return index >= 0 && named ? DOUBTFUL : inList(index, labels);
};

/** A word as long as this is more than one that every sentence has. */
const TELLING = 4;

const inside: Reading = ({ words, vocabulary }, labels) => {
  const said = ` ${words} `;
  const found = which(labels, label => said.includes(` ${label.words} `));
  if (found.length === 0) return undefined;
  // “not a flat, a semi” names two; “detached” inside “semi detached” is only part of the longer one.
  const longest = found.filter(
    index => !found.some(other => other !== index && ` ${labels[other]!.words} `.includes(` ${labels[index]!.words} `)),
  );
  // Beside the label: one may itself say “not” or “or”.
  const beside = longest.reduce((rest, index) => rest.replace(` ${labels[index]!.words} `, ' '), said);
  const only = vocabulary.denies.test(beside) ? undefined : theOnly(longest);
  // “gas and wood” is as much of “Wood or pellets”.
  const others = beside.split(' ').filter(word => word.length >= TELLING);
  const another = which(labels, label => others.some(word => label.words.split(' ').includes(word)));
  return only === undefined || another.some(index => index !== only) ? DOUBTFUL : only;
};

/** “yep” of “Yes, I own it” and “No, I rent”. */
const yesOrNo: Reading = ({ text, language }, labels) => {
  const yes = theOnly(which(labels, label => label.says === true));
  const no = theOnly(which(labels, label => label.says === false));
  if (yes === undefined || no === undefined) return undefined;
  const said = understandYesNo(text, language);
  return 'value' in said ? (said.value ? yes : no) : undefined;
};

/** “no idea” of “I don’t know”. */
const sameMeaning: Reading = ({ plain: words, vocabulary }, labels) => {
  const plainly = meant(words, vocabulary);
  const meaning = vocabulary.meanings.findIndex(({ said }) => said.test(plainly));
  return meaning < 0 ? undefined : theOnly(which(labels, label => label.meaning === meaning));
};

/** “asap” of “As soon as possible”. */
const initials: Reading = ({ plain: words }, labels) =>
  words.length < 3
    ? undefined
    : theOnly(
        which(labels, label => {
          const parts = label.words.split(' ');
          return parts.length === words.length && parts.every((part, at) => part.startsWith(words[at]!));
        }),
      );

/** Letters that stand twice, once. */
const squeezed = (word: string): string => word.replace(/(.)\1+/gu, '$1');

const partly: Reading = ({ words, denied, vocabulary }, labels) => {
  if (words.length < 3) return undefined;
  const startsWith = theOnly(which(labels, label => label.words.startsWith(words)));
  if (startsWith !== undefined) return startsWith;
  const hasWord = theOnly(which(labels, label => ` ${label.words} `.includes(` ${words} `)));
  if (hasWord !== undefined) return hasWord;
  if (denied) return undefined;
  const said = words.split(' ');
  const byWord = (fits: (word: string, part: string) => boolean): number | undefined =>
    theOnly(which(labels, label => label.words.split(' ').some(part => said.some(word => fits(word, part)))));
  return (
    byWord(
      (word, part) => word.length >= TELLING && part.length >= TELLING && distance(word, part) <= slips(part.length),
    ) ??
    byWord((word, part) => part.length >= 3 && squeezed(word) === squeezed(part)) ??
    byWord(
      (word, part) => Math.min(word.length, part.length) >= 5 && (part.startsWith(word) || word.startsWith(part)),
    ) ??
    byWord(
      (word, part) =>
        word.length >= TELLING && part.length >= TELLING && stem(word, vocabulary) === stem(part, vocabulary),
    )
  );
};

/** The ways to read an answer, the surest first. */
export const READINGS: readonly Reading[] = [
  whole,
  misspelt,
  place,
  amount,
  number,
  inside,
  yesOrNo,
  sameMeaning,
  initials,
  partly,
];
