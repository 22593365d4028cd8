import { likeness, type MeaningOf } from './meaning.ts';
import { questionKey } from './pairs/asks.ts';

/** Texts are of one group from this likeness on. Of paraphrases of one question most are above it, and few of two questions are. */
const ALIKE = 0.68;

/**
 * Puts texts together that ask the same, by their words and then by their meaning: each joins the group whose first text it is most
 * like.
 * @param meaningOf what they mean, as far as it is known; without it words alone are gone by
 * @returns places in `texts`, the largest groups first; of as large ones those that came first
 */
export function groupsOf(texts: readonly string[], meaningOf: MeaningOf): number[][] {
  const byKey = new Map<string, number[]>();
  for (const [at, text] of texts.entries()) {
    const key = questionKey(text);
    const same = byKey.get(key);
    if (same) same.push(at);
    else byKey.set(key, [at]);
  }
  // What is asked most is what others are held against.
  const all = [...byKey.values()].sort((one, other) => other.length - one.length);
  const groups: number[][] = [];
  for (const same of all) {
    const meaning = meaningOf(texts[same[0]!]!);
    let nearest: number[] | undefined;
    let near = ALIKE;
    if (meaning)
      for (const group of groups) {
        const other = meaningOf(texts[group[0]!]!);
        const alike = other ? likeness(meaning, other) : 0;
        if (alike >= near) {
          near = alike;
          nearest = group;
        }
      }
    if (nearest) nearest.push(...same);
    else groups.push([...same]);
  }
  return groups.sort((one, other) => other.length - one.length);
}
