import { addFact, type Fact, FactName, FactType, fittedFact } from '@kineta/core';
import { type FormEvent, useState } from 'react';
import { Button } from '../ui/button.tsx';
import { Dialog } from '../ui/dialog.tsx';
import { Select, TextField } from '../ui/field.tsx';
import { useDraft } from './draft/draft.ts';
import { declareFact, useFacts } from './workplace.ts';

const NEW = '\u0000new';

/** Makes a fact: its name, what it holds, and whether it is remembered for the person. */
export function NewFact({
  type: usual,
  onClose,
  onMade,
}: {
  type: FactType;
  onClose: () => void;
  onMade: (name: string) => void;
}) {
  const { flow, edit } = useDraft.getState();
  const [name, setName] = useState('');
  const [type, setType] = useState<FactType>(usual);
  const [remembered, setRemembered] = useState(usual === 'email' || usual === 'phone');
  const [mistake, setMistake] = useState<string>();
  const submit = (event: FormEvent) => {
    event.preventDefault();
    event.stopPropagation();
    if (!flow) return;
    const parsed = FactName.safeParse(name.trim());
    if (!parsed.success) return setMistake(parsed.error.issues[0]?.message);
    if (flow.facts.some(fact => fact.name === parsed.data)) return setMistake('There is a fact of that name already.');
    const fact = { name: parsed.data, type, scope: remembered ? ('visitor' as const) : ('conversation' as const) };
    edit(now => addFact(now, fittedFact(fact, now.facts)));
    onMade(parsed.data);
    onClose();
  };
  return (
    <Dialog
      title="A new fact"
      description="Something the flow gets to know, such as “home type”."
      open
      onClose={onClose}
    >
      <form onSubmit={submit} className="space-y-4">
        <TextField
          label="Name"
          value={name}
          onChange={event => setName(event.target.value)}
          mistake={mistake}
          autoFocus
        />
        <p className="flex items-center gap-3">
          <span className="text-ink-2">It holds</span>
          <Select name="What it holds" value={type} onChange={event => setType(event.target.value as FactType)}>
            {FactType.options.map(option => (
              <option key={option}>{option}</option>
            ))}
          </Select>
        </p>
        <label className="flex items-center gap-2">
          <input type="checkbox" checked={remembered} onChange={event => setRemembered(event.target.checked)} />
          Remember it for the person, beyond this conversation
        </label>
        <div className="flex justify-end gap-2">
          <Button look="quiet" onClick={onClose}>
            Cancel
          </Button>
          <Button look="main" type="submit">
            Make the fact
          </Button>
        </div>
      </form>
    </Dialog>
  );
}

/** Picks a fact, or makes one on the spot. */
export function FactSelect({
  name,
  value,
  fits,
  usualType,
  none,
  onPick,
}: {
  name: string;
  value: string | undefined;
  fits?: (fact: Fact) => boolean;
  usualType: FactType;
  /** What stands for no fact at all, when there may be none. */
  none?: string;
  onPick: (fact: string | undefined) => void;
}) {
  const { own, business, given, all } = useFacts();
  const [making, setMaking] = useState(false);
  const groups = [
    { label: 'This flow', facts: own },
    { label: 'The business', facts: business },
    { label: 'The visit and the hour', facts: given },
  ]
    .map(group => ({ ...group, facts: group.facts.filter(fact => fact.name === value || !fits || fits(fact)) }))
    .filter(group => group.facts.length > 0);
  const options = (facts: Fact[]) =>
    facts.map(fact => (
      <option key={fact.name} value={fact.name}>
        {fact.name}
      </option>
    ));
  return (
    <>
      <Select
        name={name}
        value={value ?? ''}
        onChange={event => {
          const picked = event.target.value;
          if (picked === NEW) return setMaking(true);
          declareFact(picked);
          onPick(picked || undefined);
        }}
      >
        {none !== undefined ? <option value="">{none}</option> : null}
        {value && !all.some(fact => fact.name === value) ? <option value={value}>{value} (no such fact)</option> : null}
        {groups.length === 1
          ? options(groups[0]!.facts)
          : groups.map(group => (
              <optgroup key={group.label} label={group.label}>
                {options(group.facts)}
              </optgroup>
            ))}
        <option value={NEW}>New fact…</option>
      </Select>
      {making ? <NewFact type={usualType} onClose={() => setMaking(false)} onMade={onPick} /> : null}
    </>
  );
}
