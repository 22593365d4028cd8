import { z } from 'zod';
import { understandDate } from '../../answers/date.ts';
import { message } from '../../messages/message.ts';
import type { AnswerKind } from './kind.ts';

export const DateAnswer = z.strictObject({ type: z.literal('date') });

/** A calendar date, typed as people say it; kept as an ISO 8601 date. */
export const date: AnswerKind<z.infer<typeof DateAnswer>> = {
  type: 'date',
  schema: DateAnswer,
  blank: () => ({ type: 'date' }),
  asksFor: 'a date',
  keptAs: ['date', 'text'],
  again: (_, __, { locale }) => message(locale.language, 'date again'),
  shown: () => ({ type: 'date' }),
  understand: (_, reply, { locale, now, zone }) => understandDate(reply.text, locale.language, now, zone),
  check: () => [],
};
