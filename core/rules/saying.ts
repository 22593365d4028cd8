import { type Fact, type Facts, type Locale, show } from '../facts/fact.ts';
import type { SpokenLine } from '../flow/line.ts';
import { filled } from '../phrases/phrase.ts';

/** What is known, as words, by its name in lower case: what a wording of a rule has places for. */
export function shownValues(values: Facts, facts: readonly Fact[], locale: Locale): ReadonlyMap<string, string> {
  const shown = new Map<string, string>();
  for (const { name, type } of facts) {
    const value = values[name];
    if (value !== undefined) shown.set(name.toLowerCase(), show(value, type, locale));
  }
  return shown;
}

/**
 * A wording with what is known in its places, as a line. A paragraph with a place of which nothing is known, and nothing stands
 * instead, is left out: half a promise is worse than none.
 */
export function saidLine(text: string, shown: ReadonlyMap<string, string>): SpokenLine {
  return text.split('\n').flatMap((paragraph): SpokenLine => {
    if (paragraph.trim() === '') return [];
    const { text: words, missing } = filled(paragraph, shown);
    return missing.length > 0 ? [] : [[{ text: words }]];
  });
}
