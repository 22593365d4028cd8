import { LineText } from '../../ui/line.tsx';
import { FlowRow, Pictures, script } from '../row.tsx';
import { entryView } from '../view.ts';

export const said = entryView({
  kind: 'said',
  Row: ({ entries: [{ at, speaker, line, pictures, rule }] }) => (
    <FlowRow at={at} speaker={speaker} by={rule ? 'rule' : 'flow'}>
      <div className={script}>
        <Pictures pictures={pictures} />
        <LineText line={line} live />
      </div>
    </FlowRow>
  ),
});
