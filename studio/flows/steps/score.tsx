import type { Score } from '@kineta/core';
import { SmallInput } from '../../ui/field.tsx';
import { FactSelect } from '../facts.tsx';
import { isKept } from '../workplace.ts';
import { DirectionBody } from './direction.tsx';
import type { StepProps, StepView } from './view.ts';

function Panel({ step, change }: StepProps<Score>) {
  return (
    <p className="flex flex-wrap items-center gap-2 text-[0.8125rem] text-ink-2">
      Add
      <SmallInput
        name="Points"
        type="number"
        min={-1_000}
        max={1_000}
        className="w-20"
        value={step.points}
        onChange={event => {
          const points = Math.round(Number(event.target.value));
          change({ ...step, points: Math.max(-1_000, Math.min(1_000, points)) }, 'points');
        }}
      />
      to
      <FactSelect
        name="Score"
        value={step.fact}
        usualType="number"
        fits={fact => fact.type === 'number' && isKept(fact)}
        onPick={fact => fact && change({ ...step, fact })}
      />
      because
      <SmallInput
        name="Reason"
        className="w-64"
        maxLength={200}
        placeholder="they own their home"
        value={step.reason}
        onChange={event => change({ ...step, reason: event.target.value }, 'reason')}
      />
    </p>
  );
}

export const scoreView: StepView<Score> = { name: 'Score', group: 'know', Body: DirectionBody, Panel };
