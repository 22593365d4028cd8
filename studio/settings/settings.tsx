import { BusinessFact, Settings as SettingsBody, settingsRoutes } from '@kineta/contract';
import type { FactType, Value } from '@kineta/core';
import { useEffect } from 'react';
import { useFieldArray } from 'react-hook-form';
import { toast } from 'sonner';
import { z } from 'zod';
import { useAccount, useSignedIn } from '../account/store.ts';
import { call, sentenceOf } from '../shell/api.ts';
import { isStale, useRoute } from '../shell/query.ts';
import { type SentForm, useSentForm } from '../shell/sent-form.ts';
import { AddButton } from '../ui/add-button.tsx';
import { Button } from '../ui/button.tsx';
import { Select, SmallInput, TextField } from '../ui/field.tsx';
import { RemoveButton } from '../ui/remove-button.tsx';
import { Skeleton } from '../ui/skeleton.tsx';
import { ServiceKeys } from './service-keys.tsx';

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

/** The settings while they are written; what is sent of them, or what is wrong at which field. */
const Written = z
  .object({ facts: z.array(WrittenFact), mailFrom: z.string(), allowedHosts: z.string(), closesAfter: z.string() })
  .transform(({ facts, mailFrom, allowedHosts, closesAfter }, context) => {
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
      mailFrom: mailFrom.trim() || null,
      allowedHosts: allowedHosts.split(/\s+/).filter(Boolean),
      closesAfter: closesAfter.trim() === '' ? null : Number(closesAfter),
    };
  })
  .pipe(SettingsBody);
type Written = z.input<typeof Written>;

const toWrittenAll = ({ facts, mailFrom, allowedHosts, closesAfter }: SettingsBody): Written => ({
  facts: facts.map(toWritten),
  mailFrom: mailFrom ?? '',
  allowedHosts: allowedHosts.join('\n'),
  closesAfter: closesAfter === null ? '' : String(closesAfter),
});

type SettingsForm = SentForm<Written, SettingsBody>;

function FactRow({
  form: { register, watch, mistakeAt },
  index,
  onRemove,
}: {
  form: SettingsForm;
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

function SettingsParts({ settings }: { settings: SettingsBody }) {
  const form: SettingsForm = useSentForm(
    Written,
    toWrittenAll(settings),
    async body => {
      const saved = await call(settingsRoutes.save, { body });
      form.reset(toWrittenAll(saved));
      await isStale(settingsRoutes.get);
      void useAccount.getState().load();
      toast.success('The settings are saved.');
    },
    'at once',
  );
  const { control, register, submit, formState, mistake, mistakeAt } = form;
  const facts = useFieldArray({ control, name: 'facts' });
  const hosts = mistakeAt('allowedHosts');
  return (
    <>
      <div className="max-w-3xl space-y-8 px-6 pt-6 pb-16 max-md:px-4">
        <form id="settings" onSubmit={submit} className="space-y-8">
          <section>
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
            <div className="mt-2">
              <AddButton onClick={() => facts.append({ name: '', type: 'text', unit: '', value: '' })}>
                Another fact
              </AddButton>
            </div>
          </section>
          <section>
            <h2 className="font-script text-lg font-semibold">Conversations</h2>
            <TextField
              className="mt-2 max-w-md"
              label="Close a flow’s conversations after so many hours without a word"
              inputMode="numeric"
              placeholder="never"
              mistake={mistakeAt('closesAfter')}
              {...register('closesAfter')}
            />
            <p className="mt-1 text-ink-2">What waits for a person, or a person has, is never closed by itself.</p>
          </section>
          <section>
            <h2 className="font-script text-lg font-semibold">Email</h2>
            <TextField
              className="mt-2 max-w-md"
              label="Flows write from"
              placeholder="Robin at Brackenrow <robin@brackenrow.example>"
              mistake={mistakeAt('mailFrom')}
              {...register('mailFrom')}
            />
          </section>
          <section>
            <h2 className="font-script text-lg font-semibold">Calls to services</h2>
            <label htmlFor="hosts" className="mt-2 mb-1 block text-ink-2">
              Hosts inside private networks that flows may call, one a line. Everything else in there is closed to them.
            </label>
            <textarea
              id="hosts"
              rows={3}
              className="w-full max-w-md rounded-md border border-rule bg-sheet px-2.5 py-1.5 font-mono"
              placeholder="stock.internal:8080"
              aria-invalid={hosts ? true : undefined}
              {...register('allowedHosts')}
            />
            {hosts ? (
              <p role="alert" className="text-brick">
                {hosts}
              </p>
            ) : null}
          </section>
        </form>
        <ServiceKeys />
      </div>
      <footer className="sticky bottom-0 border-t border-rule bg-paper px-6 py-2.5 max-md:px-4">
        <div className="flex max-w-180 items-center justify-end gap-3">
          {mistake ? (
            <p role="alert" className="text-brick">
              {mistake}
            </p>
          ) : formState.isDirty ? (
            <p className="text-ink-2">Not saved yet.</p>
          ) : null}
          <Button form="settings" look="main" type="submit" disabled={!formState.isDirty || formState.isSubmitting}>
            Save the settings
          </Button>
        </div>
      </footer>
    </>
  );
}

/** The workspace’s settings: what any flow may say about the business, how it writes, and whom it may call. */
export default function Settings() {
  const { data, error } = useRoute(settingsRoutes.get, {});
  useEffect(() => {
    document.title = 'Settings · Kineta';
  }, []);
  return (
    <main className="h-full overflow-y-auto">
      <header className="flex min-h-13 items-center border-b border-rule px-6 max-md:px-4">
        <h1 className="font-script text-xl font-semibold">Settings</h1>
      </header>
      {data ? (
        <SettingsParts settings={data} />
      ) : error ? (
        <p role="alert" className="px-6 py-3 text-brick">
          {sentenceOf(error)}
        </p>
      ) : (
        <Skeleton lines={6} className="p-6" />
      )}
    </main>
  );
}
