import { cut } from '../facts/text.ts';
import { plain, type WordPart } from '../facts/words.ts';

/** A place of a phrase, or the words between two. */
type Part = { text: string } | { fact: string; otherwise: string | undefined; text: string };

/** `{first name}` stands for what is known by that name; `{first name|there}` is “there” where nothing is. */
const PLACE = /\{([^{}|\n]{1,60})(?:\|([^{}\n]{0,100}))?\}/g;

function partsOf(phrase: string): Part[] {
  const parts: Part[] = [];
  let at = 0;
  for (const match of phrase.matchAll(PLACE)) {
    if (match.index > at) parts.push({ text: phrase.slice(at, match.index) });
    parts.push({ fact: match[1]!.trim().toLowerCase(), otherwise: match[2]?.trim(), text: match[0] });
    at = match.index + match[0].length;
  }
  if (at < phrase.length) parts.push({ text: phrase.slice(at) });
  return parts;
}

/** The facts that a phrase has places for, each once, as they are written there in lower case. */
export const factsIn = (phrase: string): string[] => [
  ...new Set(partsOf(phrase).flatMap(part => ('fact' in part ? [part.fact] : []))),
];

/**
 * A phrase with what is known put into its places.
 * @param known what is known, as words, by the name of the fact in lower case
 * @returns the words, in which places of which nothing is known and nothing stands instead are left as they are; and those
 */
export function filled(phrase: string, known: ReadonlyMap<string, string>): { text: string; missing: string[] } {
  const missing: string[] = [];
  const text = partsOf(phrase)
    .map(part => {
      if (!('fact' in part)) return part.text;
      const words = known.get(part.fact) ?? part.otherwise;
      if (words === undefined) missing.push(part.text);
      return words ?? part.text;
    })
    .join('');
  return { text, missing };
}

/** A phrase as part of a sentence, with its places marked; cut where it has more than so many characters. */
export function phraseWords(phrase: string, most: number): WordPart[] {
  const words: WordPart[] = [];
  let left = most;
  for (const part of partsOf(phrase.replace(/\s+/g, ' ').trim())) {
    if (left <= 0) return [...words, plain('…')];
    const text = 'fact' in part ? part.fact : part.text;
    words.push('fact' in part ? { fact: part.fact } : plain(text.length > left ? `${cut(text, left)}…` : text));
    if (text.length > left) return words;
    left -= text.length;
  }
  return words;
}

export interface Findable {
  shortcut: string;
  text: string;
  used: number;
}

/**
 * The phrases that are meant by what was typed behind a “/”, the best first: whose shortcut begins so, then that have words
 * that begin so, each by how often they were used.
 */
export function phrasesFor<P extends Findable>(typed: string, phrases: readonly P[]): P[] {
  const sought = typed
    .toLowerCase()
    .split(/[\s-]+/)
    .filter(Boolean);
  const rank = ({ shortcut, text }: P): number => {
    if (shortcut.toLowerCase().startsWith(typed.toLowerCase())) return 0;
    const words = `${shortcut} ${text}`.toLowerCase().split(/[^\p{L}\p{N}]+/u);
    return sought.length > 0 && sought.every(one => words.some(word => word.startsWith(one))) ? 1 : 2;
  };
  return phrases
    .map(phrase => ({ phrase, rank: rank(phrase) }))
    .filter(one => one.rank < 2)
    .toSorted(
      (a, b) => a.rank - b.rank || b.phrase.used - a.phrase.used || (a.phrase.shortcut < b.phrase.shortcut ? -1 : 1),
    )
    .map(({ phrase }) => phrase);
}
