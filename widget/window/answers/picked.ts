import { messages } from '../../messages/messages.ts';
import type { AnswerView } from './view.ts';

export const choice: AnswerView = { type: 'choice', hint: messages.ownWords };
export const several: AnswerView = { type: 'several choices', hint: messages.ownWords };
export const range: AnswerView = { type: 'number range', hint: messages.rangeHint };
/** Its cards stand in the question’s own line. */
export const cards: AnswerView = { type: 'cards', hint: messages.cardsHint };
