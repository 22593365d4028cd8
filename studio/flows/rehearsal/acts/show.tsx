import { LineText } from '../../../ui/line.tsx';
import { RehearsedCards } from '../answer.tsx';
import { Spoken } from './spoken.tsx';
import { actView } from './view.ts';

export const show = actView({
  act: 'show',
  Shown: ({ act, flow }) => (
    <Spoken speaker={flow.speaker}>
      <LineText line={act.line} />
      <RehearsedCards cards={act.cards} />
    </Spoken>
  ),
});
