import { DirectionRow } from '../row.tsx';
import { entryView } from '../view.ts';

export const called = entryView({
  kind: 'called',
  Row: ({ entries: [{ at, url }] }) => (
    <DirectionRow at={at}>
      Called <span className="font-mono text-xs not-italic [overflow-wrap:anywhere]">{url}</span>
    </DirectionRow>
  ),
});
