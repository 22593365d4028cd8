import { Link } from 'react-router';
import { AnswerBlocks } from '../../ui/answer-blocks.tsx';
import { FlowRow } from '../row.tsx';
import { entryView } from '../view.ts';

export const told = entryView({
  kind: 'told',
  Row: ({ entries: [{ at, speaker, article, blocks }] }) => (
    <FlowRow at={at} speaker={speaker}>
      <AnswerBlocks blocks={blocks} />
      <p className="text-xs text-ink-2">
        Answers{' '}
        <Link to={`/questions/${article.id}`} className="text-petrol hover:underline">
          {article.question}
        </Link>
      </p>
    </FlowRow>
  ),
});
