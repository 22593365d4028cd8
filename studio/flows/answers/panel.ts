import type { Answer, AnswerType } from '@kineta/core';
import type { ComponentType } from 'react';

export interface AnswerProps<T extends AnswerType> {
  answer: Extract<Answer, { type: T }>;
  /** Puts the changed answer in the draft. `part` joins changes of the same part into one thing to undo. */
  change: (answer: Extract<Answer, { type: T }>, part?: string) => void;
}

/** What can be set about one type of answer, while its ask is selected. */
export type AnswerPanel<T extends AnswerType> = ComponentType<AnswerProps<T>>;
