import type { End } from '@kineta/core';
import { SmallInput } from '../../ui/field.tsx';
import { DirectionBody } from './direction.tsx';
import type { StepProps, StepView } from './view.ts';

const usual = ['lead', 'answered', 'booked', 'lost'];

function Panel({ step, change }: StepProps<End>) {
  return (
    <p className="flex flex-wrap items-center gap-2 text-[0.8125rem] text-ink-2">
      The outcome is
      <SmallInput
        name="Outcome"
        list="outcomes"
        maxLength={40}
        placeholder="none"
        value={step.outcome ?? ''}
        onChange={event => {
          const { outcome: _, ...rest } = step;
          const outcome = event.target.value.trimStart();
          change(outcome ? { ...rest, outcome } : rest, 'outcome');
        }}
      />
      <datalist id="outcomes">
        {usual.map(outcome => (
          <option key={outcome} value={outcome} />
        ))}
      </datalist>
    </p>
  );
}

export const endView: StepView<End> = { name: 'End', group: 'close', Body: DirectionBody, Panel };
