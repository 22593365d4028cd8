import type { AnswerQuestions } from '@kineta/core';
import { Link } from 'react-router';
import { useSignedIn } from '../../account/store.ts';
import { Select, SmallInput } from '../../ui/field.tsx';
import { OutsideSelect, outsideWords } from '../../ui/outside-select.tsx';
import { WaySelect } from '../way-select.tsx';
import { SpokenLine } from './spoken-line.tsx';
import type { StepProps, StepView } from './view.ts';

const times = (count: number, one: string, more: string): string => (count === 1 ? `one ${one}` : `${count} ${more}`);

/** The step with something that may be left out set, or left out. */
function set<K extends 'tags' | 'sure' | 'outside' | 'asksHelped' | 'missed' | 'most'>(
  step: AnswerQuestions,
  part: K,
  to: AnswerQuestions[K] | undefined,
): AnswerQuestions {
  const { [part]: _, ...rest } = step;
  return (to === undefined ? rest : { ...rest, [part]: to }) as AnswerQuestions;
}

function Body({ step, change, keys, speaker, selected }: StepProps<AnswerQuestions>) {
  return (
    <SpokenLine
      label={`${speaker} answers questions`}
      step={step.id}
      name="Words that invite questions"
      line={step.line}
      placeholder="How are visitors invited to ask?"
      selected={selected}
      keys={keys}
      onChange={line => change({ ...step, line }, 'line')}
    >
      <p className="mt-1.5 flex flex-wrap gap-x-5 text-xs text-ink-2">
        {step.outside ? <span>{outsideWords[step.outside].noted}</span> : null}
        <span>{step.tags ? `From answers tagged ${step.tags.join(', ')}` : 'From all your answers'}</span>
        <span>
          After {times(step.misses, 'miss', 'misses')} {step.missed ? 'goes elsewhere' : 'a person is fetched'}
        </span>
      </p>
    </SpokenLine>
  );
}

/** From how sure on something is said, in percent. */
const SURE = [30, 40, 50, 60, 70, 80, 90];
const MOST = [1, 2, 3, 5, 10, 20];

function Panel({ step, change }: StepProps<AnswerQuestions>) {
  const { answersOutside } = useSignedIn();
  const tags = (typed: string) => {
    const all = [...new Set(typed.split(',').map(tag => tag.trim().slice(0, 40)))].filter(Boolean).slice(0, 20);
    return all.length > 0 ? all : undefined;
  };
  return (
    <div className="space-y-2 text-[0.8125rem] text-ink-2">
      <p className="flex flex-wrap items-center gap-2">
        Only from answers tagged
        <SmallInput
          key={step.tags?.join(', ') ?? ''}
          name="Tags of the answers"
          className="w-56"
          maxLength={400}
          placeholder="all of them"
          defaultValue={step.tags?.join(', ') ?? ''}
          onBlur={event => change(set(step, 'tags', tags(event.target.value)), 'tags')}
        />
      </p>
      <p className="flex flex-wrap items-center gap-2">
        An answer is said from
        <Select
          name="How sure it has to be"
          value={step.sure === undefined ? '' : Math.round(step.sure * 100)}
          onChange={event =>
            change(set(step, 'sure', event.target.value === '' ? undefined : Number(event.target.value) / 100))
          }
        >
          <option value="">as sure as anywhere</option>
          {[...new Set([...SURE, ...(step.sure === undefined ? [] : [Math.round(step.sure * 100)])])]
            .sort((one, other) => one - other)
            .map(sure => (
              <option key={sure} value={sure}>
                {sure}% sure
              </option>
            ))}
        </Select>
        on; what is nearly as sure is asked back about.
      </p>
      <p className="flex flex-wrap items-center gap-2">
        Said
        <OutsideSelect
          name="Who words the answers"
          value={step.outside}
          onPick={outside => change(set(step, 'outside', outside))}
        />
        {step.outside ? (
          answersOutside[step.outside] ? (
            <span>{outsideWords[step.outside].how}</span>
          ) : (
            <span className="text-ochre">
              That is not set up yet, so it is said as it is written.{' '}
              <Link to="/settings/services" className="text-petrol hover:underline">
                Set it up
              </Link>
            </span>
          )
        ) : null}
      </p>
      <label className="flex w-fit items-center gap-2">
        <input
          type="checkbox"
          checked={step.asksHelped === true}
          onChange={event => change(set(step, 'asksHelped', event.target.checked || undefined))}
        />
        After each answer, ask whether it helped
      </label>
      <p className="flex flex-wrap items-center gap-2">
        A person is offered at every miss. After
        <Select
          name="How many misses"
          value={step.misses}
          onChange={event => change({ ...step, misses: Number(event.target.value) })}
        >
          {[1, 2, 3, 4, 5].map(misses => (
            <option key={misses} value={misses}>
              {times(misses, 'miss', 'misses in a row')}
            </option>
          ))}
        </Select>
        <WaySelect
          name="After the misses"
          value={step.missed?.to}
          carryOn="fetch a person"
          titled="Not known"
          onPick={to => change(set(step, 'missed', to ? { to } : undefined))}
        />
      </p>
      <p className="flex flex-wrap items-center gap-2">
        It goes on when they have no more questions
        <Select
          name="How many answers"
          value={step.most ?? ''}
          onChange={event =>
            change(set(step, 'most', event.target.value === '' ? undefined : Number(event.target.value)))
          }
        >
          <option value="">and not before</option>
          {[...new Set([...MOST, ...(step.most === undefined ? [] : [step.most])])]
            .sort((one, other) => one - other)
            .map(most => (
              <option key={most} value={most}>
                or after {times(most, 'answer', 'answers')}
              </option>
            ))}
        </Select>
      </p>
    </div>
  );
}

export const answerQuestionsView: StepView<AnswerQuestions> = {
  name: 'Answer questions',
  group: 'ask',
  Body,
  Panel,
};
