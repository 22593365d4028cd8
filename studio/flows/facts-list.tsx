import {
  changeFact,
  type Fact,
  FactType,
  findStep,
  fittedFact,
  kindOf,
  maySet,
  mentionsOf,
  personPartOf,
  removeFact,
  renameFact,
  type Scene,
  type Step,
} from '@kineta/core';
import { useMemo, useState } from 'react';
import { z } from 'zod';
import { useSentForm } from '../shell/sent-form.ts';
import { AddButton } from '../ui/add-button.tsx';
import { Button } from '../ui/button.tsx';
import { Dialog } from '../ui/dialog.tsx';
import { Select, SmallInput } from '../ui/field.tsx';
import { RemoveButton } from '../ui/remove-button.tsx';
import { useDraft } from './draft/draft.ts';
import { NewFact, newName } from './facts.tsx';
import { jumpTo } from './place.ts';
import { viewOf } from './steps/registry.ts';

interface Use {
  scene: Scene;
  step: Step;
}

/** Where a fact is set, and where it is mentioned otherwise. */
function usesOf(fact: Fact, scenes: readonly Scene[], names: readonly string[]): { set: Use[]; read: Use[] } {
  const set: Use[] = [];
  const read: Use[] = [];
  for (const scene of scenes)
    for (const step of scene.steps) {
      const sets = kindOf(step).sets(step).includes(fact.name);
      if (sets) set.push({ scene, step });
      else if (mentionsOf(step, names).has(fact.name)) read.push({ scene, step });
    }
  return { set, read };
}

function Uses({ words, uses, onGo }: { words: string; uses: Use[]; onGo: (use: Use) => void }) {
  if (uses.length === 0) return <p className="text-ink-3">{words} nowhere</p>;
  return (
    <p className="flex flex-wrap items-center gap-x-2">
      <span className="text-ink-2">{words} in</span>
      {uses.slice(0, 6).map(use => (
        <button
          key={use.step.id}
          type="button"
          className="min-h-6 text-petrol hover:underline"
          onClick={() => onGo(use)}
        >
          {use.scene.title}, {viewOf(use.step.kind).name.toLowerCase()}
        </button>
      ))}
      {uses.length > 6 ? <span className="text-ink-2">and {uses.length - 6} more</span> : null}
    </p>
  );
}

/** Another name for a fact, everywhere at once. */
function Rename({ fact, onDone }: { fact: Fact; onDone: () => void }) {
  const { flow, edit } = useDraft.getState();
  const { register, submit, mistakeAt } = useSentForm(
    z.object({ name: newName(flow, fact.name) }),
    { name: fact.name },
    ({ name }) => {
      if (name !== fact.name) edit(now => renameFact(now, fact.name, name));
      onDone();
    },
  );
  const mistake = mistakeAt('name');
  return (
    <form onSubmit={submit} className="flex flex-wrap items-center gap-2">
      <SmallInput name="New name" autoFocus field={register('name')} />
      <Button type="submit">Rename</Button>
      {mistake ? (
        <span role="alert" className="text-brick">
          {mistake}
        </span>
      ) : null}
    </form>
  );
}

const scopes: Record<Fact['scope'], string> = {
  conversation: 'for the conversation',
  visitor: 'remembered for the person',
  business: 'about the business',
  visit: 'of the visit',
};

/** Whether what is remembered is the person’s name, email or phone number, by which they are listed and found. */
function WhoItIs({ fact, onChange }: { fact: Fact; onChange: (fact: Fact) => void }) {
  const part = personPartOf(fact);
  if (fact.scope !== 'visitor' || part === undefined) return null;
  return (
    <label className="flex min-h-6 items-center gap-1.5 text-ink-2">
      <input
        type="checkbox"
        checked={fact.person === part}
        onChange={event => {
          const { person: _, ...rest } = fact;
          onChange(event.target.checked ? { ...rest, person: part } : rest);
        }}
      />
      It is the person’s {part === 'phone' ? 'phone number' : part}
    </label>
  );
}

/** Whether it may be set by a link into the flow, by the page’s own script, and by who signs visitors in. */
function FromOutside({ fact, onChange }: { fact: Fact; onChange: (fact: Fact) => void }) {
  if (fact.type === 'file') return null;
  const byLink = maySet({ ...fact, outside: true }, 'link');
  return (
    <label className="flex min-h-6 items-center gap-1.5 text-ink-2">
      <input
        type="checkbox"
        checked={fact.outside ?? false}
        onChange={event => {
          const { outside: _, ...rest } = fact;
          onChange(event.target.checked ? { ...rest, outside: true } : rest);
        }}
      />
      {byLink ? 'A link, or the page, may set it' : 'The page may set it; no link may say who somebody is'}
    </label>
  );
}

