import { type Fact, formula, show, tryFormula, type Value, type WorkOut, written } from '@kineta/core';
import { useState } from 'react';
import { useSignedIn } from '../../account/store.ts';
import { ValueInput } from '../../conditions/value-input.tsx';
import { FactSelect } from '../facts.tsx';
import { FlowFormula } from '../lines/formula.tsx';
import { isKept, useFacts } from '../workplace.ts';
import { DirectionBody } from './direction.tsx';
import type { StepProps, StepView } from './view.ts';

/** Something of each type to try a formula with, until the lead gives something better. */
function sample({ type, choices }: Fact): Value {
  switch (type) {
    case 'number':
      return 10;
    case 'money':
      return 1_000;
    case 'yes/no':
      return true;
    case 'date':
      return new Date().toISOString().slice(0, 10);
    case 'list':
      return [];
    default:
      return choices?.[0] ?? 'text';
  }
}

/** The result for values that may be changed on the spot, as the visitor would read it. */
function Trial({ source, keeps }: { source: string; keeps: Fact | undefined }) {
  const { workspace, business } = useSignedIn();
  const { all } = useFacts();
  const [tried, setTried] = useState<Record<string, Value>>({});
  const reads = tryFormula(
    source,
    all.map(fact => fact.name),
  )?.reads.flatMap(name => all.find(fact => fact.name === name) ?? []);
  if (!reads) return null;
  const values = Object.fromEntries(
    reads.map(fact => [
      fact.name,
      tried[fact.name] ?? business.find(known => known.name === fact.name)?.value ?? sample(fact),
    ]),
  );
  const result = formula(source, Object.keys(values)).evaluate(values);
  return (
    <div className="rounded-md bg-paper-2 px-3 py-2">
      {reads.length > 0 ? (
        <p className="mb-1.5 flex flex-wrap items-center gap-x-3 gap-y-1.5">
          <span className="label">Tried with</span>
          {reads.map(fact => (
            <span key={fact.name} className="flex items-center gap-1.5">
              {fact.name}
              <ValueInput
                fact={fact}
                value={values[fact.name]}
                onSet={value => setTried({ ...tried, [fact.name]: value })}
              />
            </span>
          ))}
        </p>
      ) : null}
      <p role="status">
        {'error' in result ? (
          <span className="text-brick">{result.error}</span>
        ) : (
          <>
            comes to{' '}
            <b className="font-mono text-ink">
              {typeof result.value === 'number'
                ? written(result.value, keeps, workspace)
                : show(result.value, 'text', workspace)}
            </b>
          </>
        )}
      </p>
    </div>
  );
}

function Panel({ step, change }: StepProps<WorkOut>) {
  const { own } = useFacts();
  return (
    <div className="space-y-2 text-[0.8125rem] text-ink-2">
      <div className="flex items-start gap-2">
        <span className="shrink-0">
          <FactSelect
            name="Fact to work out"
            value={step.fact}
            usualType="money"
            fits={isKept}
            onPick={fact => fact && change({ ...step, fact })}
          />
        </span>
        <span className="pt-1">is</span>
        <FlowFormula
          name="Formula"
          value={step.formula}
          onChange={source => change({ ...step, formula: source }, 'formula')}
        />
      </div>
      <p>Facts by their names, numbers, + - * /, and: if … then … else …</p>
      <Trial source={step.formula} keeps={own.find(fact => fact.name === step.fact)} />
    </div>
  );
}

export const workOutView: StepView<WorkOut> = {
  name: 'Work out',
  group: 'know',
  Body: DirectionBody,
  Panel,
};
