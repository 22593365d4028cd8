import { z } from 'zod';
import { plain } from '../../facts/words.ts';
import { deedKind } from './kind.ts';

/** Closes the conversation. */
export const close = deedKind({
  deed: 'close',
  schema: z.strictObject({
    deed: z.literal('close'),
    /** What it came to, where it came to nothing yet. */
    outcome: z.string().trim().max(40).optional(),
  }),
  blank: () => ({ deed: 'close' as const }),
  words: () => [plain('close it')],
  reaches: () => true,
  moves: () => [{ move: 'over', by: 'rule' }],
  done: z.object({
    deed: z.literal('close'),
    /** The visitor waited for a person then. */
    waiting: z.literal(true).optional(),
  }),
  doneWords: () => 'closed it',
  happens: ({ waiting }) => ({ has: null, ...(waiting ? { waiting } : {}) }),
  doneMoves: () => [{ move: 'over', by: 'rule' }],
});
