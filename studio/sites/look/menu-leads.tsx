import type { LiveFlow } from '@kineta/contract';
import type { MenuLead } from '@kineta/core';
import type { ReactNode } from 'react';
import { Select, SmallInput } from '../../ui/field.tsx';

type Leading<Leads extends MenuLead['leads']> = Extract<MenuLead, { leads: Leads }>;

interface SettingProps<To extends MenuLead> {
  to: To;
  /** How its entry is called. */
  name: string;
  flows: readonly LiveFlow[];
  onSet: (to: MenuLead) => void;
}

function IntoFlow({ to, name, flows, onSet }: SettingProps<Leading<'flow'>>) {
  const scenes = flows.find(({ id }) => id === to.flow)?.scenes ?? [];
  return (
    <>
      <Select
        name={`Flow of ${name}`}
        value={to.flow}
        onChange={({ target }) => onSet({ leads: 'flow', flow: target.value })}
      >
        <option value="">a flow…</option>
        {to.flow !== '' && scenes.length === 0 ? <option value={to.flow}>one that is not published</option> : null}
        {flows.map(({ id, name: called }) => (
          <option key={id} value={id}>
            {called}
          </option>
        ))}
      </Select>
      {scenes.length > 0 ? (
        <Select
          name={`Scene of ${name}`}
          value={to.scene ?? ''}
          onChange={({ target }) =>
            onSet({ leads: 'flow', flow: to.flow, ...(target.value ? { scene: target.value } : {}) })
          }
        >
          <option value="">from its beginning</option>
          {scenes.map(({ id, title }) => (
            <option key={id} value={id}>
              at “{title}”
            </option>
          ))}
        </Select>
      ) : null}
    </>
  );
}

function ToPage({ to, name, onSet }: SettingProps<Leading<'page'>>) {
  return (
    <SmallInput
      name={`Page of ${name}`}
      className="min-w-40 flex-1 font-mono"
      value={to.page}
      onChange={({ target }) => onSet({ leads: 'page', page: target.value })}
    />
  );
}

/** Each way to lead on: how it is called, and what is settled of it. */
export const menuLeadViews: {
  readonly [Leads in MenuLead['leads']]: {
    name: string;
    Setting?: (props: SettingProps<Leading<Leads>>) => ReactNode;
  };
} = {
  flow: { name: 'a flow', Setting: IntoFlow },
  page: { name: 'a page', Setting: ToPage },
  questions: { name: 'common questions' },
  person: { name: 'a person' },
};
