import { Pictures, Spoken, SpokenLine } from '../spoken.tsx';
import { entryView, flowSays } from './view.ts';

export const said = entryView({
  kind: 'said',
  ...flowSays,
  Line: ({ entry, first }) => (
    <Spoken who={first ? entry.speaker : ''}>
      <Pictures pictures={entry.pictures} />
      <SpokenLine line={entry.line} />
    </Spoken>
  ),
});
