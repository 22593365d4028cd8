import type { When } from '@kineta/core';
import { FactPick } from '../../conditions/fact-pick.tsx';
import type { WhenProps, WhenView } from './view.ts';

type Learnt = Extract<When, { when: 'learnt' }>;

function Which({ when, onSet }: WhenProps<Learnt>) {
  return <FactPick value={when.fact} onPick={fact => onSet({ ...when, fact })} />;
}

export const learntView: WhenView<Learnt> = {
  when: 'learnt',
  name: 'a fact becomes known, or changes',
  Setting: Which,
};
