import { z } from 'zod';
import { plain } from '../../facts/words.ts';
import { whenKind } from './kind.ts';

/** Nothing more comes of the visitor, who was spoken to last, by the flow or by who has the conversation. */
export const silent = whenKind({
  when: 'silent',
  schema: z.strictObject({ when: z.literal('silent') }),
  blank: () => ({ when: 'silent' as const }),
  words: () => [plain('the visitor is silent')],
  since: (_, { move, course }) =>
    move.move === 'opened' || move.move === 'visitor' || move.move === 'flow' || move.move === 'person'
      ? course.quiet
      : null,
  stands: (course, since) =>
    course.quiet === since && (course.with === 'flow' || (course.with === 'agent' && course.answered)),
  lasts: true,
  hears: (_, move) => move.move === 'flow',
  waitsForFlow: true,
});
