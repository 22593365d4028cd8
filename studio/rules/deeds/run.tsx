import type { DeedOf } from '@kineta/core';
import { NameSelect } from '../name-select.tsx';
import { useRuleSetting } from '../setting.ts';
import type { DeedProps, DeedView } from './view.ts';

function Which({ deed, onSet }: DeedProps<DeedOf<'run'>>) {
  const { rules } = useRuleSetting();
  const all = rules.map(({ id, rule }) => ({ id, name: rule.name }));
  return <NameSelect name="Rule" all={all} value={deed.rule} onPick={rule => onSet({ ...deed, rule })} />;
}

export const runView: DeedView<DeedOf<'run'>> = { deed: 'run', name: 'do what another rule does', Setting: Which };
