import type { DeedOf } from '@kineta/core';
import { useState } from 'react';
import { Select, SmallInput, TextArea, TextField } from '../../ui/field.tsx';
import { useRuleSetting } from '../setting.ts';
import { Places } from './places.tsx';
import type { DeedProps, DeedView } from './view.ts';

type Email = DeedOf<'email'>;
const VISITOR = 'visitor';
const ADDRESSES = 'addresses';

function Addresses({ deed, onSet }: DeedProps<Email>) {
  const [text, setText] = useState('addresses' in deed.to ? deed.to.addresses.join(', ') : '');
  return (
    <SmallInput
      name="Addresses"
      className="w-64"
      placeholder="office@example.org, …"
      value={text}
      onChange={event => {
        setText(event.target.value);
        const addresses = event.target.value.split(',').map(one => one.trim());
        onSet({ ...deed, to: { addresses: addresses.filter(Boolean).slice(0, 10) } });
      }}
    />
  );
}

function Letter({ deed, onSet }: DeedProps<Email>) {
  const { names } = useRuleSetting();
  const { to } = deed;
  const picked = 'visitor' in to ? VISITOR : 'addresses' in to ? ADDRESSES : to.team;
  return (
    <div className="w-full max-w-lg space-y-2">
      <p className="flex flex-wrap items-center gap-1.5">
        to
        <Select
          name="To whom"
          value={picked}
          onChange={event => {
            const { value } = event.target;
            onSet({
              ...deed,
              to: value === VISITOR ? { visitor: true } : value === ADDRESSES ? { addresses: [] } : { team: value },
            });
          }}
        >
          <option value={VISITOR}>the visitor, where their address is known</option>
          {names.teams.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
          <option value={ADDRESSES}>addresses…</option>
        </Select>
        {'addresses' in to ? <Addresses deed={deed} onSet={onSet} /> : null}
      </p>
      <TextField
        label="Subject"
        value={deed.subject}
        maxLength={200}
        onChange={event => onSet({ ...deed, subject: event.target.value })}
      />
      <TextArea
        label="What it says"
        value={deed.text}
        maxLength={4_000}
        onChange={event => onSet({ ...deed, text: event.target.value })}
      />
      <Places />
    </div>
  );
}

export const emailView: DeedView<Email> = { deed: 'email', name: 'send an email', Setting: Letter };
