import { AddButton } from '../../../ui/add-button.tsx';
import { SmallInput } from '../../../ui/field.tsx';
import { RemoveButton } from '../../../ui/remove-button.tsx';
import type { PartProps, PartView } from './view.ts';

function Address({ set, onSet }: PartProps<'address'>) {
  return (
    <div className="space-y-1.5">
      {set.map((one, at) => (
        <span key={at} className="flex flex-wrap items-center gap-1.5">
          ?
          <SmallInput
            name="Name in the address"
            placeholder="from"
            value={one.name}
            maxLength={100}
            onChange={event => onSet(set.with(at, { ...one, name: event.target.value }))}
          />
          =
          <SmallInput
            name="Its value"
            placeholder="whatever"
            value={one.is}
            maxLength={200}
            onChange={event => onSet(set.with(at, { ...one, is: event.target.value }))}
          />
          {set.length > 1 ? <RemoveButton name="Remove it" onClick={() => onSet(set.toSpliced(at, 1))} /> : null}
        </span>
      ))}
      <AddButton onClick={() => onSet([...set, { name: '', is: '' }])}>And another</AddButton>
    </div>
  );
}

export const addressView: PartView<'address'> = {
  part: 'address',
  name: 'Address',
  offered: 'what the address asks',
  Setting: Address,
};
