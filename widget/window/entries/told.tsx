import { useLoaded } from '../loaded.ts';
import { Spoken } from '../spoken.tsx';
import { entryView } from './view.ts';

export const told = entryView({
  kind: 'told',
  isNews: true,
  voice: ({ speaker }) => `flow ${speaker}`,
  speaker: ({ speaker }) => speaker,
  Line: function Told({ entry, first, goTo }) {
    const part = useLoaded(true, () => import('../answer-blocks.tsx'));
    return <Spoken who={first ? entry.speaker : ''}>{part?.AnswerBlocks({ blocks: entry.blocks, goTo })}</Spoken>;
  },
});
