import { useState } from 'react';
import { Select, SmallInput } from '../../ui/field.tsx';
import type { AnswerProps } from './panel.ts';

function Bound({
  name,
  value,
  onSet,
}: {
  name: string;
  value: number | undefined;
  onSet: (value: number | undefined) => void;
}) {
  return (
    <SmallInput
      name={name}
      type="number"
      className="w-24"
      value={value ?? ''}
      onChange={event => onSet(event.target.value === '' ? undefined : Number(event.target.value))}
    />
  );
}

export function NumberPanel({ answer, change }: AnswerProps<'number'>) {
  return (
    <p className="flex flex-wrap items-center gap-2 text-ink-2">
      from
      <Bound name="Lowest number" value={answer.min} onSet={min => change({ ...answer, min }, 'min')} />
      to
      <Bound name="Highest number" value={answer.max} onSet={max => change({ ...answer, max }, 'max')} />
    </p>
  );
}

/** Where ranges end, written as one list: “1000, 2000, 3000” makes four of them. */
export function RangePanel({ answer, change }: AnswerProps<'number range'>) {
  const [text, setText] = useState(answer.bounds.join(', '));
  return (
    <p className="flex flex-wrap items-center gap-2 text-ink-2">
      ranges that end at
      <SmallInput
        name="Where the ranges end"
        value={text}
        className="w-56"
        onChange={event => {
          setText(event.target.value);
          const bounds = event.target.value
            .split(/[;,]\s+|[;\s]+/)
            .filter(part => part !== '')
            .map(Number);
          if (bounds.every(Number.isFinite)) change({ ...answer, bounds }, 'bounds');
        }}
      />
      <label className="flex items-center gap-1.5">
        <input
          type="checkbox"
          checked={answer.money ?? false}
          onChange={event => {
            const { money: _, ...rest } = answer;
            change(event.target.checked ? { ...rest, money: true } : rest);
          }}
        />
        in money
      </label>
    </p>
  );
}

export function RatingPanel({ answer, change }: AnswerProps<'rating'>) {
  return (
    <p className="flex items-center gap-2 text-ink-2">
      from 1 to
      <Select
        name="Highest rating"
        value={answer.most}
        onChange={event => change({ ...answer, most: Number(event.target.value) })}
      >
        {[3, 4, 5, 6, 7, 10].map(most => (
          <option key={most}>{most}</option>
        ))}
      </Select>
    </p>
  );
}
