import { messages } from '../../messages/messages.ts';
import type { AnswerView } from './view.ts';

export const email: AnswerView = { type: 'email', hint: messages.emailHint, inputMode: 'email', autoComplete: 'email' };
export const phone: AnswerView = {
  type: 'phone',
  hint: messages.phoneHint,
  inputMode: 'tel',
  autoComplete: 'tel',
  field: { type: 'tel' },
};
export const number: AnswerView = { type: 'number', hint: messages.numberHint };
export const date: AnswerView = { type: 'date', hint: messages.dateHint, field: { type: 'date' } };
export const postcode: AnswerView = {
  type: 'postcode',
  hint: messages.postcodeHint,
  autoComplete: 'postal-code',
};
export const longText: AnswerView = { type: 'long text', lines: true };
