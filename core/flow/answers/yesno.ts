import { z } from 'zod';
import { understandYesNo } from '../../answers/yesno.ts';
import { oneOf } from '../../facts/knowledge.ts';
import { message } from '../../messages/message.ts';
import type { AnswerKind } from './kind.ts';

export const YesNoAnswer = z.strictObject({ type: z.literal('yes/no') });

export const yesNo: AnswerKind<z.infer<typeof YesNoAnswer>> = {
  type: 'yes/no',
  schema: YesNoAnswer,
  blank: () => ({ type: 'yes/no' }),
  asksFor: 'yes or no',
  typed: 'sentences',
  keptAs: ['yes/no'],
  again: (_, __, { locale }) => message(locale.language, 'yes or no again'),
  shown: (_, { locale: { language } }) => ({
    type: 'yes/no',
    choices: [
      { id: 'yes', label: message(language, 'yes') },
      { id: 'no', label: message(language, 'no') },
    ],
  }),
  understand(_, reply, { locale }) {
    if (reply.choice === 'yes' || reply.choice === 'no') return { value: reply.choice === 'yes' };
    return understandYesNo(reply.text, locale.language);
  },
  first: () => true,
  values: () => oneOf([true, false]),
  check: () => [],
};
