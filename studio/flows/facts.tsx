import {
  addFact,
  type Fact,
  FactName,
  FactType,
  type Flow,
  findStep,
  fittedFact,
  keepAnswer,
  type Unkept,
  unkeptAnswers,
} from '@kineta/core';
import { useMemo, useState } from 'react';
import { z } from 'zod';
import { useSentForm } from '../shell/sent-form.ts';
import { Button } from '../ui/button.tsx';
import { Dialog } from '../ui/dialog.tsx';
import { Select, TextField } from '../ui/field.tsx';
import { useDraft } from './draft/draft.ts';
import { declareFact, useFacts } from './workplace.ts';

const NEW = '\u0000new';
/** Before the identity of a step whose answer is meant. */
const ANSWER = '\u0000answer ';

/** The name of a fact that the flow does not have yet, but for one that may keep its own. */
export const newName = (flow: Flow | null, own?: string) =>
  z
    .string()
    .trim()
    .pipe(FactName)
    .refine(
      name => name === own || !flow?.facts.some(fact => fact.name === name),
      'There is a fact of that name already.',
    );

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
  const { register, submit, mistakeAt } = useSentForm(
    z.object({ name: newName(flow), type: FactType, remembered: z.boolean() }),
    { name: '', type: usual, remembered: usual === 'email' || usual === 'phone' },
    ({ name, type, remembered }) => {
      const fact = { name, type, scope: remembered ? ('visitor' as const) : ('conversation' as const) };
      edit(now => addFact(now, fittedFact(fact, now.facts)));
      onMade(name);
      onClose();
    },
  );
  return (
    <Dialog
      title="A new fact"
      description="Something the flow gets to know, such as “home type”."
      open
      onClose={onClose}
    >
      <form onSubmit={submit} className="space-y-4">
        <TextField label="Name" mistake={mistakeAt('name')} autoFocus {...register('name')} />
        <p className="flex items-center gap-3">
          <span className="text-ink-2">It holds</span>
          <Select name="What it holds" field={register('type')}>
            {FactType.options.map(option => (
              <option key={option}>{option}</option>
            ))}
          </Select>
        </p>
        <label className="flex items-center gap-2">
          <input type="checkbox" {...register('remembered')} />
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

/** What is answered in the draft and kept nowhere; the same list while that is the same. */
function useUnkept(wanted: boolean): readonly Unkept[] {
  const found = useDraft(({ flow }) => (wanted && flow ? JSON.stringify(unkeptAnswers(flow)) : '[]'));
  return useMemo(() => JSON.parse(found), [found]);
}

/** Keeps from now on what is answered at a step. @returns the fact that does; undefined when the step is gone */
function keep(id: string): string | undefined {
  const { flow, edit } = useDraft.getState();
  const step = flow ? findStep(flow, id)?.step : undefined;
  const keeping = flow && step ? keepAnswer(flow, step) : undefined;
  if (keeping) edit(() => keeping.edits);
  return keeping?.fact;
}

/** Picks a fact, or makes one on the spot. */
export function FactSelect({
  name,
  value,
  fits,
  usualType,
  none,
  offersAnswers = false,
  onPick,
}: {
  name: string;
  value: string | undefined;
  fits?: (fact: Fact) => boolean;
  usualType: FactType;
  /** What stands for no fact at all, when there may be none. */
  none?: string;
  /** Whether what is answered and kept nowhere yet can be picked as well: it is kept from then on. */
  offersAnswers?: boolean;
  onPick: (fact: string | undefined) => void;
}) {
  const { own, business, given, all } = useFacts();
  const unkept = useUnkept(offersAnswers);
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
          if (picked.startsWith(ANSWER)) {
            const fact = keep(picked.slice(ANSWER.length));
            if (fact !== undefined) onPick(fact);
            return;
          }
          declareFact(picked);
          onPick(picked || undefined);
        }}
      >
        {none !== undefined ? <option value="">{none}</option> : null}
        {none === undefined && !value ? <option value="">pick a fact…</option> : null}
        {value && !all.some(fact => fact.name === value) ? <option value={value}>{value} (no such fact)</option> : null}
        {groups.length === 1
          ? options(groups[0]!.facts)
          : groups.map(group => (
              <optgroup key={group.label} label={group.label}>
                {options(group.facts)}
              </optgroup>
            ))}
        {unkept.length > 0 ? (
          <optgroup label="Answers not kept yet">
            {unkept.map(({ step, question }) => (
              <option key={step} value={ANSWER + step}>
                the answer to “{question}”
              </option>
            ))}
          </optgroup>
        ) : null}
        <option value={NEW}>New fact…</option>
      </Select>
      {making ? <NewFact type={usualType} onClose={() => setMaking(false)} onMade={onPick} /> : null}
    </>
  );
}
