import { Link } from 'react-router';
import { AnswerBlocks } from '../../ui/answer-blocks.tsx';
import { FlowRow } from '../row.tsx';
import { entryView } from '../view.ts';

export const told = entryView({
  kind: 'told',
  Row: ({ entries: [{ at, speaker, article, blocks, sources = [article], flows = [] }] }) => (
    <FlowRow at={at} speaker={speaker}>
      <AnswerBlocks blocks={blocks} />
      <p className="text-xs text-ink-2">
        {sources[0] === article ? 'Answers' : 'Composed from'}{' '}
        {sources.map(({ id, question }, at) => (
          <span key={id}>
            {at > 0 ? ', ' : ''}
            <Link to={`/questions/${id}`} className="text-petrol hover:underline">
              {question}
            </Link>
          </span>
        ))}
        {flows.length > 0 ? `; with the buttons ${flows.map(({ label }) => `“${label}”`).join(', ')}` : ''}
      </p>
    </FlowRow>
  ),
});
