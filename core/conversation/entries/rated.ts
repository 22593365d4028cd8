import { z } from 'zod';
import { entryKind } from './kind.ts';

/** The visitor said how it went, or a word about it. */
export const rated = entryKind({
  kind: 'rated',
  schema: z.object({
    kind: z.literal('rated'),
    rating: z.enum(['good', 'middling', 'bad']).optional(),
    comment: z.string().optional(),
  }),
  moves: ({ rating }) => (rating ? [{ move: 'rating', is: 'given' }] : []),
  happens: ({ rating }) => (rating ? { rating } : undefined),
  words: ({ rating, comment }) =>
    rating ? `The visitor found it ${rating === 'middling' ? 'so-so' : rating}.` : `They say of it: “${comment ?? ''}”`,
});
