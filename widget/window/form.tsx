import type { VisitorReply } from '@kineta/contract';
import type { InputHTMLAttributes } from 'preact';
import { useEffect, useId, useRef, useState } from 'preact/hooks';
import { messages } from '../messages/messages.ts';
import { partMessages } from '../messages/parts.ts';
import { answerViewOf } from './answers/registry.ts';
import type { EntryOf } from './entries/view.ts';
import './form.css';

type Answer = EntryOf<'asked'>['answer'];
type Field = NonNullable<Answer['fields']>[number];
type Given = NonNullable<VisitorReply['fields']>[string];

/** Up to so many choices stand side by side; more are a list to open. */
const SIDE_BY_SIDE = 4;

function FieldInput({
  field: { id, label, optional, answer, mistake },
  given,
  onSet,
}: {
  field: Field;
  given: Given;
  onSet: (given: Given) => void;
}) {
  const own = useId();
  const wrong = mistake ? `${own}-mistake` : undefined;
  const about = { 'aria-invalid': mistake ? true : undefined, 'aria-describedby': wrong } as const;
  const { choices } = answer;
  const words = (
    <>
      {label}
      {optional ? <small>{partMessages.ifYouLike}</small> : null}
    </>
  );
  const complaint = mistake ? (
    <p class="mistake field-mistake" id={wrong}>
      {mistake}
    </p>
  ) : null;
  const isSeveral = answer.several === true;
  const view = answerViewOf(answer.type);
  if (choices && (isSeveral || choices.length <= SIDE_BY_SIDE)) {
    const picked = isSeveral ? (given.choices ?? []) : given.choice === undefined ? [] : [given.choice];
    const toggle = (choice: string) => {
      const next = !isSeveral
        ? [choice]
        : picked.includes(choice)
          ? picked.filter(one => one !== choice)
          : [...picked, choice];
      const text = choices
        .filter(one => next.includes(one.id))
        .map(one => one.label)
        .join(', ');
      onSet(isSeveral ? { text, choices: next } : { text, choice });
    };
    return (
      <fieldset class="field" {...about}>
        <legend>{words}</legend>
        {choices.map(choice => (
          <label key={choice.id} class="option">
            <input
              type={isSeveral ? 'checkbox' : 'radio'}
              name={`${own}-${id}`}
              checked={picked.includes(choice.id)}
              onChange={() => toggle(choice.id)}
            />
            {choice.label}
          </label>
        ))}
        {complaint}
      </fieldset>
    );
  }
  const onInput = (event: { currentTarget: { value: string } }) => onSet({ text: event.currentTarget.value });
  const help: InputHTMLAttributes<HTMLInputElement> = {
    inputMode: view?.inputMode,
    autoComplete: view?.autoComplete ?? (/\bname\b/i.test(label) ? 'name' : undefined),
    ...view?.field,
  };
  return (
    <div class="field">
      <label for={own}>{words}</label>
      {choices ? (
        <select
          id={own}
          {...about}
          value={given.choice ?? ''}
          onChange={event => {
            const choice = choices.find(one => one.id === event.currentTarget.value);
            onSet(choice ? { text: choice.label, choice: choice.id } : { text: '' });
          }}
        >
          <option value="">{partMessages.pleasePick}</option>
          {choices.map(choice => (
            <option key={choice.id} value={choice.id}>
              {choice.label}
            </option>
          ))}
        </select>
      ) : view?.lines ? (
        <textarea id={own} rows={3} maxLength={4_000} {...about} value={given.text} onInput={onInput} />
      ) : (
        <input id={own} maxLength={500} {...help} {...about} value={given.text} onInput={onInput} />
      )}
      {complaint}
    </div>
  );
}

/** Several questions on one card. What is wrong comes back beside its field, with everything else as it was typed. */
export function FormCard({
  fields = [],
  button,
  ways = [],
  onSend,
  onWay,
}: {
  fields: Answer['fields'];
  button: string | undefined;
  /** What else can be picked than to fill it in. */
  ways: Answer['choices'];
  onSend: (words: string, fields: Record<string, Given>) => void;
  onWay: (words: string, choice: string) => void;
}) {
  const [given, setGiven] = useState<Record<string, Given>>(() =>
    Object.fromEntries(fields.map(field => [field.id, field.given ?? { text: '' }])),
  );
  const form = useRef<HTMLFormElement>(null);
  useEffect(() => {
    form.current?.querySelector<HTMLElement>('[aria-invalid] input, [aria-invalid]:is(input,select,textarea)')?.focus();
  }, []);
  const send = (event: Event) => {
    event.preventDefault();
    const words = fields.flatMap(field =>
      given[field.id]?.text.trim() ? `${field.label}: ${given[field.id]!.text.trim()}` : [],
    );
    onSend(words.join('\n') || partMessages.nothingFilledIn, given);
  };
  return (
    <form class="card form" ref={form} onSubmit={send} noValidate>
      {fields.map(field => (
        <FieldInput
          key={field.id}
          field={field}
          given={given[field.id] ?? { text: '' }}
          onSet={value => setGiven({ ...given, [field.id]: value })}
        />
      ))}
      <button type="submit" class="main">
        {button || messages.send}
      </button>
      {ways.map(({ id, label }) => (
        <button type="button" key={id} class="way" onClick={() => onWay(label, id)}>
          {label}
        </button>
      ))}
    </form>
  );
}
