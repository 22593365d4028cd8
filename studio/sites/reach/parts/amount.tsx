import { SmallInput } from '../../../ui/field.tsx';
import type { PartView } from './view.ts';

/** A whole number between two others, with what it counts behind it. */
export function Amount({
  name,
  amount,
  least,
  most,
  unit,
  onSet,
}: {
  name: string;
  amount: number;
  least: number;
  most: number;
  unit: string;
  onSet: (amount: number) => void;
}) {
  return (
    <span className="flex items-center gap-1.5">
      <SmallInput
        type="number"
        name={name}
        className="w-16"
        min={least}
        max={most}
        value={amount}
        onChange={event => {
          const next = Math.round(event.target.valueAsNumber);
          if (Number.isFinite(next)) onSet(Math.min(most, Math.max(least, next)));
        }}
      />
      {unit}
    </span>
  );
}

/** A part that is one whole number, with the words around it. */
export function AmountOf({
  name,
  around: { before, ...bounds },
  set,
  onSet,
}: {
  name: string;
  around: NonNullable<PartView['amount']>;
  set: number;
  onSet: (set: number) => void;
}) {
  return (
    <span className="flex flex-wrap items-center gap-1.5">
      {before}
      <Amount name={name} amount={set} {...bounds} onSet={onSet} />
    </span>
  );
}
