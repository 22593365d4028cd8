import { z } from 'zod';
import { tidy } from '../../answers/answer.ts';
import { message } from '../../messages/message.ts';
import type { AnswerKind } from './kind.ts';

/** Free text of at most so many characters, kept as it was written. */
function text<T extends 'short text' | 'long text'>(
  type: T,
  asksFor: string,
  longest: number,
  more: Pick<AnswerKind<{ type: T }>, 'isProse'> = {},
): AnswerKind<{ type: T }> {
  return {
    type,
    schema: z.strictObject({ type: z.literal(type) }) as unknown as z.ZodType<{ type: T }>,
    blank: () => ({ type }),
    asksFor,
    typed: 'anything',
    keptAs: ['text'],
    again: (_, unclear, { locale }) =>
      message(locale.language, unclear === 'too large' ? 'text too long' : 'text again'),
    shown: () => ({ type }),
    understand(_, reply) {
      const clean = tidy(reply.text);
      if (clean === '') return { unclear: 'empty' };
      return clean.length > longest ? { unclear: 'too large' } : { value: reply.text.trim() };
    },
    check: () => [],
    ...more,
  };
}

export const shortText = text('short text', 'a few words', 500);
export const longText = text('long text', 'a longer answer', 4_000, { isProse: true });
