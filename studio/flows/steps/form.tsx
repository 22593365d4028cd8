import { answerKindOf, answerKinds, type Field, type FieldAnswer, type Form } from '@kineta/core';
import { ArrowUp } from 'lucide-react';
import { AddButton } from '../../ui/add-button.tsx';
import { IconButton } from '../../ui/button.tsx';
import { Select, SmallInput } from '../../ui/field.tsx';
import { RemoveButton } from '../../ui/remove-button.tsx';
import { blankFieldAnswer } from '../answers/blank.ts';
import { fieldPanelOf } from '../answers/registry.ts';
import { ComesFirst } from '../comes-first.tsx';
import { newId } from '../draft/draft.ts';
import { FactSelect } from '../facts.tsx';
import { WaySelect } from '../way-select.tsx';
import { isKept } from '../workplace.ts';
import { SpokenLine } from './spoken-line.tsx';
import type { StepProps, StepView } from './view.ts';

function Body({ step, change, keys, speaker, selected }: StepProps<Form>) {
  return (
    <SpokenLine
      label={`${speaker} asks for several details`}
      step={step.id}
      name="Line above the card"
      line={step.line}
      placeholder="What is said above the card?"
      selected={selected}
      keys={keys}
      onChange={line => change({ ...step, line }, 'line')}
    >
      <ul className="mt-2 ml-auto w-3/4 space-y-1 rounded-lg border border-plum-3 bg-white p-2.5 text-[0.8125rem]">
        {step.fields.map(field => (
          <li key={field.id} className="flex items-baseline gap-2">
            <span className="min-w-0 flex-1 truncate text-plum">
              {field.label || '…'}
              {field.optional ? <span className="text-ink-3"> (if they like)</span> : null}
            </span>
            <span className="shrink-0 text-xs text-ink-2">
              {answerKindOf(field.answer.type).asksFor}
              {field.fact ? (
                <>
                  {' '}
                  → <b className="font-semibold text-ink">{field.fact}</b>
                </>
              ) : null}
            </span>
          </li>
        ))}
        <li className="text-right">
          <span className="rounded bg-plum px-2 py-0.5 text-white">{step.button || 'Send'}</span>
        </li>
      </ul>
    </SpokenLine>
  );
}

function FieldEditor({
  field,
  index,
  onSet,
  onRemove,
  onUp,
}: {
  field: Field;
  index: number;
  onSet: (field: Field, part?: string) => void;
  onRemove: (() => void) | undefined;
  onUp: (() => void) | undefined;
}) {
  const { answer } = field;
  const { keptAs } = answerKindOf(answer.type);
  const AnswerPanel = fieldPanelOf(answer.type);
  return (
    <fieldset className="space-y-1.5 border-l-2 border-plum-3 pl-3">
      <legend className="sr-only">Field {index + 1}</legend>
      <p className="flex flex-wrap items-center gap-1.5">
        <SmallInput
          name={`Label of field ${index + 1}`}
          className="min-w-32 flex-1 border-plum-3 text-plum"
          placeholder="Label"
          maxLength={100}
          value={field.label}
          onChange={event => onSet({ ...field, label: event.target.value }, `${field.id}label`)}
        />
        <Select
          name={`Kind of field ${index + 1}`}
          value={answer.type}
          onChange={event => {
            const { fact: _, ...rest } = field;
            onSet({ ...rest, answer: blankFieldAnswer(event.target.value as FieldAnswer['type'], answer) });
          }}
        >
          {answerKinds
            .filter(({ type }) => !answerKindOf(type).alone)
            .map(({ type, asksFor }) => (
              <option key={type} value={type}>
                {asksFor}
              </option>
            ))}
        </Select>
        {onUp ? (
          <IconButton name={`Move field ${index + 1} up`} onClick={onUp}>
            <ArrowUp className="size-3.5" aria-hidden="true" />
          </IconButton>
        ) : null}
        {onRemove ? <RemoveButton name={`Remove field ${index + 1}`} onClick={onRemove} /> : null}
      </p>
      <p className="flex flex-wrap items-center gap-2">
        kept as
        <FactSelect
          name={`Keep field ${index + 1} as`}
          value={field.fact}
          none="nothing"
          usualType={keptAs[0]!}
          fits={fact => keptAs.includes(fact.type) && isKept(fact)}
          onPick={fact => {
            const { fact: _, ...rest } = field;
            onSet(fact ? { ...rest, fact } : rest);
          }}
        />
        <label className="flex items-center gap-1.5">
          <input
            type="checkbox"
            checked={field.optional ?? false}
            onChange={event => {
              const { optional: _, ...rest } = field;
              onSet(event.target.checked ? { ...rest, optional: true } : rest);
            }}
          />
          may be left empty
        </label>
      </p>
      {AnswerPanel ? (
        <AnswerPanel
          key={answer.type}
          answer={answer}
          change={(next, part) => onSet({ ...field, answer: next as FieldAnswer }, part)}
        />
      ) : null}
    </fieldset>
  );
}

function Panel({ step, change }: StepProps<Form>) {
  const { fields } = step;
  const set = (next: Field[], part?: string) => change({ ...step, fields: next }, part);
  return (
    <div className="space-y-3.5 text-[0.8125rem] text-ink-2">
      {fields.map((field, index) => (
        <FieldEditor
          key={field.id}
          field={field}
          index={index}
          onSet={(next, part) => set(fields.with(index, next), part)}
          onRemove={fields.length > 1 ? () => set(fields.toSpliced(index, 1)) : undefined}
          onUp={index > 0 ? () => set(fields.toSpliced(index, 1).toSpliced(index - 1, 0, field)) : undefined}
        />
      ))}
      {fields.length < 12 ? (
        <AddButton
          tone="plum"
          onClick={() => set([...fields, { id: newId(), label: '', answer: { type: 'short text' } }])}
        >
          Another field
        </AddButton>
      ) : null}
      <p className="flex flex-wrap items-center gap-2">
        Button
        <SmallInput
          name="Words on the button"
          className="w-28"
          maxLength={40}
          value={step.button}
          onChange={event => change({ ...step, button: event.target.value }, 'button')}
        />
        shown at most
        <Select
          name="How many tries"
          value={step.tries}
          onChange={event => change({ ...step, tries: Number(event.target.value) })}
        >
          {[1, 2, 3, 4, 5].map(tries => (
            <option key={tries} value={tries}>
              {tries === 1 ? 'once' : `${tries} times`}
            </option>
          ))}
        </Select>
        then
        <WaySelect
          name="When it is not filled in"
          value={step.giveUp?.to}
          onPick={to => change({ ...step, giveUp: to ? { to } : {} })}
        />
      </p>
      <ComesFirst step={step} change={change} />
    </div>
  );
}

export const formView: StepView<Form> = { name: 'Form', group: 'ask', Body, Panel };
