import { messages } from '../../messages/messages.ts';
import { useLoaded } from '../loaded.ts';
import type { AnswerView } from './view.ts';

export const form: AnswerView = {
  type: 'form',
  hint: messages.formHint,
  Answering: function Form({ answer, send }) {
    const part = useLoaded(true, () => import('../form.tsx'));
    return part ? (
      <part.FormCard
        fields={answer.fields}
        button={answer.button}
        ways={answer.choices}
        onSend={(words, fields) => send(words, { fields })}
        onWay={(words, choice) => send(words, { choice })}
      />
    ) : null;
  },
};
