import { durationWords, type Remind } from '@kineta/core';
import { DurationInput } from '../../ui/duration-input.tsx';
import { Select } from '../../ui/field.tsx';
import { WaySelect } from '../way-select.tsx';
import { SpokenLine } from './spoken-line.tsx';
import type { StepProps, StepView } from './view.ts';

function Body({ step, change, keys, speaker, selected }: StepProps<Remind>) {
  return (
    <>
      <p className="font-script text-[0.9375rem] text-ink-2 italic">
        From here on, when there is no answer for {durationWords(step.after)}:
      </p>
      <SpokenLine
        label={`${speaker} reminds`}
        step={step.id}
        name="Reminder"
        line={step.line}
        placeholder="What reminds the visitor?"
        selected={selected}
        keys={keys}
        onChange={line => change({ ...step, line }, 'line')}
      />
    </>
  );
}

function Panel({ step, change }: StepProps<Remind>) {
  return (
    <div className="space-y-2 text-[0.8125rem] text-ink-2">
      <p className="flex flex-wrap items-center gap-2">
        When there is no answer for
        <DurationInput name="Remind after" value={step.after} onSet={after => change({ ...step, after }, 'after')} />
        <Select
          name="How often"
          value={step.most}
          onChange={event => change({ ...step, most: Number(event.target.value) })}
        >
          {[1, 2, 3, 4, 5].map(most => (
            <option key={most} value={most}>
              {most === 1 ? 'once a question' : `${most} times a question`}
            </option>
          ))}
        </Select>
      </p>
      <p className="flex flex-wrap items-center gap-2">
        With still no answer after that
        <WaySelect
          name="With no answer"
          value={step.unanswered?.to}
          carryOn="keep waiting"
          onPick={to => {
            const { unanswered: _, ...rest } = step;
            change(to ? { ...rest, unanswered: { to } } : rest);
          }}
        />
      </p>
    </div>
  );
}

export const remindView: StepView<Remind> = { name: 'Remind', group: 'time', Body, Panel };
