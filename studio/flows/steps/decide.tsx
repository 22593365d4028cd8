import {
  Comparison,
  type Condition,
  type ConditionPart,
  type Decide,
  type Fact,
  needsValue,
  type Row,
  type Value,
} from '@kineta/core';
import { type ReactNode, useState } from 'react';
import { AddButton } from '../../ui/add-button.tsx';
import { Select, SmallInput } from '../../ui/field.tsx';
import { RemoveButton } from '../../ui/remove-button.tsx';
import { FactSelect } from '../facts.tsx';
import { FormulaField } from '../lines/formula-field.tsx';
import { WaySelect } from '../way-select.tsx';
import { knownFacts, useFacts } from '../workplace.ts';
import { DirectionBody } from './direction.tsx';
import type { StepProps, StepView } from './view.ts';

/** The value of a row, written in the way that the fact’s type asks for. */
export function ValueInput({
  fact,
  value,
  several = false,
  onSet,
}: {
  fact: Fact | undefined;
  value: Value | undefined;
  /** Whether any of several values is meant, written as a list. */
  several?: boolean;
  onSet: (value: Value) => void;
}) {
  if (several) return <ListInput value={value} choices={fact?.choices} onSet={onSet} />;
  if (fact?.type === 'yes/no')
    return (
      <Select name="Value" value={String(value ?? '')} onChange={event => onSet(event.target.value === 'true')}>
        {value === undefined ? <option value="">…</option> : null}
        <option value="true">yes</option>
        <option value="false">no</option>
      </Select>
    );
  if (fact?.choices?.length)
    return (
      <Select name="Value" value={String(value ?? '')} onChange={event => onSet(event.target.value)}>
        {fact.choices.includes(String(value)) ? null : (
          <option value={String(value ?? '')}>{String(value ?? '…')}</option>
        )}
        {fact.choices.map(choice => (
          <option key={choice}>{choice}</option>
        ))}
      </Select>
    );
  const isNumber = fact?.type === 'number' || fact?.type === 'money';
  return (
    <SmallInput
      name="Value"
      type={isNumber ? 'number' : fact?.type === 'date' ? 'date' : fact?.name === 'time of day' ? 'time' : 'text'}
      className="w-32"
      value={value === undefined ? '' : String(value)}
      onChange={event => onSet(isNumber && event.target.value !== '' ? Number(event.target.value) : event.target.value)}
    />
  );
}

/** Several values: ticked when there is a list to tick from, else written with commas between. */
function ListInput({
  value,
  choices,
  onSet,
}: {
  value: Value | undefined;
  choices: string[] | undefined;
  onSet: (value: Value) => void;
}) {
  const list = Array.isArray(value) ? value : value === undefined || value === '' ? [] : [String(value)];
  const [text, setText] = useState(list.join(', '));
  if (choices?.length)
    return (
      <span className="flex flex-wrap gap-x-2.5 gap-y-0.5">
        {choices.map(choice => (
          <label key={choice} className="flex items-center gap-1">
            <input
              type="checkbox"
              checked={list.includes(choice)}
              onChange={event =>
                onSet(choices.filter(one => (one === choice ? event.target.checked : list.includes(one))))
              }
            />
            {choice}
          </label>
        ))}
      </span>
    );
  return (
    <SmallInput
      name="Values"
      className="w-52"
      placeholder="one, another"
      value={text}
      onChange={event => {
        setText(event.target.value);
        onSet(
          event.target.value
            .split(',')
            .map(item => item.trim())
            .filter(Boolean),
        );
      }}
    />
  );
}

function RowEditor({ row, onSet }: { row: Row; onSet: (row: Row) => void }) {
  const { all } = useFacts();
  const fact = all.find(({ name }) => name === row.fact);
  return (
    <span className="flex flex-wrap items-center gap-1.5">
      <FactSelect
        name="Fact"
        value={row.fact}
        usualType="text"
        offersAnswers
        onPick={name => {
          if (!name) return;
          // Yes or no is asked about more often than whether it is known.
          const isYesNo = knownFacts().find(known => known.name === name)?.type === 'yes/no';
          onSet(isYesNo ? { fact: name, is: 'is', value: true } : { fact: name, is: row.is });
        }}
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
        <ValueInput
          key={`${row.fact} ${row.is === 'is one of'}`}
          fact={fact}
          value={row.value}
          several={row.is === 'is one of'}
          onSet={value => onSet({ ...row, value })}
        />
      ) : null}
    </span>
  );
}

type Group = Exclude<ConditionPart, Row>;
type Joint = 'all' | 'any' | 'not';
/** Three levels are as many as the format, and a reader, takes. */
const DEEPEST = 3;

const jointWords: Record<Joint, string> = {
  all: 'all of these hold',
  any: 'one of these holds',
  not: 'this does not hold',
};

