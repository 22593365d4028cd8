import { SmallInput } from '../../../ui/field.tsx';
import type { PartProps, PartView } from './view.ts';

function Dates({ set, onSet }: PartProps<'dates'>) {
  const day = (name: string, part: 'from' | 'to') => (
    <SmallInput
      type="date"
      name={name}
      value={set[part] ?? ''}
      onChange={event => onSet({ ...set, [part]: event.target.value || null })}
    />
  );
  return (
    <span className="flex flex-wrap items-center gap-1.5">
      from {day('From the day', 'from')} to {day('To the day', 'to')}
    </span>
  );
}

export const datesView: PartView<'dates'> = {
  part: 'dates',
  name: 'Days',
  offered: 'from a day to a day',
  Setting: Dates,
};
