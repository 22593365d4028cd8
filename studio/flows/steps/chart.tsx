import type { Chart } from '@kineta/core';
import { AddButton } from '../../ui/add-button.tsx';
import { Select, SmallInput } from '../../ui/field.tsx';
import { RemoveButton } from '../../ui/remove-button.tsx';
import { FlowFormula } from '../lines/formula.tsx';
import { SpokenLine } from './spoken-line.tsx';
import type { StepProps, StepView } from './view.ts';

const forms: Record<Chart['form'], string> = { bars: 'bars', line: 'a line', number: 'one number' };

function Body({ step, change, keys, speaker, selected }: StepProps<Chart>) {
  return (
    <SpokenLine
      label={`${speaker} shows ${forms[step.form]}`}
      step={step.id}
      name="Title of the chart"
      line={step.title}
      placeholder="What does it say?"
      look="text-[1.0625rem] leading-[1.45] font-semibold"
      selected={selected}
      keys={keys}
      onChange={title => change({ ...step, title }, 'line')}
    >
      <dl className="mt-1 text-[0.8125rem]">
        {step.values.map((value, index) => (
          <div key={index} className="flex gap-3">
            <dt className="w-24 truncate">{value.label}</dt>
            <dd>
              <code className="mark font-mono text-xs">{value.formula}</code>
            </dd>
          </div>
        ))}
      </dl>
    </SpokenLine>
  );
}

function Panel({ step, change }: StepProps<Chart>) {
  const set = (index: number, value: Chart['values'][number]) =>
    change({ ...step, values: step.values.map((old, at) => (at === index ? value : old)) }, `value${index}`);
  return (
    <div className="space-y-2 text-[0.8125rem] text-ink-2">
      <p className="flex flex-wrap items-center gap-2">
        Drawn as
        <Select
          name="Form of the chart"
          value={step.form}
          onChange={event => change({ ...step, form: event.target.value as Chart['form'] })}
        >
          {Object.entries(forms).map(([form, name]) => (
            <option key={form} value={form}>
              {name}
            </option>
          ))}
        </Select>
        <label className="flex items-center gap-1.5">
          <input
            type="checkbox"
            checked={step.money ?? false}
            onChange={event => {
              const { money: _, ...rest } = step;
              change(event.target.checked ? { ...rest, money: true } : rest);
            }}
          />
          in money
        </label>
      </p>
      {step.values.map((value, index) => (
        <div key={index} className="flex items-start gap-2">
          <SmallInput
            name={`Label ${index + 1}`}
            className="w-28"
            maxLength={60}
            value={value.label}
            onChange={event => set(index, { ...value, label: event.target.value })}
          />
          <FlowFormula
            name={`Value ${index + 1}`}
            oneLine
            placeholder="heating bill - yearly saving"
            value={value.formula}
            onChange={formula => set(index, { ...value, formula })}
          />
          {step.values.length > 1 ? (
            <RemoveButton
              name={`Remove value ${index + 1}`}
              onClick={() => change({ ...step, values: step.values.filter((_, at) => at !== index) })}
            />
          ) : null}
        </div>
      ))}
      {step.values.length < 12 ? (
        <AddButton onClick={() => change({ ...step, values: [...step.values, { label: 'Then', formula: '1' }] })}>
          Another value
        </AddButton>
      ) : null}
    </div>
  );
}

export const chartView: StepView<Chart> = { name: 'Chart', group: 'speak', Body, Panel };
