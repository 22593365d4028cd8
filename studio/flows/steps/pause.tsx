import type { Pause } from '@kineta/core';
import { DurationInput } from '../../ui/duration-input.tsx';
import { DirectionBody } from './direction.tsx';
import type { StepProps, StepView } from './view.ts';

function Panel({ step, change }: StepProps<Pause>) {
  return (
    <p className="flex flex-wrap items-center gap-2 text-[0.8125rem] text-ink-2">
      Pause for
      <DurationInput name="How long" value={step.for} onSet={length => change({ ...step, for: length }, 'for')} />
      or until the visitor writes. Short pauses show that more is coming.
    </p>
  );
}

export const pauseView: StepView<Pause> = { name: 'Pause', group: 'time', Body: DirectionBody, Panel };
