import { z } from 'zod';
import { plain } from '../../facts/words.ts';
import { whenKind } from './kind.ts';

/** The visitor has written to people, or waits for one, and has no word of a person. */
export const unanswered = whenKind({
  when: 'unanswered',
  schema: z.strictObject({ when: z.literal('unanswered') }),
  blank: () => ({ when: 'unanswered' as const }),
  words: () => [plain('the visitor has no word of a person')],
  since: (_, { course }) => (course.with === 'waiting' || course.with === 'agent' ? course.open : null),
  stands: (course, since) => (course.with === 'waiting' || course.with === 'agent') && course.open === since,
  lasts: true,
  hears: (_, move) => move.move === 'wanted' || (move.move === 'has' && move.member === null),
});
