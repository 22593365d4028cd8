import { entryWords } from '@kineta/core';
import { useReader } from '../reader.ts';
import { DirectionRow } from '../row.tsx';
import { entryView } from '../view.ts';

export const learnt = entryView({
  kind: 'learnt',
  together: true,
  tellsOfVisitor: true,
  Row: function Learnt({ entries }) {
    const reader = useReader();
    return (
      <DirectionRow at={entries[0].at}>
        Learnt: {entries.map(entry => entryWords(entry, reader)).join(' · ')}
      </DirectionRow>
    );
  },
});
