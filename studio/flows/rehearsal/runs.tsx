import type { KeptRun } from '@kineta/contract';
import {
  askedMusts,
  type Must,
  musts,
  mustWords,
  type Outcome,
  type Rehearsed,
  RUN_FORMAT,
  RunThrough,
} from '@kineta/core';
import { Check, X } from 'lucide-react';
import { useState } from 'react';
import { toast } from 'sonner';
import { z } from 'zod';
import { useSentForm } from '../../shell/sent-form.ts';
import { Button } from '../../ui/button.tsx';
import { Dialog } from '../../ui/dialog.tsx';
import { Select, SmallInput, TextField } from '../../ui/field.tsx';
import { RemoveButton } from '../../ui/remove-button.tsx';
import { keepRun, removeRun } from './kept-runs.ts';

/** What is written: the name, which of what is offered must hold, and words that must be said or not. */
const Kept = z.object({
  name: z.string(),
  holds: z.array(z.boolean()),
  kind: z.enum(askedMusts.map(({ must }) => must)),
  words: z.string(),
});

/** Keeps a rehearsal as a run-through: its name, and what must hold. */
export function KeepRun({
  flow,
  run,
  rehearsed,
  kept,
  onClose,
  onKept,
}: {
  flow: string;
  run: Pick<RunThrough, 'from' | 'setting' | 'beats'>;
  rehearsed: Rehearsed;
  /** The one that is changed, when it is not a new one. */
  kept: KeptRun | undefined;
  onClose: () => void;
  onKept: (kept: KeptRun) => void;
}) {
  const [{ offered, mostly }] = useState(() => {
    const before = kept?.run.must ?? [];
    const shown = musts(rehearsed).filter(({ must }) => !before.some(other => mustWords(other) === mustWords(must)));
    return {
      offered: [...before, ...shown.map(({ must }) => must)],
      mostly: shown.flatMap(({ must, mostly: isMeant }) => (isMeant ? [must] : [])),
    };
  });
  const { register, submit, mistake, mistakeAt } = useSentForm(
    Kept.transform(({ name, holds, kind, words }) => ({
      format: RUN_FORMAT as typeof RUN_FORMAT,
      name,
      ...run,
      must: [
        ...offered.filter((_, index) => holds[index]),
        ...(words.trim() === '' ? [] : [{ must: kind, text: words.trim() } as Must]),
      ],
    })).pipe(RunThrough),
    {
      name: kept?.run.name ?? '',
      holds: offered.map(must => (kept?.run.must ?? mostly).includes(must)),
      kind: askedMusts[0]!.must,
      words: '',
    },
    async through => {
      const done = await keepRun(flow, through, kept?.id);
      toast.success(`“${done.run.name}” is played at every change from now on.`);
      onKept(done);
      onClose();
    },
  );
  const wrong = mistake ?? mistakeAt('holds');
  return (
    <Dialog
      title={kept ? 'Change the run-through' : 'Keep as a run-through'}
      description="It is played again at every change; while it fails, the flow is not published without a reason."
      open
      onClose={onClose}
    >
      <form onSubmit={submit} className="space-y-4">
        <TextField label="Name" autoFocus mistake={mistakeAt('name')} {...register('name')} />
        <fieldset className="space-y-1.5">
          <legend className="mb-1 text-ink-2">What must hold</legend>
          {offered.map((must, index) => (
            <label key={index} className="flex items-baseline gap-2">
              <input type="checkbox" {...register(`holds.${index}`)} />
              {mustWords(must)}
            </label>
          ))}
          <p className="flex items-center gap-2">
            <Select name="Kind" field={register('kind')}>
              {askedMusts.map(({ must, asked }) => (
                <option key={must} value={must}>
                  {asked}
                </option>
              ))}
            </Select>
            <SmallInput name="Words" placeholder="words of a line" className="flex-1" field={register('words')} />
          </p>
        </fieldset>
        {wrong ? (
          <p role="alert" className="text-brick">
            {wrong}
          </p>
        ) : null}
        <div className="flex justify-end gap-2">
          <Button look="quiet" onClick={onClose}>
            Cancel
          </Button>
          <Button look="main" type="submit">
            Keep
          </Button>
        </div>
      </form>
    </Dialog>
  );
}

/** The run-throughs of the flow, each with whether it holds; one opens in the rehearsal. */
export function RunList({
  flow,
  runs,
  outcomes,
  open,
  onOpen,
}: {
  flow: string;
  runs: readonly KeptRun[];
  outcomes: ReadonlyMap<string, Outcome>;
  /** The one that is in the rehearsal. */
  open: string | undefined;
  onOpen: (kept: KeptRun) => void;
}) {
  if (runs.length === 0) return null;
  const failing = runs.filter(({ id }) => (outcomes.get(id)?.failures.length ?? 0) > 0).length;
  return (
    <details className="mt-2.5" open={failing > 0}>
      <summary className="label cursor-pointer text-ink-2">
        {runs.length === 1 ? '1 run-through' : `${runs.length} run-throughs`}
        {failing > 0 ? (
          <span className="text-brick">, {failing === 1 ? '1 fails' : `${failing} fail`}</span>
        ) : (
          ', all hold'
        )}
      </summary>
      <ul aria-label="Run-throughs" className="mt-1 max-h-36 overflow-y-auto text-[0.8125rem]">
        {runs.map(kept => {
          const failures = outcomes.get(kept.id)?.failures ?? [];
          return (
            <li key={kept.id} className={`rounded px-1 ${kept.id === open ? 'bg-paper' : ''}`}>
              <div className="flex items-center gap-1.5">
                {failures.length > 0 ? (
                  <X className="size-3.5 text-brick" role="img" aria-label="fails" />
                ) : (
                  <Check className="size-3.5 text-moss" role="img" aria-label="holds" />
                )}
                <button
                  type="button"
                  className="min-w-0 flex-1 truncate py-0.5 text-left hover:underline"
                  onClick={() => onOpen(kept)}
                >
                  {kept.run.name}
                </button>
                <RemoveButton name={`Delete ${kept.run.name}`} onClick={() => void removeRun(flow, kept)} />
              </div>
              {failures.map(({ must, why }, index) => (
                <p key={index} className="pl-5 text-xs text-brick">
                  {mustWords(must)} But {why}
                </p>
              ))}
            </li>
          );
        })}
      </ul>
    </details>
  );
}
