import type { Fact, Value } from '@kineta/core';
import { useState } from 'react';
import { Select, SmallInput } from '../ui/field.tsx';

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
