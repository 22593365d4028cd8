import { z } from 'zod';
import { plain } from '../../facts/words.ts';
import { deedKind } from './kind.ts';

/** Asks the visitor how it went, once: in the chat, and in a letter with the way back there as well. */
export const rate = deedKind({
  deed: 'rate',
  schema: z.strictObject({
    deed: z.literal('rate'),
    text: z.string().trim().max(500),
    /** Also by email, where their address is known. */
    email: z.literal(true).optional(),
  }),
  blank: () => ({ deed: 'rate' as const, text: '' }),
  words: ({ email }) => [plain(`ask how it went${email ? ', by email as well' : ''}`)],
  speaks: true,
  reaches: () => true,
  skips: (_, { rating }) => rating !== null,
  moves: () => [{ move: 'rule' }, { move: 'rating', is: 'asked' }],
  lacks: ({ text }) => text === '',
  done: z.object({ deed: z.literal('rate'), to: z.string().optional() }),
  doneWords: ({ to }) => `asked how it went${to === undefined ? '' : `, by email to ${to} as well`}`,
});
