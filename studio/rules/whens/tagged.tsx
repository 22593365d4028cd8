import type { When } from '@kineta/core';
import { NameSelect } from '../name-select.tsx';
import { useRuleSetting } from '../setting.ts';
import type { WhenProps, WhenView } from './view.ts';

type Tagged = Extract<When, { when: 'tagged' }>;

function Tag({ when, onSet }: WhenProps<Tagged>) {
  const { names } = useRuleSetting();
  return <NameSelect name="Tag" all={names.tags} value={when.tag} onPick={tag => onSet({ ...when, tag })} />;
}

export const taggedView: WhenView<Tagged> = { when: 'tagged', name: 'a conversation is tagged', Setting: Tag };
