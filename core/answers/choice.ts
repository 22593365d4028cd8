import { bare, type Understanding } from './answer.ts';
import { type Answer, DOUBTFUL, READINGS } from './choice-readings.ts';
import { labelOf } from './label.ts';
import { vocabularyOf } from './vocabulary/vocabularies.ts';

/**
 * Finds which of the labels a typed answer means: the label itself, with typing errors (“semi detatched”), the amounts it
 * stands for (“four” of “3 or 4”), its number or ordinal, the label inside a sentence, yes or no where they are yes and no,
 * what means the same (“no idea” of “I don’t know”), or part of it when only one has that part (“semi”). Two labels that fit
 * equally well are no match: it is kinder to ask again than to guess.
 * @param language BCP 47
 * @returns the index of the label, or why there is none
 */
export function understandChoice(text: string, labels: readonly string[], language: string): Understanding {
  const words = bare(text);
  if (words === '') return { unclear: 'empty' };
  const vocabulary = vocabularyOf(language);
  const plain = words.replace(vocabulary.pleasantries, '');
  const answer: Answer = { text, words, plain, denied: vocabulary.denies.test(words), language, vocabulary };
  const known = labels.map(label => labelOf(label, language));
  for (const reading of READINGS) {
    const index = reading(answer, known);
    if (index !== undefined) return index === DOUBTFUL ? { unclear: 'no match' } : { value: index };
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
  const exact = labels.find(label => labelOf(label, language).words === words);
  if (exact !== undefined) return { value: [exact] };
  const meant = new Set<number>();
  for (const part of text.split(betweenChoices).filter(piece => bare(piece) !== '')) {
    const one = understandChoice(part, labels, language);
    if (!('value' in one)) return { unclear: 'no match' };
    meant.add(one.value as number);
  }
  return { value: labels.filter((_, index) => meant.has(index)) };
}
