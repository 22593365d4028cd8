import { z } from 'zod';
import { understandYesNo } from '../../answers/yesno.ts';
import type { AnswerKind } from './kind.ts';

export const YesNoAnswer = z.strictObject({ type: z.literal('yes/no') });

const choices = [
  { id: 'yes', label: 'Yes' },
  { id: 'no', label: 'No' },
];

export const yesNo: AnswerKind<z.infer<typeof YesNoAnswer>> = {
  type: 'yes/no',
  schema: YesNoAnswer,
  asksFor: 'yes or no',
  keptAs: ['yes/no'],
  again: () => 'Sorry, was that a yes or a no?',
  shown: () => ({ type: 'yes/no', choices }),
  understand(_, reply) {
    if (reply.choice === 'yes' || reply.choice === 'no') return { value: reply.choice === 'yes' };
    return understandYesNo(reply.text);
  },
  check: () => [],
};
