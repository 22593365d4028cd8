import { Spoken, SpokenLine } from '../spoken.tsx';
import { CardRow } from './card-row.tsx';
import { entryView } from './view.ts';

export const asked = entryView({
  kind: 'asked',
  isNews: true,
  asks: true,
  voice: ({ speaker }) => `flow ${speaker}`,
  speaker: ({ speaker }) => speaker,
  Line: ({ entry, first, goTo, onPick }) => (
    <>
      <Spoken who={first ? entry.speaker : ''}>
        <SpokenLine line={entry.line} />
      </Spoken>
      {entry.answer.cards ? <CardRow cards={entry.answer.cards} goTo={goTo} onPick={onPick} /> : null}
    </>
  ),
});
