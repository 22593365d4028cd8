import { Spoken, SpokenLine } from '../spoken.tsx';
import { CardRow } from './card-row.tsx';
import { entryView, flowSays } from './view.ts';

export const asked = entryView({
  kind: 'asked',
  ...flowSays,
  asks: true,
  Line: ({ entry, first, goTo, onPick }) => (
    <>
      <Spoken who={first ? entry.speaker : ''}>
        <SpokenLine line={entry.line} />
      </Spoken>
      {entry.answer.cards ? <CardRow cards={entry.answer.cards} goTo={goTo} onPick={onPick} /> : null}
    </>
  ),
});
