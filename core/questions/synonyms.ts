import { z } from 'zod';

/** Words and phrases that mean the same to a business: the first of them is the one that is gone by. */
export const SynonymGroup = z
  .array(z.string().trim().min(1).max(60, 'A phrase has at most 60 characters.'))
  .min(2, 'At least two phrases mean the same.')
  .max(12, 'At most 12 phrases stand together.');
export type SynonymGroup = z.infer<typeof SynonymGroup>;

const escaped = (phrase: string): string => phrase.replace(/[.*+?^${}()|[\]\\]/g, '\\$&').replace(/\s+/g, '\\s+');
const plain = (phrase: string): string => phrase.toLowerCase().replace(/\s+/g, ' ').trim();

/** Reads texts with a business’s own words for what it sells and does as one. */
export class Synonyms {
  private readonly first = new Map<string, string>();
  private readonly phrases: RegExp | undefined;

  /** @param groups where one phrase stands in two of them, the first has it */
  constructor(groups: readonly SynonymGroup[]) {
    // The first of each is read as itself: what stands within it is no other’s.
    for (const [first] of groups) this.first.set(plain(first!), first!);
    for (const [first, ...others] of groups)
      for (const other of others) if (!this.first.has(plain(other))) this.first.set(plain(other), first!);
    const longestFirst = [...this.first.keys()].sort((one, other) => other.length - one.length);
    this.phrases =
      longestFirst.length === 0
        ? undefined
        : new RegExp(`(?<![\\p{L}\\p{N}])(?:${longestFirst.map(escaped).join('|')})(?![\\p{L}\\p{N}])`, 'giu');
  }

  /** A text with the first phrase of each group in the place of the others. */
  in(text: string): string {
    return this.phrases ? text.replace(this.phrases, phrase => this.first.get(plain(phrase)) ?? phrase) : text;
  }
}
