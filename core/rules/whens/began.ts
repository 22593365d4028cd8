import { z } from 'zod';
import { plain } from '../../facts/words.ts';
import { whenKind } from './kind.ts';

/** A conversation begins. */
export const began = whenKind({
  when: 'began',
  schema: z.strictObject({ when: z.literal('began') }),
  blank: () => ({ when: 'began' as const }),
  words: () => [plain('a conversation begins')],
  since: (_, { move, at }) => (move.move === 'opened' ? at : null),
  hears: () => false,
});
