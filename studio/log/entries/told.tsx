import { Link } from 'react-router';
import { AnswerText } from '../../ui/answer-text.tsx';
import { FlowRow } from '../row.tsx';
import { entryView } from '../view.ts';

export const told = entryView({
  kind: 'told',
  Row: ({ entries: [{ at, speaker, article, text }] }) => (
    <FlowRow at={at} speaker={speaker}>
      <AnswerText>{text}</AnswerText>
      <p className="text-xs text-ink-2">
        Answers{' '}
        <Link to={`/questions/${article.id}`} className="text-petrol hover:underline">
          {article.question}
        </Link>
      </p>
    </FlowRow>
  ),
});
