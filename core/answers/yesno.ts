import { distance } from 'fastest-levenshtein';
import { BETWEEN, bare, meant, tidy, type Understanding } from './answer.ts';
import { type Understood, vocabularyOf } from './vocabulary/vocabularies.ts';

/** What a stretch of an answer says: yes, no, or that something is not so. */
interface Said {
  says: boolean | 'not';
  /** Whether it says so in so many words, whatever else is said: “yes”, and not “right”. */
  plainly: boolean;
  /** Whether it says so at the beginning of a sentence as well: “of course we do”, and not “right now”. */
  openly: boolean;
  at: number;
  end: number;
}

/** How many words a phrase has at most. */
const LONGEST = 5;
/** How far from each other “not” and what it turns may stand. */
const NEAR = 1;

/** What an answer says, word by word, the longest phrases first. */
function saidIn(
  list: readonly string[],
  { answers, plainAnswers, openAnswers, strengthens, negates }: Understood,
): Said[] {
  const said: Said[] = [];
  for (let at = 0; at < list.length; ) {
    let found: Said | undefined;
    for (let end = Math.min(list.length, at + LONGEST); end > at && !found; end--) {
      const phrase = list.slice(at, end).join(' ');
      const value = answers.get(phrase);
      if (negates.has(phrase)) found = { says: 'not', plainly: false, openly: openAnswers.has(phrase), at, end };
      else if (value !== undefined)
        found = { says: value, plainly: plainAnswers.has(phrase), openly: openAnswers.has(phrase), at, end };
    }
    const before = said.at(-1);
    // “absolutely no chance” is one.
    if (found && found.says !== 'not' && before?.end === at && strengthens.has(list.slice(before.at, at).join(' ')))
      said.splice(-1, 1, { ...found, openly: found.openly || before.openly, at: before.at });
    else if (found) said.push(found);
    at = found?.end ?? at + 1;
  }
  return said;
}

/**
 * Understands yes and no in many words: “yep”, “no thanks”, “yes we own it”, “absolutely not”, “👍”. What says both, or
 * leaves it open, is neither: it is kinder to ask again than to take a no for a yes.
 * @param language BCP 47
 */
export function understandYesNo(text: string, language: string): Understanding {
  const vocabulary = vocabularyOf(language);
  const { answers, refuses, leavesOpen, asks, mistyped, besides } = vocabulary;
  // “y e s” is spelt out, and “nooo” drawn out.
  const words = bare(text)
    .replace(/^(?:\p{L} )+\p{L}$/u, letters => letters.replaceAll(' ', ''))
    .replace(/(\p{L})\1{2,}/gu, '$1');
  const whole = answers.get(words || text.trim());
  if (whole !== undefined) return { value: whole };
  if (words === '') return { unclear: 'empty' };
  if (refuses.test(words)) return { value: false };
  if (leavesOpen.test(words) || asks.test(words)) return { unclear: 'no match' };
  const list = words.split(' ');
  const said = saidIn(list, vocabulary);
  const [first] = said;
  if (!first) {
    if (list.length === 1 && words.length >= 3)
      for (const [word, value] of mistyped) if (distance(words, word) === 1) return { value };
    return { unclear: 'no match' };
  }
  // What ends as a question asks back, unless it says yes or no in so many words.
  if (!first.plainly && text.trimEnd().endsWith('?')) return { unclear: 'no match' };
  // Agreeing by anything but yes itself is meant only at the beginning: “that is fine by my wife” says nothing of us.
  if (!first.plainly && list.slice(0, first.at).some(word => !besides.has(word))) return { unclear: 'no match' };
  // As a sentence of its own it is an answer, whatever comes after it: “we do, all of it”.
  const [sentence = ''] = tidy(text).split(BETWEEN, 1);
  const isWhole =
    vocabulary.wholeAnswers.has(meant(bare(sentence), vocabulary)) || vocabulary.wholeAnswers.has(bare(sentence));
  // And by what else may be said of anything (“right now”, “great question”) only when that is all there is.
  const accounted = new Set(said.flatMap(({ at, end }) => list.slice(at, end)));
  if (!first.plainly && !first.openly && !isWhole && list.some(word => !accounted.has(word) && !besides.has(word)))
    return { unclear: 'no match' };
  const values = new Set<boolean>();
  for (const [index, { says, plainly, at, end }] of said.entries()) {
    if (says === 'not') {
      // By itself it is a no where the answer begins with it: “don’t want to”.
      values.add(false);
      continue;
    }
    const before = said[index - 1];
    const after = said[index + 1];
    const turned =
      (before?.says === 'not' && at - before.end <= NEAR) || (after?.says === 'not' && after.at - end <= NEAR);
    if (turned && plainly && says) return { unclear: 'no match' };
    // “No, we are renting”: what comes after a plain no is a reason for it.
    if (says && !turned && !plainly && index > 0 && first.plainly && first.says === false) continue;
    values.add(turned ? false : says);
  }
  const [value] = values;
  return values.size === 1 && value !== undefined ? { value } : { unclear: 'no match' };
}
