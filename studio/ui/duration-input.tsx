import { Duration } from '@kineta/core';
import { Select, SmallInput } from './field.tsx';

const units: ReadonlyArray<Duration['unit']> = ['seconds', 'minutes', 'hours', 'days'];

/** A length of time: so many seconds, minutes, hours or days. */
export function DurationInput({
  name,
  value,
  onSet,
}: {
  name: string;
  value: Duration;
  onSet: (value: Duration) => void;
}) {
  const set = (next: Duration) => {
    const parsed = Duration.safeParse(next);
    if (parsed.success) onSet(parsed.data);
  };
  return (
    <span className="flex gap-1.5">
      <SmallInput
        name={name}
        type="number"
        min={1}
        className="w-18"
        value={value.amount}
        onChange={event => set({ ...value, amount: Math.round(Number(event.target.value)) })}
      />
      <Select
        name={`${name}: unit`}
        value={value.unit}
        onChange={event => set({ ...value, unit: event.target.value as Duration['unit'] })}
      >
        {units.map(unit => (
          <option key={unit}>{unit}</option>
        ))}
      </Select>
    </span>
  );
}
