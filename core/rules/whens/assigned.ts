import { z } from 'zod';
import { plain } from '../../facts/words.ts';
import { whenKind } from './kind.ts';

/** A member takes a conversation, or is given one. */
export const assigned = whenKind({
  when: 'assigned',
  schema: z.strictObject({ when: z.literal('assigned') }),
  blank: () => ({ when: 'assigned' as const }),
  words: () => [plain('a member takes a conversation or is given it')],
  since: (_, { move, course }) => (move.move === 'has' && move.member !== null ? course.had : null),
  stands: (course, since) => course.with === 'agent' && course.had === since,
  hears: (_, move) => move.move === 'has' && move.member !== null,
});
