import { Spoken, SpokenLine } from '../spoken.tsx';
import { CardRow } from './card-row.tsx';
import { entryView } from './view.ts';

export const showed = entryView({
  kind: 'showed',
  isNews: true,
  voice: ({ speaker }) => `flow ${speaker}`,
  speaker: ({ speaker }) => speaker,
  Line: ({ entry, first, goTo, onPick }) => (
    <>
      <Spoken who={first ? entry.speaker : ''}>
        <SpokenLine line={entry.line} />
      </Spoken>
      <CardRow cards={entry.cards} goTo={goTo} onPick={onPick} />
    </>
  ),
});
