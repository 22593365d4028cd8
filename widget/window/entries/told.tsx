import { useLoaded } from '../loaded.ts';
import { Spoken } from '../spoken.tsx';
import { entryView, flowSays } from './view.ts';

export const told = entryView({
  kind: 'told',
  ...flowSays,
  Line: function Told({ entry, first, goTo, send }) {
    const part = useLoaded(true, () => import('../answer-blocks.tsx'));
    return <Spoken who={first ? entry.speaker : ''}>{part?.Told({ ...entry, goTo, send })}</Spoken>;
  },
});
