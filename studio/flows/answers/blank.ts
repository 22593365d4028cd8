import type { Answer, AnswerType, FieldAnswer } from '@kineta/core';
import { newId } from '../draft/draft.ts';

type Choices = Array<{ id: string; label: string }>;

/** Choices stay when both types of answer have them. */
function choicesOf(before: Answer | FieldAnswer): Choices {
  if ('choices' in before) return before.choices.map(({ id, label }) => ({ id, label }));
  return ['One', 'Another'].map(label => ({ id: newId(), label }));
}

/** A new answer of a type for a field of a form. */
export function blankFieldAnswer(type: FieldAnswer['type'], before: Answer | FieldAnswer): FieldAnswer {
  switch (type) {
    case 'choice':
    case 'several choices':
      return { type, choices: choicesOf(before) };
    case 'number range':
      return { type, bounds: [1_000, 2_000, 3_000] };
    case 'rating':
      return { type, most: 5 };
    default:
      return { type };
  }
}

/** A new answer of a type, to be filled in. */
export function blankAnswer(type: AnswerType, before: Answer): Answer {
  return type === 'file' ? { type, kinds: ['pictures'], mostMegabytes: 10 } : blankFieldAnswer(type, before);
}
