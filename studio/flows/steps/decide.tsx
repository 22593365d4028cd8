import { Comparison, type Condition, type Decide, type Fact, needsValue, type Row, type Value } from '@kineta/core';
import { Plus, X } from 'lucide-react';
import { IconButton } from '../../ui/button.tsx';
import { Select, SmallInput } from '../../ui/field.tsx';
import { useDraft } from '../draft.ts';
import { FactSelect } from '../facts.tsx';
import { WaySelect } from '../way-select.tsx';
import { DirectionBody } from './direction.tsx';
import type { StepProps, StepView } from './view.ts';

/** The value of a row, written in the way that the fact’s type asks for. */
export function ValueInput({
  fact,
  value,
  onSet,
}: {
  fact: Fact | undefined;
  value: Value | undefined;
  onSet: (value: Value) => void;
}) {
  if (fact?.type === 'yes/no')
    return (
      <Select name="Value" value={String(value ?? '')} onChange={event => onSet(event.target.value === 'true')}>
        {value === undefined ? <option value="">…</option> : null}
        <option value="true">yes</option>
        <option value="false">no</option>
      </Select>
    );
  const isNumber = fact?.type === 'number' || fact?.type === 'money';
  return (
    <SmallInput
      name="Value"
      type={isNumber ? 'number' : 'text'}
      className="w-32"
      value={value === undefined ? '' : String(value)}
      onChange={event => onSet(isNumber && event.target.value !== '' ? Number(event.target.value) : event.target.value)}
    />
  );
}

function RowEditor({ row, onSet, onRemove }: { row: Row; onSet: (row: Row) => void; onRemove?: () => void }) {
  const facts = useDraft(state => state.flow?.facts ?? []);
  const fact = facts.find(({ name }) => name === row.fact);
  return (
    <span className="flex flex-wrap items-center gap-1.5">
      <FactSelect
        name="Fact"
        value={row.fact}
        usualType="text"
        onPick={name => name && onSet({ fact: name, is: row.is })}
      />
      <Select
        name="Comparison"
        value={row.is}
        onChange={event => {
          const is = event.target.value as Comparison;
          onSet(needsValue(is) ? { ...row, is } : { fact: row.fact, is });
        }}
      >
        {Comparison.options.map(option => (
          <option key={option}>{option}</option>
        ))}
      </Select>
      {needsValue(row.is) ? (
        <ValueInput fact={fact} value={row.value} onSet={value => onSet({ ...row, value })} />
      ) : null}
      {onRemove ? (
        <IconButton name="Remove this condition" onClick={onRemove}>
          <X className="size-3.5" aria-hidden="true" />
        </IconButton>
      ) : null}
    </span>
  );
}

function ConditionEditor({ condition, onSet }: { condition: Condition; onSet: (condition: Condition) => void }) {
  const firstFact = useDraft(state => state.flow?.facts[0]?.name ?? 'answer');
  const blank: Row = { fact: firstFact, is: 'is known' };
  const mode = 'formula' in condition ? 'formula' : 'all' in condition ? 'all' : 'any';
  const rows = 'formula' in condition ? [] : 'all' in condition ? condition.all : condition.any;
  const setRows = (next: Row[]) => onSet(mode === 'any' ? { any: next } : { all: next });
  return (
    <div className="space-y-1.5">
      <Select
        name="How conditions are joined"
        value={mode}
        onChange={event => {
          const kept = rows.length > 0 ? rows : [blank];
          onSet(
            event.target.value === 'formula'
              ? { formula: '' }
              : event.target.value === 'any'
                ? { any: kept }
                : { all: kept },
          );
        }}
      >
        <option value="all">if all of these hold</option>
        <option value="any">if one of these holds</option>
        <option value="formula">if this formula is true</option>
      </Select>
      {'formula' in condition ? (
        <SmallInput
          name="Formula"
          className="w-full font-mono"
          placeholder="heating bill > 1000 and owns home"
          value={condition.formula}
          onChange={event => onSet({ formula: event.target.value })}
        />
      ) : (
        <>
          {rows.map((row, index) => (
            <RowEditor
              key={index}
              row={row}
              onSet={next => setRows(rows.map((old, at) => (at === index ? next : old)))}
              {...(rows.length > 1 ? { onRemove: () => setRows(rows.filter((_, at) => at !== index)) } : {})}
            />
          ))}
          <button
            type="button"
            className="flex items-center gap-1 rounded px-1 text-petrol hover:underline"
            onClick={() => setRows([...rows, blank])}
          >
            <Plus className="size-3.5" aria-hidden="true" /> And another condition
          </button>
        </>
      )}
    </div>
  );
}

function Panel({ step, change }: StepProps<Decide>) {
  const setWays = (ways: Decide['ways']) => change({ ...step, ways }, 'ways');
  const firstFact = useDraft(state => state.flow?.facts[0]?.name ?? 'answer');
  return (
    <div className="space-y-3 text-[0.8125rem]">
      {step.ways.map((way, index) => (
        <div key={index} className="flex gap-2 border-l-2 border-petrol-2 pl-3">
          <div className="flex-1 space-y-1.5">
            <ConditionEditor
              condition={way.when}
              onSet={when => setWays(step.ways.map((old, at) => (at === index ? { ...old, when } : old)))}
            />
            <p className="flex flex-wrap items-center gap-2 text-ink-2">
              then
              <WaySelect
                name="Then"
                value={way.to}
                onPick={to =>
                  setWays(step.ways.map((old, at) => (at === index ? { when: old.when, ...(to ? { to } : {}) } : old)))
                }
              />
            </p>
          </div>
          {step.ways.length > 1 ? (
            <IconButton name="Remove this way" onClick={() => setWays(step.ways.filter((_, at) => at !== index))}>
              <X className="size-3.5" aria-hidden="true" />
            </IconButton>
          ) : null}
        </div>
      ))}
      <button
        type="button"
        className="flex items-center gap-1 rounded px-1 text-petrol hover:underline"
        onClick={() => setWays([...step.ways, { when: { all: [{ fact: firstFact, is: 'is known' }] } }])}
      >
        <Plus className="size-3.5" aria-hidden="true" /> Another way
      </button>
      <p className="flex items-center gap-2 text-ink-2">
        Otherwise
        <WaySelect
          name="Otherwise"
          value={step.otherwise.to}
          onPick={to => change({ ...step, otherwise: to ? { to } : {} })}
        />
      </p>
    </div>
  );
}

export const decideView: StepView<Decide> = { name: 'Decide', Body: DirectionBody, Panel };
