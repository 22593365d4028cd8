import type { DeedOf } from '@kineta/core';
import { Select } from '../../ui/field.tsx';
import { NameSelect } from '../name-select.tsx';
import { useRuleSetting } from '../setting.ts';
import type { DeedProps, DeedView } from './view.ts';

function Where({ deed, onSet }: DeedProps<DeedOf<'lead'>>) {
  const { names } = useRuleSetting();
  const scenes = names.flows.find(({ id }) => id === deed.flow)?.scenes ?? [];
  return (
    <span className="flex flex-wrap items-center gap-1.5">
      <NameSelect
        name="Flow"
        all={names.flows}
        value={deed.flow}
        none="pick a flow…"
        onPick={flow => onSet({ deed: deed.deed, flow })}
      />
      {scenes.length > 0 ? (
        <Select
          name="Scene"
          value={deed.scene ?? ''}
          onChange={event =>
            onSet({ deed: deed.deed, flow: deed.flow, ...(event.target.value ? { scene: event.target.value } : {}) })
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
    </span>
  );
}

export const leadView: DeedView<DeedOf<'lead'>> = {
  deed: 'lead',
  name: 'start a flow, or go to a scene',
  Setting: Where,
};