/** What the flow knows: each fact with its type, for how long, and where it is set and read. */
export function FactsList({ onClose }: { onClose: () => void }) {
  const flow = useDraft(state => state.flow)!;
  const edit = useDraft(state => state.edit);
  const [renaming, setRenaming] = useState('');
  const [making, setMaking] = useState(false);
  const rows = useMemo(() => {
    const names = flow.facts.map(fact => fact.name);
    return flow.facts.map(fact => ({ fact, ...usesOf(fact, flow.scenes, names) }));
  }, [flow]);
  const change = (fact: Fact, next: Fact) =>
    edit(
      now =>
        changeFact(
          now,
          fact.name,
          fittedFact(
            next,
            now.facts.filter(({ name }) => name !== fact.name),
          ),
        ),
      `fact:${fact.name}`,
    );
  const go = ({ scene, step }: Use) => {
    onClose();
    if (findStep(flow, step.id)) jumpTo({ scene: scene.id, step: step.id });
  };
  return (
    <Dialog
      title="What this flow knows"
      description="Facts are set by questions and steps, and may stand in any line."
      wide
      open
      onClose={onClose}
    >
      {rows.length === 0 ? (
        <p className="text-ink-2">Nothing yet. Keep an answer as a fact, and it stands here.</p>
      ) : null}
      <ul aria-label="Facts" className="divide-y divide-rule text-[0.8125rem]">
        {rows.map(({ fact, set, read }) => (
          <li
            key={fact.name}
            className="grid grid-cols-[11rem_1fr_1.75rem] gap-3 py-2.5 max-md:grid-cols-[1fr_1.75rem]"
          >
            <div>
              {renaming === fact.name ? (
                <Rename fact={fact} onDone={() => setRenaming('')} />
              ) : (
                <button
                  type="button"
                  className="text-left text-sm font-semibold hover:underline"
                  title="Rename it everywhere"
                  aria-label={`Rename ${fact.name}`}
                  onClick={() => setRenaming(fact.name)}
                  disabled={fact.scope === 'business'}
                >
                  {fact.name}
                </button>
              )}
              <p className="mt-0.5 flex flex-wrap gap-1.5">
                {fact.scope === 'business' ? (
                  <span className="text-ink-2">{fact.type}</span>
                ) : (
                  <Select
                    name={`What ${fact.name} holds`}
                    value={fact.type}
                    onChange={event => change(fact, { ...fact, type: event.target.value as FactType })}
                  >
                    {FactType.options.map(type => (
                      <option key={type}>{type}</option>
                    ))}
                  </Select>
                )}
                {fact.type === 'number' && fact.scope !== 'business' ? (
                  <SmallInput
                    name={`Unit of ${fact.name}`}
                    className="w-16"
                    placeholder="unit"
                    maxLength={20}
                    value={fact.unit ?? ''}
                    onChange={event => {
                      const { unit: _, ...rest } = fact;
                      const unit = event.target.value.trimStart();
                      change(fact, unit ? { ...rest, unit } : rest);
                    }}
                  />
                ) : null}
              </p>
            </div>
            <div className="space-y-0.5">
              {fact.scope === 'business' ? (
                <p className="text-ink-2">about the business; its value is set in the settings</p>
              ) : (
                <>
                  <Select
                    name={`How long ${fact.name} is kept`}
                    value={fact.scope}
                    onChange={event => change(fact, { ...fact, scope: event.target.value as Fact['scope'] })}
                    className="border-transparent bg-transparent"
                  >
                    <option value="conversation">{scopes.conversation}</option>
                    <option value="visitor">{scopes.visitor}</option>
                  </Select>
                  <WhoItIs fact={fact} onChange={next => edit(now => changeFact(now, fact.name, next))} />
                  <FromOutside fact={fact} onChange={next => edit(now => changeFact(now, fact.name, next))} />
                  <Uses words="Set" uses={set} onGo={go} />
                </>
              )}
              <Uses words="Read" uses={read} onGo={go} />
            </div>
            {set.length + read.length === 0 ? (
              <RemoveButton name={`Remove ${fact.name}`} onClick={() => edit(now => removeFact(now, fact.name))} />
            ) : null}
          </li>
        ))}
      </ul>
      <div className="mt-3">
        <AddButton onClick={() => setMaking(true)}>Another fact</AddButton>
      </div>
      {making ? <NewFact type="text" onClose={() => setMaking(false)} onMade={() => {}} /> : null}
    </Dialog>
  );
}
