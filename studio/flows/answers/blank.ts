import { type Answer, answerKindOf, FieldAnswer } from '@kineta/core';
import { newId } from '../draft/draft.ts';

/** A new answer of a type, to be filled in. Choices stay when both types of answer have them. */
export function blankAnswer(type: Answer['type'], before: Answer | FieldAnswer): Answer {
  const choices =
    'choices' in before ? before.choices.map(({ id, label }) => ({ id, label })) : [{ id: newId(), label: '' }];
  return answerKindOf(type).blank(choices);
}

/** The same for a field of a form. */
export function blankFieldAnswer(type: FieldAnswer['type'], before: Answer | FieldAnswer): FieldAnswer {
  return FieldAnswer.parse(blankAnswer(type, before));
}
