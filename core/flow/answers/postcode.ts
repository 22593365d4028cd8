import { z } from 'zod';
import { understandPostcode } from '../../answers/postcode.ts';
import { message } from '../../messages/message.ts';
import type { AnswerKind } from './kind.ts';

export const PostcodeAnswer = z.strictObject({ type: z.literal('postcode') });

/** A postcode as the workspace’s country writes them. */
export const postcode: AnswerKind<z.infer<typeof PostcodeAnswer>> = {
  type: 'postcode',
  schema: PostcodeAnswer,
  blank: () => ({ type: 'postcode' }),
  asksFor: 'a postcode',
  keptAs: ['text'],
  again: (_, __, { locale }) => message(locale.language, 'postcode again'),
  shown: () => ({ type: 'postcode' }),
  understand: (_, reply, { country, locale }) => understandPostcode(reply.text, locale.language, country),
  check: () => [],
};
