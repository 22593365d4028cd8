import { BusinessFact, type Settings as SettingsReply, settingsRoutes } from '@kineta/contract';
import { FactName, type FactType, type Value } from '@kineta/core';
import { type FormEvent, useCallback, useEffect, useState } from 'react';
import { toast } from 'sonner';
import { useAccount, useSignedIn } from '../account/store.ts';
import { CallError, call, sentenceOf } from '../shell/api.ts';
import { AddButton } from '../ui/add-button.tsx';
import { Button } from '../ui/button.tsx';
import { Select, SmallInput, TextField } from '../ui/field.tsx';
import { RemoveButton } from '../ui/remove-button.tsx';
import { Skeleton } from '../ui/skeleton.tsx';
import { ServiceKeys } from './service-keys.tsx';

const types = BusinessFact.shape.type.options;

/** A value while it is being written: the text is taken for what the type says when it is saved. */
interface Written {
  name: string;
  type: BusinessFact['type'];
  unit: string;
  text: string;
}

function toWritten({ name, type, unit = '', value }: BusinessFact): Written {
  return { name, type, unit, text: Array.isArray(value) ? value.join(', ') : String(value) };
}

function readValue({ type, text }: Written): Value | undefined {
  switch (type) {
    case 'number':
    case 'money':
      return text.trim() === '' || !Number.isFinite(Number(text)) ? undefined : Number(text);
    case 'yes/no':
      return text === 'true';
    case 'list':
      return text
        .split(',')
        .map(item => item.trim())
        .filter(Boolean);
    default:
      return text;
  }
}

/** What is wrong with a fact as it is written, if anything. */
function mistakeIn(fact: Written, all: readonly Written[]): string | undefined {
  const name = FactName.safeParse(fact.name.trim());
  if (!name.success) return name.error.issues[0]?.message;
  if (all.some(other => other !== fact && other.name.trim() === fact.name.trim()))
    return `There are two facts “${fact.name.trim()}”.`;
  return readValue(fact) === undefined ? `“${fact.name}” needs a number.` : undefined;
}

