/**
 * A sentence about a step, in parts, so that whoever shows it can mark facts, scenes, teams and formulas. Joined, the
 * parts read as plain English.
 */
export type Words = readonly WordPart[];
export type WordPart =
  | { text: string }
  | { fact: string }
  /** What was set, and may be set otherwise. */
  | { value: string }
  | { scene: string; title: string }
  | { team: string }
  | { formula: string };

export const plain = (text: string): WordPart => ({ text });
export const factMark = (fact: string): WordPart => (fact === '' ? { text: '…' } : { fact });

/** The sentence as plain text. */
export function sentence(words: Words): string {
  return words
    .map(part => {
      if ('text' in part) return part.text;
      if ('fact' in part) return part.fact;
      if ('value' in part) return part.value;
      if ('scene' in part) return part.title;
      if ('team' in part) return part.team;
      return part.formula;
    })
    .join('');
}
