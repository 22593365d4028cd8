import { LineText } from '../../../ui/line.tsx';
import { Spoken } from './spoken.tsx';
import { actView } from './view.ts';

export const ask = actView({
  act: 'ask',
  asks: ({ answer }) => answer,
  Shown: ({ act, flow }) => (
    <Spoken speaker={flow.speaker}>
      <LineText line={act.line} />
    </Spoken>
  ),
});
