import { Comparison, type Condition, type ConditionPart, needsValue, type Row } from '@kineta/core';
import type { ReactNode } from 'react';
import { AddButton } from '../ui/add-button.tsx';
import { Select } from '../ui/field.tsx';
import { RemoveButton } from '../ui/remove-button.tsx';
import { useConditionFacts } from './facts.ts';
import { FormulaField } from './formula-field.tsx';
import { ValueInput } from './value-input.tsx';

function RowEditor({ row, onSet }: { row: Row; onSet: (row: Row) => void }) {
  const { all, Pick, typeOf } = useConditionFacts();
  const fact = all.find(({ name }) => name === row.fact);
  return (
    <span className="flex flex-wrap items-center gap-1.5">
      <Pick
        value={row.fact}
        onPick={name => {
          // Yes or no is asked about more often than whether it is known.
          const isYesNo = typeOf(name) === 'yes/no';
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
  const { all } = useConditionFacts();
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

/** A condition to be written: rows, groups of rows, or a formula. */
export function ConditionEditor({ condition, onSet }: { condition: Condition; onSet: (condition: Condition) => void }) {
  const { all, onTaken } = useConditionFacts();
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
          facts={all}
          onPick={onTaken}
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
