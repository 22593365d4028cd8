import type { DeedOf } from '@kineta/core';
import { Select, SmallInput } from '../../ui/field.tsx';
import { useRuleSetting } from '../setting.ts';
import type { DeedProps, DeedView } from './view.ts';

function Whom({ deed, onSet }: DeedProps<DeedOf<'notify'>>) {
  const { names } = useRuleSetting();
  const { to } = deed;
  return (
    <span className="flex min-w-0 flex-1 flex-wrap items-center gap-1.5">
      <Select
        name="Who is told"
        value={typeof to === 'object' ? to.team : to}
        onChange={event => {
          const { value } = event.target;
          onSet({ ...deed, to: value === 'leads' || value === 'everybody' ? value : { team: value } });
        }}
      >
        <option value="leads">whoever leads its team</option>
        {names.teams.map(({ id, name }) => (
          <option key={id} value={id}>
            {name}
          </option>
        ))}
        <option value="everybody">everybody</option>
      </Select>
      <SmallInput
        name="What they are told"
        className="min-w-48 flex-1"
        placeholder="What they are told"
        value={deed.text}
        maxLength={500}
        onChange={event => onSet({ ...deed, text: event.target.value })}
      />
    </span>
  );
}

export const notifyView: DeedView<DeedOf<'notify'>> = { deed: 'notify', name: 'tell', Setting: Whom };
