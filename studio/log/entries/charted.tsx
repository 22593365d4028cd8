import { ChartCard } from '../../ui/chart-card.tsx';
import { FlowRow } from '../row.tsx';
import { entryView } from '../view.ts';

export const charted = entryView({
  kind: 'charted',
  Row: ({ entries: [entry] }) => (
    <FlowRow at={entry.at} speaker={entry.speaker}>
      <ChartCard chart={entry} />
    </FlowRow>
  ),
});
