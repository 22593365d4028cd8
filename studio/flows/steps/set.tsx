import { FormulaError, formula, type SetFact, type Value } from '@kineta/core';
import { Select } from '../../ui/field.tsx';
import { useDraft } from '../draft.ts';
import { FactSelect } from '../facts.tsx';
import { ValueInput } from './decide.tsx';
import { DirectionBody } from './direction.tsx';
import type { StepProps, StepView } from './view.ts';

function mistakeIn(source: string, names: string[]): string | undefined {
  try {
    const unknown = formula(source, names).reads.find(name => !names.includes(name));
    return unknown === undefined ? undefined : `“${unknown}” is not a fact of this flow.`;
  } catch (error) {
    return error instanceof FormulaError ? error.message : 'The formula cannot be read.';
  }
}

function blankValue(type: string | undefined): Value {
  if (type === 'yes/no') return true;
  if (type === 'number' || type === 'money') return 0;
  return type === 'list' ? [] : '';
}

function Panel({ step, change }: StepProps<SetFact>) {
  const facts = useDraft(state => state.flow?.facts ?? []);
  const fact = facts.find(({ name }) => name === step.fact);
  const mistake =
    'formula' in step.to && step.to.formula.trim() !== ''
      ? mistakeIn(
          step.to.formula,
          facts.map(({ name }) => name),
        )
      : undefined;
  return (
    <div className="space-y-2 text-[0.8125rem]">
      <p className="flex flex-wrap items-center gap-2 text-ink-2">
        Set
        <FactSelect
          name="Fact to set"
          value={step.fact}
          usualType="text"
          fits={known => known.scope !== 'business'}
          onPick={name => name && change({ ...step, fact: name })}
        />
        to
        <Select
          name="Given or worked out"
          value={'formula' in step.to ? 'formula' : 'value'}
          onChange={event =>
            change({
              ...step,
              to: event.target.value === 'formula' ? { formula: '' } : { value: blankValue(fact?.type) },
            })
          }
        >
          <option value="value">this value</option>
          <option value="formula">what this works out to</option>
        </Select>
        {'value' in step.to ? (
          <ValueInput fact={fact} value={step.to.value} onSet={value => change({ ...step, to: { value } }, 'value')} />
        ) : null}
      </p>
      {'formula' in step.to ? (
        <>
          <textarea
            aria-label="Formula"
            aria-invalid={mistake ? true : undefined}
            rows={2}
            className="w-full rounded-md border border-rule bg-sheet px-2 py-1 font-mono"
            placeholder="heating bill * 0.3"
            value={step.to.formula}
            onChange={event => change({ ...step, to: { formula: event.target.value } }, 'formula')}
          />
          <p className={mistake ? 'text-brick' : 'text-ink-2'}>
            {mistake ?? 'Use facts by their names, numbers, + - * /, and: if … then … else …'}
          </p>
        </>
      ) : null}
    </div>
  );
}

export const setView: StepView<SetFact> = { name: 'Set', Body: DirectionBody, Panel };
