import { z } from 'zod';
import { understandEmail, understandPhone } from '../../answers/address.ts';
import type { AnswerKind } from './kind.ts';

export const EmailAnswer = z.strictObject({ type: z.literal('email') });

export const email: AnswerKind<z.infer<typeof EmailAnswer>> = {
  type: 'email',
  schema: EmailAnswer,
  asksFor: 'an email address',
  keptAs: ['email', 'text'],
  again: () => 'That doesn’t look like an email address. Could you check it? It should look like name@example.org.',
  shown: () => ({ type: 'email' }),
  understand: (_, reply) => understandEmail(reply.text),
  check: () => [],
};

export const PhoneAnswer = z.strictObject({ type: z.literal('phone') });

export const phone: AnswerKind<z.infer<typeof PhoneAnswer>> = {
  type: 'phone',
  schema: PhoneAnswer,
  asksFor: 'a phone number',
  keptAs: ['phone', 'text'],
  again: () => 'That doesn’t look like a phone number. Could you check it?',
  shown: () => ({ type: 'phone' }),
  understand: (_, reply, world) => understandPhone(reply.text, world.country),
  check: () => [],
};
