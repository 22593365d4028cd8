import { z } from 'zod';
import { plain } from '../../facts/words.ts';
import { phraseWords } from '../../phrases/phrase.ts';
import { deedKind } from './kind.ts';

/** So much of what is said stands in a sentence about it. */
const SHOWN = 90;

/** Says something to the visitor, under the name of the flow. A paragraph of which something is not known is left out. */
export const say = deedKind({
  deed: 'say',
  schema: z.strictObject({
    deed: z.literal('say'),
    text: z.string().trim().max(2_000),
    /** Only to who has written something. */
    written: z.literal(true).optional(),
  }),
  blank: () => ({ deed: 'say' as const, text: '' }),
  words: ({ text, written }) => [
    plain('say “'),
    ...(text === '' ? [plain('…')] : phraseWords(text, SHOWN)),
    plain(`”${written ? ' to who has written' : ''}`),
  ],
  speaks: true,
  reaches: () => true,
  skips: ({ written }, { wrote }) => written === true && wrote === null,
  moves: () => [{ move: 'rule' }],
  lacks: ({ text }) => text === '',
  done: z.object({ deed: z.literal('say') }),
  doneWords: () => 'spoke',
});
