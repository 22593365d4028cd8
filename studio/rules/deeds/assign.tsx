import type { DeedOf } from '@kineta/core';
import { Select } from '../../ui/field.tsx';
import { useRuleSetting } from '../setting.ts';
import type { DeedProps, DeedView } from './view.ts';

function Whom({ deed, onSet }: DeedProps<DeedOf<'assign'>>) {
  const { names } = useRuleSetting();
  const { to } = deed;
  const value = 'team' in to ? `team ${to.team}` : `member ${to.member}`;
  return (
    <Select
      name="To whom"
      value={value}
      onChange={event => {
        const [kind, id = ''] = event.target.value.split(' ');
        onSet({ ...deed, to: kind === 'team' ? { team: id } : { member: id } });
      }}
    >
      {value === 'team ' ? <option value={value}>pick one…</option> : null}
      <optgroup label="Teams">
        {names.teams.map(({ id, name }) => (
          <option key={id} value={`team ${id}`}>
            {name}
          </option>
        ))}
      </optgroup>
      <optgroup label="Members">
        {names.members.map(({ id, name }) => (
          <option key={id} value={`member ${id}`}>
            {name}
          </option>
        ))}
      </optgroup>
    </Select>
  );
}

export const assignView: DeedView<DeedOf<'assign'>> = { deed: 'assign', name: 'hand it over to', Setting: Whom };
