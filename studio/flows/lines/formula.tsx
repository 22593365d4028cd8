import type { ComponentProps } from 'react';
import { FormulaField } from '../../conditions/formula-field.tsx';
import { declareFact, useFacts } from '../workplace.ts';

/** A formula of the draft. A business fact that is taken into one becomes the flow’s. */
export function FlowFormula(props: Omit<ComponentProps<typeof FormulaField>, 'facts' | 'onPick'>) {
  const { all } = useFacts();
  return <FormulaField {...props} facts={all} onPick={declareFact} />;
}
