import type { Go } from '@kineta/core';
import { WaySelect } from '../way-select.tsx';
import { DirectionBody } from './direction.tsx';
import type { StepProps, StepView } from './view.ts';

function Panel({ step, change }: StepProps<Go>) {
  return (
    <p className="flex items-center gap-2 text-[0.8125rem] text-ink-2">
      Go to
      <WaySelect name="Scene to go to" value={step.to} carryOn={null} onPick={to => to && change({ ...step, to })} />
    </p>
  );
}

export const goView: StepView<Go> = {
  name: 'Go',
  group: 'way',
  Body: DirectionBody,
  Panel,
  begin: (blank, { scenes }) => ({ ...blank, to: scenes[0]?.id ?? blank.to }),
};
