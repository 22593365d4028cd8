import { Spoken, SpokenLine } from '../spoken.tsx';
import { CardRow } from './card-row.tsx';
import { entryView, flowSays } from './view.ts';

export const showed = entryView({
  kind: 'showed',
  ...flowSays,
  Line: ({ entry, first, goTo, onPick }) => (
    <>
      <Spoken who={first ? entry.speaker : ''}>
        <SpokenLine line={entry.line} />
      </Spoken>
      <CardRow cards={entry.cards} goTo={goTo} onPick={onPick} />
    </>
  ),
});
