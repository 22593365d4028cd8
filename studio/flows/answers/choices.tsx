import { Select } from '../../ui/field.tsx';
import { WaySelect } from '../way-select.tsx';
import { ChoiceList } from './choice-list.tsx';
import type { AnswerProps } from './panel.ts';

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
          <WaySelect
            name={`Choice ${index + 1} leads to`}
            value={choice.to}
            titled={choice.label}
            onPick={to => lead(choice.id, to)}
          />
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
