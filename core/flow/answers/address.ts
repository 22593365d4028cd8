import { z } from 'zod';
import { understandEmail, understandPhone } from '../../answers/address.ts';
import { message } from '../../messages/message.ts';
import type { AnswerKind } from './kind.ts';

export const EmailAnswer = z.strictObject({ type: z.literal('email') });

export const email: AnswerKind<z.infer<typeof EmailAnswer>> = {
  type: 'email',
  schema: EmailAnswer,
  blank: () => ({ type: 'email' }),
  asksFor: 'an email address',
  keptAs: ['email', 'text'],
  again: (_, __, { locale }) => message(locale.language, 'email again'),
  shown: () => ({ type: 'email' }),
  understand: (_, reply, { locale }) => understandEmail(reply.text, locale.language),
  check: () => [],
};

export const PhoneAnswer = z.strictObject({ type: z.literal('phone') });

export const phone: AnswerKind<z.infer<typeof PhoneAnswer>> = {
  type: 'phone',
  schema: PhoneAnswer,
  blank: () => ({ type: 'phone' }),
  asksFor: 'a phone number',
  keptAs: ['phone', 'text'],
  again: (_, __, { locale }) => message(locale.language, 'phone again'),
  shown: () => ({ type: 'phone' }),
  understand: (_, reply, world) => understandPhone(reply.text, world.country, world.locale.language),
  check: () => [],
};
