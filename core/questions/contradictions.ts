import type { Article } from './article.ts';
import { questionLanguageOf } from './language/language.ts';
import { type Amounted, amountsOf } from './outside/founded.ts';
import { stemsOf } from './words.ts';

/** Two articles that answer one question with two numbers: how each has it. */
export interface Contradiction {
  one: string;
  other: string;
  says: readonly [one: string, other: string];
}

/** Fewer words than these are no question that could be known by them. */
const LEAST_WORDS = 2;
/** What so many questions share tells none of them from the others. */
const COMMON = 50;
const MOST = 50;

interface Telling {
  id: string;
  stems: ReadonlySet<string>;
  amounts: readonly Amounted[];
}

/** How each has what they count alike and have different: the first of that. */
function difference(one: Telling, other: Telling): readonly [string, string] | undefined {
  for (const mine of one.amounts) {
    const theirs = other.amounts.filter(({ of }) => of === mine.of);
    const values = new Set(theirs.map(({ value }) => value));
    const ours = one.amounts.filter(({ of }) => of === mine.of);
    if (theirs.length > 0 && !ours.some(({ value }) => values.has(value))) return [mine.is, theirs[0]!.is];
  }
  return undefined;
}

const holds = (whole: ReadonlySet<string>, part: ReadonlySet<string>): boolean =>
  [...part].every(stem => whole.has(stem));

/**
 * The articles that contradict each other: all that the one asks the other asks too, and of something that both count they have no number
 * in common.
 * @param language BCP 47
 */
export function contradictionsIn(articles: readonly Article[], language: string): Contradiction[] {
  const words = questionLanguageOf(language);
  const telling = articles.flatMap(({ id, question, answer }): Telling[] => {
    const stems = new Set(stemsOf(question, words));
    const amounts = stems.size < LEAST_WORDS ? [] : amountsOf(answer, language).filter(({ of }) => of !== undefined);
    return amounts.length > 0 ? [{ id, stems, amounts }] : [];
  });
  const holding = new Map<string, number[]>();
  telling.forEach(({ stems }, at) => {
    for (const stem of stems) {
      const there = holding.get(stem);
      if (there) there.push(at);
      else holding.set(stem, [at]);
    }
  });
  const found: Contradiction[] = [];
  for (const [at, one] of telling.entries()) {
    // Who asks all of this is among those that ask its rarest word.
    const rarest = [...one.stems].map(stem => holding.get(stem)!).sort((a, b) => a.length - b.length)[0]!;
    if (rarest.length > COMMON) continue;
    for (const place of rarest) {
      const other = telling[place]!;
      if (place === at || !holds(other.stems, one.stems)) continue;
      // Of two that ask the same the first looks at the second.
      if (place < at && other.stems.size === one.stems.size) continue;
      const says = difference(one, other);
      if (says) found.push({ one: one.id, other: other.id, says });
      if (found.length === MOST) return found;
    }
  }
  return found;
}
