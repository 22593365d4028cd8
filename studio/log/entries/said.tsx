import { LineText } from '../../ui/line.tsx';
import { FlowRow, Pictures, script } from '../row.tsx';
import { entryView } from '../view.ts';

export const said = entryView({
  kind: 'said',
  Row: ({ entries: [{ at, speaker, line, pictures }] }) => (
    <FlowRow at={at} speaker={speaker}>
      <div className={script}>
        <Pictures pictures={pictures} />
        <LineText line={line} live />
      </div>
    </FlowRow>
  ),
});
