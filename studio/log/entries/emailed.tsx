import { entryWords } from '@kineta/core';
import { ChartCard } from '../../ui/chart-card.tsx';
import { LineText } from '../../ui/line.tsx';
import { useReader } from '../reader.ts';
import { Row } from '../row.tsx';
import { entryView } from '../view.ts';

export const emailed = entryView({
  kind: 'emailed',
  Row: function Emailed({ entries: [entry] }) {
    const reader = useReader();
    return (
      <Row at={entry.at}>
        <details className="rounded-md border border-rule bg-sheet px-3 py-1.5">
          <summary className="cursor-pointer font-script text-ink-2 italic">{entryWords(entry, reader)}</summary>
          <div className="mt-2 font-script">
            <LineText line={entry.line} live />
            {entry.charts.map((chart, index) => (
              <ChartCard key={index} chart={chart} />
            ))}
          </div>
        </details>
      </Row>
    );
  },
});
