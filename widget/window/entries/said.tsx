import { Pictures, Spoken, SpokenLine } from '../spoken.tsx';
import { entryView } from './view.ts';

export const said = entryView({
  kind: 'said',
  isNews: true,
  voice: ({ speaker }) => `flow ${speaker}`,
  speaker: ({ speaker }) => speaker,
  Line: ({ entry, first }) => (
    <Spoken who={first ? entry.speaker : ''}>
      <Pictures pictures={entry.pictures} />
      <SpokenLine line={entry.line} />
    </Spoken>
  ),
});
