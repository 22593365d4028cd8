import type { SetFact, Value } from '@kineta/core';
import { ValueInput } from '../../conditions/value-input.tsx';
import { FactSelect } from '../facts.tsx';
import { isKept, useFacts } from '../workplace.ts';
import { DirectionBody } from './direction.tsx';
import type { StepProps, StepView } from './view.ts';

function blankValue(type: string | undefined): Value {
  if (type === 'yes/no') return true;
  if (type === 'number' || type === 'money') return 0;
  return type === 'list' ? [] : '';
}

function Panel({ step, change }: StepProps<SetFact>) {
  const { own } = useFacts();
  const fact = own.find(({ name }) => name === step.fact);
  return (
    <p className="flex flex-wrap items-center gap-2 text-[0.8125rem] text-ink-2">
      Set
      <FactSelect
        name="Fact to set"
        value={step.fact}
        usualType="text"
        fits={isKept}
        onPick={name => {
          const type = own.find(known => known.name === name)?.type;
          if (name) change({ ...step, fact: name, value: type === fact?.type ? step.value : blankValue(type) });
        }}
      />
      to
      <ValueInput fact={fact} value={step.value} onSet={value => change({ ...step, value }, 'value')} />
    </p>
  );
}

export const setView: StepView<SetFact> = {
  name: 'Set',
  group: 'know',
  Body: DirectionBody,
  Panel,
};
