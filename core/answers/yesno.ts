import { distance } from 'fastest-levenshtein';
import { bare, type Understanding } from './answer.ts';
import { vocabularyOf } from './vocabulary/vocabularies.ts';

/**
 * Understands yes and no in many words: “yep”, “no thanks”, “yes we own it”, “👍”. “yes and no” is neither.
 * @param language BCP 47
 */
export function understandYesNo(text: string, language: string): Understanding {
  const { answers, saysYes, saysNo, mistyped } = vocabularyOf(language);
  const words = bare(text);
  const whole = answers.get(words || text.trim());
  if (whole !== undefined) return { value: whole };
  if (words === '') return { unclear: 'empty' };
  const list = words.split(' ');
  const found = new Set<boolean>();
  if (saysYes.test(words)) found.add(true);
  if (saysNo.test(words)) found.add(false);
  if (found.size === 1) return { value: found.has(true) };
  if (found.size === 2) return { unclear: 'no match' };
  const start = answers.get(list.slice(0, 2).join(' ')) ?? answers.get(list[0] as string);
  if (start !== undefined) return { value: start };
  if (list.length === 1 && words.length >= 3)
    for (const [word, value] of mistyped) if (distance(words, word) === 1) return { value };
  return { unclear: 'no match' };
}
