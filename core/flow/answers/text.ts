import { z } from 'zod';
import { tidy } from '../../answers/answer.ts';
import type { AnswerKind } from './kind.ts';

/** Free text of at most so many characters, kept as it was written. */
function text<T extends 'short text' | 'long text'>(
  type: T,
  asksFor: string,
  longest: number,
): AnswerKind<{ type: T }> {
  return {
    type,
    schema: z.strictObject({ type: z.literal(type) }) as unknown as z.ZodType<{ type: T }>,
    asksFor,
    keptAs: ['text'],
    again: (_, unclear) =>
      unclear === 'too large'
        ? 'That is a little long for me. Could you say it shorter?'
        : 'Sorry, I need an answer to go on.',
    shown: () => ({ type }),
    understand(_, reply) {
      const clean = tidy(reply.text);
      if (clean === '') return { unclear: 'empty' };
      return clean.length > longest ? { unclear: 'too large' } : { value: reply.text.trim() };
    },
    check: () => [],
  };
}

export const shortText = text('short text', 'a few words', 500);
export const longText = text('long text', 'a longer answer', 4_000);
