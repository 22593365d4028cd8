import { useLoaded } from '../loaded.ts';
import { entryView } from './view.ts';

export const charted = entryView({
  kind: 'charted',
  speaker: ({ speaker }) => speaker,
  Line: function Charted({ entry }) {
    const part = useLoaded(true, () => import('../chart.tsx'));
    return part ? <part.ChartCard chart={entry} /> : null;
  },
});
