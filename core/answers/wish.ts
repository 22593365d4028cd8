import { bare, tidy } from './answer.ts';
import { vocabularyOf } from './vocabulary/vocabularies.ts';
import type { Wish, WishWords } from './vocabulary/vocabulary.ts';

export type { Wish };

/** What a visitor wants besides what is asked, and the words by which it was understood. */
export interface Wanted {
  wish: Wish;
  by: string;
  /** Only to be called, which may also be what was asked. */
  called?: true;
}

/** So much of a text is looked through, in characters: who wants somebody says so soon, and a novel costs nothing. */
const LOOKED_AT = 600;
/** So much is told of the words by which it was understood, in characters. */
const MOST_BY = 120;
/** So many words are short. */
const SHORT = 4;

/** A clause in the words that are looked for, each said once where it was said again and again: “agent agent AGENT”. */
function spelt(clause: string, words: WishWords): string {
  return clause
    .split(' ')
    .map(word => (Object.hasOwn(words.spelt, word) ? words.spelt[word]! : word))
    .filter((word, at, all) => word !== all[at - 1])
    .join(' ');
}

/**
 * Whether somebody wants something at any time, whatever they were asked: a person, in its many forms (“is anyone there”,
 * “not a bot pls”, “this is useless, get me a human”), and not where it is not meant (“human resources”, “does a person have
 * to be home”). Each clause is looked at by itself: what it asks for, what stands before it that makes of it no wish, and
 * whether the clause only asks about people.
 * @param language BCP 47
 */
export function understandWish(text: string, language: string): Wanted | undefined {
  const { person } = vocabularyOf(language).wishes;
  if (!person.hint.test(text)) return undefined;
  const said = tidy(text.slice(0, LOOKED_AT));
  const whole = bare(said);
  const clauses = said.split(person.between).map(bare).filter(Boolean);
  const wanted = (by: string): Wanted => ({
    wish: 'person',
    by: by.slice(0, MOST_BY),
    ...(person.calls.test(by) ? { called: true as const } : {}),
  });
  // What is short is meant as a whole as well: “hello? anyone?”.
  for (const given of whole.split(' ').length <= SHORT ? [...clauses, whole] : clauses) {
    const clause = spelt(given, person);
    if (person.alone.test(clause) && !person.notAlone.test(clause)) return wanted(given);
    for (const asks of person.plainly) {
      const found = asks.exec(clause);
      if (found) return wanted(found[0].trim());
    }
    if (person.about.test(clause)) continue;
    for (const asks of person.asks) {
      const found = asks.exec(clause);
      if (found && !person.unless.test(clause.slice(0, found.index).trim())) return wanted(found[0].trim());
    }
  }
  return undefined;
}
