import { z } from 'zod';
import { bare } from '../../answers/answer.ts';
import { listed } from '../../facts/listed.ts';
import { plain } from '../../facts/words.ts';
import { whenKind } from './kind.ts';

/** From so many letters on, a word also stands for those that begin so: “leak” for “leaking”. */
const BEGINS = 4;

/** Whether words are said, one behind the other; the last of them may go on. */
function says(said: readonly string[], wording: string): boolean {
  const sought = bare(wording).split(' ').filter(Boolean);
  if (sought.length === 0) return false;
  return said.some((_, at) =>
    sought.every((word, index) => {
      const there = said[at + index];
      if (there === undefined) return false;
      const goesOn = index === sought.length - 1 && word.length >= BEGINS;
      return goesOn ? there.startsWith(word) : there === word;
    }),
  );
}

/** The visitor writes: something, or one of a few wordings. */
export const wrote = whenKind({
  when: 'wrote',
  schema: z.strictObject({
    when: z.literal('wrote'),
    /** Any of these; whatever it is, without any. Null: words are wanted, and none are given yet. */
    words: z.array(z.string().trim().min(1).max(80)).max(50).nullable(),
  }),
  blank: () => ({ when: 'wrote' as const, words: [] }),
  words: ({ words }) =>
    words === null
      ? [plain('somebody writes '), { value: 'urgent words' }]
      : words.length === 0
        ? [plain('the visitor writes')]
        : [
            plain('somebody writes '),
            ...listed(
              words.map(value => [{ value }]),
              'or',
            ),
          ],
  since({ words }, { move, at }) {
    if (move.move !== 'visitor' || words === null) return null;
    if (words.length === 0) return at;
    const said = bare(move.text).split(' ');
    return words.some(wording => says(said, wording)) ? at : null;
  },
  lacks: ({ words }) => words === null,
  hears: () => false,
});
