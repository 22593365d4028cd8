import { BusinessFact, FIRST_FACTS, Settings, settingsRoutes } from '@kineta/contract';
import type { FactType, Value } from '@kineta/core';
import { useFieldArray } from 'react-hook-form';
import { z } from 'zod';
import { useSignedIn } from '../../account/store.ts';
import { type SentForm, useSentForm } from '../../shell/sent-form.ts';
import { AddButton } from '../../ui/add-button.tsx';
import { Select, SmallInput } from '../../ui/field.tsx';
import { RemoveButton } from '../../ui/remove-button.tsx';
import { SaveRow } from './save-row.tsx';
import { useSaved } from './saved.ts';

const types = BusinessFact.shape.type.options;

/** A fact while it is written: its value is text, taken for what the type says when it is sent. */
const WrittenFact = z.object({
  name: z.string(),
  type: BusinessFact.shape.type,
  unit: z.string(),
  value: z.string(),
});
type WrittenFact = z.infer<typeof WrittenFact>;

function toWritten({ name, type, unit = '', value }: BusinessFact): WrittenFact {
  return { name, type, unit, value: Array.isArray(value) ? value.join(', ') : String(value) };
}

function readValue({ type, value }: WrittenFact): Value | undefined {
  switch (type) {
    case 'number':
    case 'money':
      return value.trim() === '' || !Number.isFinite(Number(value)) ? undefined : Number(value);
    case 'yes/no':
      return value === 'true';
    case 'list':
      return value
        .split(',')
        .map(item => item.trim())
        .filter(Boolean);
    default:
      return value;
  }
}

/** The facts while they are written; what is sent of them, or what is wrong at which field. */
const Written = z
  .object({ facts: z.array(WrittenFact) })
  .transform(({ facts }, context) => {
    const wrong = (index: number, field: keyof WrittenFact, message: string) =>
      context.addIssue({ code: 'custom', path: ['facts', index, field], message });
    const names = facts.map(({ name }) => name.trim());
    for (const [index, fact] of facts.entries()) {
      if (names.indexOf(names[index]!) < index) wrong(index, 'name', `There are two facts “${names[index]}”.`);
      if (readValue(fact) === undefined) wrong(index, 'value', `“${fact.name}” needs a number.`);
    }
    return {
      facts: facts.map(fact => ({
        name: fact.name.trim(),
        type: fact.type,
        value: readValue(fact) ?? 0,
        ...(fact.type === 'number' && fact.unit.trim() ? { unit: fact.unit.trim() } : {}),
      })),
    };
  })
  .pipe(Settings.pick({ facts: true }));
type Written = z.input<typeof Written>;
type FactsForm = SentForm<Written, z.output<typeof Written>>;

function FactRow({
  form: { register, watch, mistakeAt },
  index,
  onRemove,
}: {
  form: FactsForm;
  index: number;
  onRemove: () => void;
}) {
  const { name, type } = watch(`facts.${index}`);
  const label = name || 'the new fact';
  const mistake = mistakeAt(`facts.${index}`);
  const { currency } = useSignedIn().workspace;
  return (
    <li className="border-b border-rule py-1.5">
      <div className="grid grid-cols-[minmax(8rem,1fr)_7rem_minmax(8rem,1.4fr)_6rem_2rem] items-center gap-2 max-md:grid-cols-[1fr_1fr_2rem]">
        <SmallInput
          name="Name of the fact"
          placeholder="survey price"
          aria-invalid={mistakeAt(`facts.${index}.name`) ? true : undefined}
          field={register(`facts.${index}.name`)}
        />
        <Select name={`What ${label} holds`} field={register(`facts.${index}.type`)}>
          {types.map((one: FactType) => (
            <option key={one}>{one}</option>
          ))}
        </Select>
        {type === 'yes/no' ? (
          <Select name={`Value of ${label}`} field={register(`facts.${index}.value`)}>
            <option value="true">yes</option>
            <option value="false">no</option>
          </Select>
        ) : (
          <SmallInput
            name={`Value of ${label}`}
            type={type === 'date' ? 'date' : 'text'}
            inputMode={type === 'number' || type === 'money' ? 'decimal' : 'text'}
            aria-invalid={mistakeAt(`facts.${index}.value`) ? true : undefined}
            field={register(`facts.${index}.value`)}
          />
        )}
        {type === 'money' ? (
          <span className="text-ink-2">{currency}</span>
        ) : type === 'number' ? (
          <SmallInput
            name={`Unit of ${label}`}
            placeholder="unit"
            maxLength={20}
            field={register(`facts.${index}.unit`)}
          />
        ) : (
          <span />
        )}
        <span className="max-md:col-start-3 max-md:row-start-1">
          <RemoveButton name={`Remove ${label}`} onClick={onRemove} />
        </span>
      </div>
      {mistake ? (
        <p role="alert" className="pt-1 text-brick">
          {mistake}
        </p>
      ) : null}
    </li>
  );
}

/** Facts about the business, which any flow may say or reckon with. */
export function Facts({ facts: given }: Pick<Settings, 'facts'>) {
  const save = useSaved(settingsRoutes.save, settingsRoutes.get);
  const form: FactsForm = useSentForm(
    Written,
    { facts: given.map(toWritten) },
    async body => {
      const saved = await save({ body });
      form.reset({ facts: saved.facts.map(toWritten) });
    },
    'at once',
  );
  const facts = useFieldArray({ control: form.control, name: 'facts' });
  const written = form.watch('facts');
  return (
    <form onSubmit={form.submit}>
      <h2 className="font-script text-lg font-semibold">About the business</h2>
      <p className="mb-2 text-ink-2">
        Facts that any flow may say or reckon with. Changed here, they are changed everywhere at once.
      </p>
      {facts.fields.length > 0 ? (
        <ul aria-label="Facts about the business" className="border-t border-rule">
          {facts.fields.map(({ id }, index) => (
            <FactRow key={id} form={form} index={index} onRemove={() => facts.remove(index)} />
          ))}
        </ul>
      ) : null}
      <div className="mt-2 flex flex-wrap gap-x-4">
        {FIRST_FACTS.filter(({ name }) => !written.some(fact => fact.name === name)).map(({ name, type }) => (
          <AddButton key={name} onClick={() => facts.append({ name, type, unit: '', value: '' })}>
            {name}
          </AddButton>
        ))}
        <AddButton onClick={() => facts.append({ name: '', type: 'text', unit: '', value: '' })}>
          Another fact
        </AddButton>
      </div>
      <SaveRow form={form}>Save the facts</SaveRow>
    </form>
  );
}
