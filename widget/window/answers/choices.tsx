import { useState } from 'preact/hooks';
import { messages } from '../../messages/messages.ts';
import type { AnsweringProps } from './view.ts';

/** What can be picked: one at once, or several and then “That’s it”. */
export function Choices({ answer: { choices = [], several }, send }: AnsweringProps) {
  const [chosen, setChosen] = useState<string[]>([]);
  const done = () => {
    const picked = choices.filter(({ id }) => chosen.includes(id));
    send(picked.map(({ label }) => label).join(', ') || messages.noneOfThese, { choices: picked.map(({ id }) => id) });
  };
  return (
    <fieldset class="choices">
      <legend class="unseen">{several ? messages.pickSeveral : messages.pickOne}</legend>
      {choices.map(choice => (
        <button
          type="button"
          key={choice.id}
          aria-pressed={several ? chosen.includes(choice.id) : undefined}
          onClick={() => {
            if (!several) send(choice.label, { choice: choice.id });
            else if (chosen.includes(choice.id)) setChosen(chosen.filter(id => id !== choice.id));
            else setChosen([...chosen, choice.id]);
          }}
        >
          {choice.label}
        </button>
      ))}
      {several ? (
        <button type="button" class="done" onClick={done}>
          {chosen.length === 0 ? messages.noneOfThese : messages.thatsIt}
        </button>
      ) : null}
    </fieldset>
  );
}
