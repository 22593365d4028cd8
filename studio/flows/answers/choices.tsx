import type { ReactNode } from 'react';
import { AddButton } from '../../ui/add-button.tsx';
import { Select, SmallInput } from '../../ui/field.tsx';
import { RemoveButton } from '../../ui/remove-button.tsx';
import { newId } from '../draft/draft.ts';
import { WaySelect } from '../way-select.tsx';
import type { AnswerProps } from './panel.ts';

interface Labelled {
  id: string;
  label: string;
}

/** The choices of an answer, each with its words and whatever else it has; Enter makes the next. */
export function ChoiceList<C extends Labelled>({
  legend,
  choices,
  onSet,
  beside,
}: {
  legend: string;
  choices: readonly C[];
  onSet: (choices: Array<C | Labelled>, part?: string) => void;
  beside?: (choice: C, index: number) => ReactNode;
}) {
  const insertAt = (index: number) =>
    onSet([...choices.slice(0, index), { id: newId(), label: '' }, ...choices.slice(index)]);
  return (
    <fieldset>
      <legend className="label mb-1.5 text-plum">{legend}</legend>
      <ul className="space-y-1.5">
        {choices.map((choice, index) => (
          <li key={choice.id} className="flex items-center gap-2">
            <SmallInput
              name={`Choice ${index + 1}`}
              value={choice.label}
              maxLength={200}
              className="flex-1 border-plum-3 text-plum"
              onChange={event =>
                onSet(
                  choices.map(old => (old.id === choice.id ? { ...old, label: event.target.value } : old)),
                  choice.id,
                )
              }
              onKeyDown={event => {
                if (event.key !== 'Enter') return;
                event.preventDefault();
                insertAt(index + 1);
              }}
            />
            {beside?.(choice, index)}
            <RemoveButton
              name={`Remove choice ${index + 1}`}
              onClick={() => onSet(choices.filter(({ id }) => id !== choice.id))}
            />
          </li>
        ))}
      </ul>
      <div className="mt-1.5">
        <AddButton tone="plum" onClick={() => insertAt(choices.length)}>
          Add a choice
        </AddButton>
      </div>
    </fieldset>
  );
}

export function ChoicePanel({ answer, change }: AnswerProps<'choice'>) {
  const lead = (id: string, to: string | undefined) =>
    change({
      ...answer,
      choices: answer.choices.map(choice => {
        const { to: _, ...rest } = choice;
        return choice.id === id ? { ...rest, ...(to ? { to } : {}) } : choice;
      }),
    });
  return (
    <div>
      <ChoiceList
        legend="The visitor picks"
        choices={answer.choices}
        onSet={(choices, part) => change({ ...answer, choices }, part)}
        beside={(choice, index) => (
          <WaySelect name={`Choice ${index + 1} leads to`} value={choice.to} onPick={to => lead(choice.id, to)} />
        )}
      />
      <p className="mt-2 flex flex-wrap items-center gap-2 text-ink-2">
        Anything else typed
        <Select
          name="Anything else typed"
          value={answer.otherwise ? 'leads' : 'again'}
          onChange={event => {
            const { otherwise: _, ...rest } = answer;
            change(event.target.value === 'leads' ? { ...rest, otherwise: {} } : rest);
          }}
        >
          <option value="again">is asked again</option>
          <option value="leads">leads on</option>
        </Select>
        {answer.otherwise ? (
          <WaySelect
            name="Anything else typed leads to"
            value={answer.otherwise.to}
            onPick={to => change({ ...answer, otherwise: to ? { to } : {} })}
          />
        ) : null}
      </p>
    </div>
  );
}

export function SeveralPanel({ answer, change }: AnswerProps<'several choices'>) {
  return (
    <ChoiceList
      legend="The visitor picks any of"
      choices={answer.choices}
      onSet={(choices, part) => change({ ...answer, choices }, part)}
    />
  );
}

/** A choice of a field leads nowhere. */
export function PickPanel({ answer, change }: AnswerProps<'choice'>) {
  return (
    <ChoiceList
      legend="The visitor picks"
      choices={answer.choices}
      onSet={(choices, part) => change({ ...answer, choices }, part)}
    />
  );
}
