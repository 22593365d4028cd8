import type { AnswerType } from '@kineta/core';
import { ChoicePanel, PickPanel, SeveralPanel } from './choices.tsx';
import { FilePanel } from './file.tsx';
import { NumberPanel, RangePanel, RatingPanel } from './numbers.tsx';
import type { AnswerPanel } from './panel.ts';

const panels: { [T in AnswerType]?: AnswerPanel<T> } = {
  choice: ChoicePanel,
  'several choices': SeveralPanel,
  number: NumberPanel,
  'number range': RangePanel,
  rating: RatingPanel,
  file: FilePanel,
};

/** What can be set about a type of answer, if anything. Each panel stands under its own type, which makes the cast right. */
export function panelOf(type: AnswerType): AnswerPanel<AnswerType> | undefined {
  return panels[type] as AnswerPanel<AnswerType> | undefined;
}

const fieldPanels: { [T in AnswerType]?: AnswerPanel<T> } = { ...panels, choice: PickPanel };

/** The same for a field of a form. */
export function fieldPanelOf(type: AnswerType): AnswerPanel<AnswerType> | undefined {
  return fieldPanels[type] as AnswerPanel<AnswerType> | undefined;
}
