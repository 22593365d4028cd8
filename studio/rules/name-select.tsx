import { Select } from '../ui/field.tsx';

/** Picks one of what a rule may name. */
export function NameSelect({
  name,
  all,
  value,
  none = 'pick one…',
  onPick,
}: {
  name: string;
  all: ReadonlyArray<{ id: string; name: string }>;
  value: string;
  none?: string;
  onPick: (id: string) => void;
}) {
  const isGone = value !== '' && !all.some(({ id }) => id === value);
  return (
    <Select name={name} value={value} onChange={event => onPick(event.target.value)}>
      {value === '' ? <option value="">{none}</option> : null}
      {isGone ? <option value={value}>gone</option> : null}
      {all.map(one => (
        <option key={one.id} value={one.id}>
          {one.name}
        </option>
      ))}
    </Select>
  );
}
