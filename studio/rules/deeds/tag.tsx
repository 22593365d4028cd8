import type { DeedOf } from '@kineta/core';
import { NameSelect } from '../name-select.tsx';
import { useRuleSetting } from '../setting.ts';
import type { DeedProps, DeedView } from './view.ts';

function Which({ deed, onSet }: DeedProps<DeedOf<'tag'>>) {
  const { names } = useRuleSetting();
  return <NameSelect name="Tag" all={names.tags} value={deed.tag} onPick={tag => onSet({ ...deed, tag })} />;
}

export const tagView: DeedView<DeedOf<'tag'>> = { deed: 'tag', name: 'tag it', Setting: Which };
