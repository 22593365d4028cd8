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

const NONE: readonly string[] = [];
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

/** A lead’s own wording, in bare words. */
interface Own {
  words: string;
  /** One word is meant where little else is said: “operator please”, and not “the operator of the lift came”. */
  isWord: boolean;
}

/** Wordings of leads made ready, as long as who asks keeps them. */
const ownOf = new WeakMap<readonly string[], readonly Own[]>();

function made(wordings: readonly string[]): readonly Own[] {
  let own = ownOf.get(wordings);
  if (!own) {
    own = wordings
      .map(bare)
      .filter(Boolean)
      .map(words => ({ words, isWord: !words.includes(' ') }));
    ownOf.set(wordings, own);
  }
  return own;
}

/** The wording of a lead’s that a clause says, and does not take back or only ask about. */
function ownIn(clause: string, own: readonly Own[], { unless, about }: WishWords): string | undefined {
  if (about.test(clause)) return undefined;
  const said = ` ${clause} `;
  const isShort = clause.split(' ').length <= SHORT;
  return own.find(({ words, isWord }) => {
    const at = isWord && !isShort ? -1 : said.indexOf(` ${words} `);
    return at >= 0 && !unless.test(clause.slice(0, at).trim());
  })?.words;
}

/**
 * Whether somebody wants something at any time, whatever they were asked: a person, in its many forms (“is anyone there”,
 * “not a bot pls”, “this is useless, get me a human”), and not where it is not meant (“human resources”, “does a person have
 * to be home”). Each clause is looked at by itself: what it asks for, what stands before it that makes of it no wish, and
 * whether the clause only asks about people.
 * @param language BCP 47
 * @param wordings what else a lead takes for such a wish, in their own words; the same list each time, as it is made ready once
 */
export function understandWish(text: string, language: string, wordings: readonly string[] = NONE): Wanted | undefined {
  const { person } = vocabularyOf(language).wishes;
  const own = wordings.length > 0 ? made(wordings) : [];
  if (own.length === 0 && !person.hint.test(text)) return undefined;
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
    const ownWords = ownIn(given, own, person);
    if (ownWords !== undefined) return wanted(ownWords);
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
