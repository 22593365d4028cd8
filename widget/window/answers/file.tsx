import { messages } from '../../messages/messages.ts';
import { useLoaded } from '../loaded.ts';
import type { AnswerView } from './view.ts';

export const file: AnswerView = {
  type: 'file',
  hint: messages.fileHint,
  Answering: function File({ answer, feed, send }) {
    const part = useLoaded(true, () => import('../file.tsx'));
    return part ? (
      <part.FileCard
        answer={answer}
        upload={chosen => feed.upload(chosen)}
        onSent={(name, id) => send(name, { file: id })}
      />
    ) : null;
  },
};