function FactRow({
  fact,
  mistake,
  onSet,
  onRemove,
}: {
  fact: Written;
  mistake: string | undefined;
  onSet: (fact: Written) => void;
  onRemove: () => void;
}) {
  const label = fact.name || 'the new fact';
  const { currency } = useSignedIn().workspace;
  return (
    <li className="border-b border-rule py-1.5">
      <div className="grid grid-cols-[minmax(8rem,1fr)_7rem_minmax(8rem,1.4fr)_6rem_2rem] items-center gap-2 max-md:grid-cols-[1fr_1fr_2rem]">
        <SmallInput
          name="Name of the fact"
          placeholder="survey price"
          value={fact.name}
          aria-invalid={mistake ? true : undefined}
          onChange={event => onSet({ ...fact, name: event.target.value })}
        />
        <Select
          name={`What ${label} holds`}
          value={fact.type}
          onChange={event => onSet({ ...fact, type: event.target.value as Written['type'] })}
        >
          {types.map((type: FactType) => (
            <option key={type}>{type}</option>
          ))}
        </Select>
        {fact.type === 'yes/no' ? (
          <Select
            name={`Value of ${label}`}
            value={fact.text === 'true' ? 'true' : 'false'}
            onChange={event => onSet({ ...fact, text: event.target.value })}
          >
            <option value="true">yes</option>
            <option value="false">no</option>
          </Select>
        ) : (
          <SmallInput
            name={`Value of ${label}`}
            type={fact.type === 'date' ? 'date' : 'text'}
            inputMode={fact.type === 'number' || fact.type === 'money' ? 'decimal' : 'text'}
            value={fact.text}
            onChange={event => onSet({ ...fact, text: event.target.value })}
          />
        )}
        {fact.type === 'money' ? (
          <span className="text-ink-2">{currency}</span>
        ) : fact.type === 'number' ? (
          <SmallInput
            name={`Unit of ${label}`}
            placeholder="unit"
            maxLength={20}
            value={fact.unit}
            onChange={event => onSet({ ...fact, unit: event.target.value })}
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

/** The workspace’s settings: what any flow may say about the business, how it writes, and whom it may call. */
export default function Settings() {
  const [facts, setFacts] = useState<Written[]>();
  const [mailFrom, setMailFrom] = useState('');
  const [hosts, setHosts] = useState('');
  const [touched, setTouched] = useState(false);
  const [saving, setSaving] = useState(false);
  const [mistakes, setMistakes] = useState<Record<string, string>>({});

  const take = useCallback((settings: SettingsReply) => {
    setFacts(settings.facts.map(toWritten));
    setMailFrom(settings.mailFrom ?? '');
    setHosts(settings.allowedHosts.join('\n'));
    setTouched(false);
  }, []);
  useEffect(() => {
    document.title = 'Settings · Kineta';
    call(settingsRoutes.get, {})
      .then(take)
      .catch(error => setMistakes({ all: sentenceOf(error) }));
  }, [take]);

  const change = <T,>(set: (value: T) => void, value: T) => {
    set(value);
    setTouched(true);
    setMistakes({});
  };
  const save = async (event: FormEvent) => {
    event.preventDefault();
    if (!facts || facts.some(fact => mistakeIn(fact, facts))) return;
    setSaving(true);
    try {
      const saved = await call(settingsRoutes.save, {
        body: {
          facts: facts.map(fact => ({
            name: fact.name.trim(),
            type: fact.type,
            value: readValue(fact)!,
            ...(fact.type === 'number' && fact.unit.trim() ? { unit: fact.unit.trim() } : {}),
          })),
          mailFrom: mailFrom.trim() || null,
          allowedHosts: hosts.split(/\s+/).filter(Boolean),
        },
      });
      take(saved);
      void useAccount.getState().load();
      toast.success('The settings are saved.');
    } catch (error) {
      const fields = error instanceof CallError ? (error.problem.fields ?? []) : [];
      const at = (part: string) => fields.find(({ path }) => path.startsWith(`body.${part}`))?.message;
      const [from, host] = [at('mailFrom'), at('allowedHosts')];
      setMistakes({
        ...(from ? { mailFrom: from } : {}),
        ...(host ? { hosts: host } : {}),
        ...(from || host ? {} : { all: sentenceOf(error) }),
      });
    } finally {
      setSaving(false);
    }
  };

  return (
    <main className="h-full overflow-y-auto">
      <header className="flex min-h-13 items-center border-b border-rule px-6 max-md:px-4">
        <h1 className="font-script text-xl font-semibold">Settings</h1>
      </header>
      {mistakes.all ? (
        <p role="alert" className="px-6 py-3 text-brick">
          {mistakes.all}
        </p>
      ) : null}
      {!facts ? (
        mistakes.all ? null : (
          <Skeleton lines={6} className="p-6" />
        )
      ) : (
        <>
          <div className="max-w-3xl space-y-8 px-6 pt-6 pb-16 max-md:px-4">
            <form id="settings" onSubmit={save} className="space-y-8">
              <section>
                <h2 className="font-script text-lg font-semibold">About the business</h2>
                <p className="mb-2 text-ink-2">
                  Facts that any flow may say or reckon with. Changed here, they are changed everywhere at once.
                </p>
                {facts.length > 0 ? (
                  <ul aria-label="Facts about the business" className="border-t border-rule">
                    {facts.map((fact, index) => (
                      <FactRow
                        key={index}
                        fact={fact}
                        mistake={fact.name === '' && fact.text === '' ? undefined : mistakeIn(fact, facts)}
                        onSet={next => change(setFacts, facts.with(index, next))}
                        onRemove={() => change(setFacts, facts.toSpliced(index, 1))}
                      />
                    ))}
                  </ul>
                ) : null}
                <div className="mt-2">
                  <AddButton
                    onClick={() => change(setFacts, [...facts, { name: '', type: 'text', unit: '', text: '' }])}
                  >
                    Another fact
                  </AddButton>
                </div>
              </section>
              <section>
                <h2 className="font-script text-lg font-semibold">Email</h2>
                <TextField
                  className="mt-2 max-w-md"
                  label="Flows write from"
                  placeholder="Robin at Brackenrow <robin@brackenrow.example>"
                  value={mailFrom}
                  mistake={mistakes.mailFrom}
                  onChange={event => change(setMailFrom, event.target.value)}
                />
              </section>
              <section>
                <h2 className="font-script text-lg font-semibold">Calls to services</h2>
                <label htmlFor="hosts" className="mt-2 mb-1 block text-ink-2">
                  Hosts inside private networks that flows may call, one a line. Everything else in there is closed to
                  them.
                </label>
                <textarea
                  id="hosts"
                  rows={3}
                  className="w-full max-w-md rounded-md border border-rule bg-sheet px-2.5 py-1.5 font-mono"
                  placeholder="stock.internal:8080"
                  value={hosts}
                  aria-invalid={mistakes.hosts ? true : undefined}
                  onChange={event => change(setHosts, event.target.value)}
                />
                {mistakes.hosts ? (
                  <p role="alert" className="text-brick">
                    {mistakes.hosts}
                  </p>
                ) : null}
              </section>
            </form>
            <ServiceKeys />
          </div>
          <footer className="sticky bottom-0 border-t border-rule bg-paper px-6 py-2.5 max-md:px-4">
            <div className="flex max-w-180 items-center justify-end gap-3">
              {touched ? <p className="text-ink-2">Not saved yet.</p> : null}
              <Button
                form="settings"
                look="main"
                type="submit"
                disabled={!touched || saving || facts.some(fact => mistakeIn(fact, facts))}
              >
                Save the settings
              </Button>
            </div>
          </footer>
        </>
      )}
    </main>
  );
}
