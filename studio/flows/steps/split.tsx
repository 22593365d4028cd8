import type { Split } from '@kineta/core';
import { Plus, X } from 'lucide-react';
import { IconButton } from '../../ui/button.tsx';
import { SmallInput } from '../../ui/field.tsx';
import { WaySelect } from '../way-select.tsx';
import { DirectionBody } from './direction.tsx';
import type { StepProps, StepView } from './view.ts';

function Panel({ step, change }: StepProps<Split>) {
  const set = (index: number, way: Split['ways'][number]) =>
    change({ ...step, ways: step.ways.map((old, at) => (at === index ? way : old)) }, `way${index}`);
  return (
    <div className="space-y-1.5 text-[0.8125rem]">
      {step.ways.map((way, index) => (
        <p key={index} className="flex flex-wrap items-center gap-2 text-ink-2">
          <SmallInput
            name={`Share ${index + 1}`}
            type="number"
            min={0}
            max={1_000}
            className="w-20"
            value={way.share}
            onChange={event =>
              set(index, { ...way, share: Math.max(0, Math.min(1_000, Math.round(Number(event.target.value)))) })
            }
          />
          parts
          <WaySelect
            name={`Way ${index + 1}`}
            value={way.to}
            onPick={to => set(index, { share: way.share, ...(to ? { to } : {}) })}
          />
          {step.ways.length > 2 ? (
            <IconButton
              name={`Remove way ${index + 1}`}
              onClick={() => change({ ...step, ways: step.ways.filter((_, at) => at !== index) })}
            >
              <X className="size-3.5" aria-hidden="true" />
            </IconButton>
          ) : null}
        </p>
      ))}
      <button
        type="button"
        className="flex items-center gap-1 rounded px-1 text-petrol hover:underline"
        onClick={() => change({ ...step, ways: [...step.ways, { share: 50 }] })}
      >
        <Plus className="size-3.5" aria-hidden="true" /> Another way
      </button>
    </div>
  );
}

export const splitView: StepView<Split> = { name: 'Split', group: 'way', Body: DirectionBody, Panel };
