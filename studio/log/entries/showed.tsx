import { LineText } from '../../ui/line.tsx';
import { FlowRow, script } from '../row.tsx';
import { entryView } from '../view.ts';
import { CardTitles } from './cards.tsx';

export const showed = entryView({
  kind: 'showed',
  Row: ({ entries: [{ at, speaker, line, cards }] }) => (
    <FlowRow at={at} speaker={speaker}>
      <div className={script}>
        <LineText line={line} live />
      </div>
      <CardTitles cards={cards} />
    </FlowRow>
  ),
});
