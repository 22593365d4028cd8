import { useLoaded } from '../loaded.ts';
import { Plain, Spoken } from '../spoken.tsx';
import { entryView } from './view.ts';

export const told = entryView({
  kind: 'told',
  isNews: true,
  voice: ({ speaker }) => `flow ${speaker}`,
  speaker: ({ speaker }) => speaker,
  Line: function Told({ entry, first, goTo }) {
    const part = useLoaded(true, () => import('../answer-text.tsx'));
    return (
      <Spoken who={first ? entry.speaker : ''}>
        {part ? <part.AnswerText text={entry.text} goTo={goTo} /> : <Plain text={entry.text} />}
      </Spoken>
    );
  },
});