const jointOf = (group: Group): Joint => ('all' in group ? 'all' : 'any' in group ? 'any' : 'not');
const partsOf = (group: Group): ConditionPart[] =>
  'all' in group ? group.all : 'any' in group ? group.any : [group.not];

function groupOf(joint: Joint, parts: ConditionPart[]): Group {
  if (joint === 'all') return { all: parts };
  return joint === 'any' ? { any: parts } : { not: parts[0]! };
}

/** A group of rows and groups, its joint to be picked. */
function GroupEditor({
  group,
  level,
  onSet,
  children,
}: {
  group: Group;
  level: number;
  onSet: (group: Group) => void;
  /** More that the joint may be changed to, for the outermost. */
  children?: ReactNode;
}) {
  const { all } = useFacts();
  const blank: Row = { fact: all[0]?.name ?? '', is: 'is known' };
  const joint = jointOf(group);
  const parts = partsOf(group);
  const setParts = (next: ConditionPart[]) => onSet(groupOf(joint, next));
  return (
    <div className="space-y-1.5">
      {children ?? (
        <Select
          name="How conditions are joined"
          value={joint}
          onChange={event => onSet(groupOf(event.target.value as Joint, parts))}
        >
          {Object.entries(jointWords).map(([value, words]) => (
            <option key={value} value={value}>
              {words}
            </option>
          ))}
        </Select>
      )}
      {parts.map((part, index) => (
        <div key={index} className="flex items-start gap-1">
          {'fact' in part ? (
            <RowEditor row={part} onSet={next => setParts(parts.with(index, next))} />
          ) : (
            <div className="flex-1 border-l-2 border-rule pl-2.5">
              <GroupEditor group={part} level={level + 1} onSet={next => setParts(parts.with(index, next))} />
            </div>
          )}
          {parts.length > 1 ? (
            <RemoveButton name="Remove this condition" onClick={() => setParts(parts.toSpliced(index, 1))} />
          ) : null}
        </div>
      ))}
      {joint === 'not' ? (
        level < DEEPEST && 'fact' in parts[0]! ? (
          <AddButton onClick={() => setParts([{ any: [parts[0]!, blank] }])}>More than one condition</AddButton>
        ) : null
      ) : (
        <p className="flex flex-wrap gap-2">
          <AddButton onClick={() => setParts([...parts, blank])}>And another condition</AddButton>
          {level < DEEPEST ? (
            <AddButton onClick={() => setParts([...parts, { any: [blank] }])}>A group</AddButton>
          ) : null}
        </p>
      )}
    </div>
  );
}

function ConditionEditor({ condition, onSet }: { condition: Condition; onSet: (condition: Condition) => void }) {
  const { all } = useFacts();
  const blank: Row = { fact: all[0]?.name ?? '', is: 'is known' };
  const mode = 'formula' in condition ? 'formula' : jointOf(condition as Group);
  const joint = (
    <Select
      name="How conditions are joined"
      value={mode}
      onChange={event => {
        const next = event.target.value;
        const parts = 'formula' in condition ? [blank] : partsOf(condition as Group);
        onSet(next === 'formula' ? { formula: '' } : (groupOf(next as Joint, parts) as Condition));
      }}
    >
      {Object.entries(jointWords).map(([value, words]) => (
        <option key={value} value={value}>
          if {words}
        </option>
      ))}
      <option value="formula">if this formula is true</option>
    </Select>
  );
  if ('formula' in condition)
    return (
      <div className="space-y-1.5">
        {joint}
        <FormulaField
          name="Formula"
          oneLine
          placeholder="heating bill > 1000 and owns home"
          value={condition.formula}
          onChange={formula => onSet({ formula })}
        />
      </div>
    );
  return (
    // The editor adds no level beyond those of the format, so that what it makes is a condition.
    <GroupEditor group={condition as Group} level={1} onSet={group => onSet(group as Condition)}>
      {joint}
    </GroupEditor>
  );
}

function Panel({ step, change }: StepProps<Decide>) {
  const setWays = (ways: Decide['ways']) => change({ ...step, ways }, 'ways');
  const { all } = useFacts();
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
            <RemoveButton name="Remove this way" onClick={() => setWays(step.ways.filter((_, at) => at !== index))} />
          ) : null}
        </div>
      ))}
      <AddButton
        onClick={() => setWays([...step.ways, { when: { all: [{ fact: all[0]?.name ?? '', is: 'is known' }] } }])}
      >
        Another way
      </AddButton>
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

export const decideView: StepView<Decide> = {
  name: 'Decide',
  group: 'way',
  Body: DirectionBody,
  Panel,
  begin(blank, { asked, fact }) {
    const last = asked();
    const name = last?.fact ?? fact();
    if (name === undefined) return blank;
    // Right behind a question its answer is known: which one it is, is what is decided on.
    const row: Row =
      last?.first === undefined ? { fact: name, is: 'is known' } : { fact: name, is: 'is', value: last.first };
    return { ...blank, ways: [{ when: { all: [row] } }] };
  },
};
