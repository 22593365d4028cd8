import { file } from './file.tsx';
import { form } from './form.tsx';
import { cards, choice, range, several } from './picked.ts';
import { date, email, longText, number, phone, postcode } from './typed.ts';
import type { AnswerView } from './view.ts';

/** The types of answers that the chat helps with. */
const views = [choice, several, email, phone, number, range, date, postcode, longText, form, file, cards] as const;

const byType = new Map<string, AnswerView>(views.map(view => [view.type, view]));

export function answerViewOf(type: string): AnswerView | undefined {
  return byType.get(type);
}
