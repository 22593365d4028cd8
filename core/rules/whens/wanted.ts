import { z } from 'zod';
import { plain } from '../../facts/words.ts';
import { whenKind } from './kind.ts';

/** A person is wanted, by the visitor or the flow, and nobody has come. */
export const wanted = whenKind({
  when: 'wanted',
  schema: z.strictObject({ when: z.literal('wanted') }),
  blank: () => ({ when: 'wanted' as const }),
  words: () => [plain('a person is wanted and nobody comes')],
  since: (_, { course }) => (course.with === 'waiting' ? course.wanted : null),
  stands: (course, since) => course.with === 'waiting' && course.wanted === since,
  lasts: true,
  hears: (_, move) => move.move === 'wanted' || (move.move === 'has' && move.member === null),
});
