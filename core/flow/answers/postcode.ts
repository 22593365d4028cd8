import { z } from 'zod';
import { understandPostcode } from '../../answers/postcode.ts';
import type { AnswerKind } from './kind.ts';

export const PostcodeAnswer = z.strictObject({ type: z.literal('postcode') });

/** A postcode as the workspace’s country writes them. */
export const postcode: AnswerKind<z.infer<typeof PostcodeAnswer>> = {
  type: 'postcode',
  schema: PostcodeAnswer,
  asksFor: 'a postcode',
  keptAs: ['text'],
  again: () => 'That doesn’t look like a postcode. Could you check it?',
  shown: () => ({ type: 'postcode' }),
  understand: (_, reply, { country }) => understandPostcode(reply.text, country),
  check: () => [],
};
