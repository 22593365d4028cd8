import { flowRoutes } from '@kineta/contract';
import type { UseFormRegisterReturn } from 'react-hook-form';
import { useNavigate } from 'react-router';
import { z } from 'zod';
import { call, sentenceOf } from '../shell/api.ts';
import { useRoute } from '../shell/query.ts';
import { useSentForm } from '../shell/sent-form.ts';
import { Button } from '../ui/button.tsx';
import { Dialog } from '../ui/dialog.tsx';
import { TextField } from '../ui/field.tsx';

/** What is written: a name, and which starter, if any. */
const Begun = z.object({ name: z.string(), starter: z.string() });
type Starter = z.output<typeof flowRoutes.starters.reply>['starters'][number];

function Option({
  name,
  words,
  size,
  starter = '',
  field,
}: {
  name: string;
  words: string;
  size?: string;
  /** Its identity; empty for none. */
  starter?: string;
  field: UseFormRegisterReturn;
}) {
  return (
    <label className="flex cursor-pointer items-baseline gap-2.5 rounded-md border border-rule px-3 py-2 hover:bg-paper has-checked:border-petrol has-checked:bg-petrol-3">
      <input type="radio" value={starter} {...field} />
      <span className="min-w-0 flex-1">
        <b className="font-semibold">{name}</b>
        <span className="block text-[0.8125rem] text-ink-2">{words}</span>
      </span>
      {size ? <span className="shrink-0 text-xs text-ink-2">{size}</span> : null}
    </label>
  );
}

/** Begins a flow: from nothing, or from a starter that one makes one’s own. */
export function NewFlow({ onClose }: { onClose: () => void }) {
  const { data, error } = useRoute(flowRoutes.starters, {});
  const starters: Starter[] = data?.starters ?? [];
  const navigate = useNavigate();
  const nameOf = (chosen: string) => starters.find(({ id }) => id === chosen)?.name ?? '';
  const { register, submit, watch, mistake, mistakeAt } = useSentForm(
    // Left empty, it is called as its starter.
    Begun.transform(({ name, starter }) => ({
      ...(starter ? { starter } : {}),
      name: name.trim() || nameOf(starter),
    })).pipe(flowRoutes.create.body.required({ name: true })),
    { name: '', starter: '' },
    async body => {
      const flow = await call(flowRoutes.create, { body });
      await navigate(`/flows/${flow.id}`);
    },
  );
  const chosen = watch('starter');
  const usual = nameOf(chosen);
  return (
    <Dialog
      title="A new flow"
      description="Begin with nothing, or with one that is ready to be changed."
      wide
      open
      onClose={onClose}
    >
      <form onSubmit={submit} className="space-y-4">
        <TextField
          label="Name"
          placeholder={usual}
          mistake={mistakeAt('name') ?? mistake ?? (error ? sentenceOf(error) : undefined)}
          maxLength={100}
          autoFocus
          {...register('name')}
        />
        <fieldset>
          <legend className="mb-1.5 text-ink-2">Begin from</legend>
          <div className="grid max-h-[42vh] gap-1.5 overflow-y-auto p-0.5 sm:grid-cols-2">
            <Option name="Nothing" words="One scene that greets, and ends" field={register('starter')} />
            {starters.map(starter => (
              <Option
                key={starter.id}
                name={starter.name}
                words={starter.purpose}
                size={`${starter.scenes} scenes`}
                starter={starter.id}
                field={register('starter')}
              />
            ))}
          </div>
        </fieldset>
        <div className="flex justify-end gap-2">
          <Button look="quiet" onClick={onClose}>
            Cancel
          </Button>
          <Button look="main" type="submit" disabled={watch('name').trim() === '' && usual === ''}>
            Create
          </Button>
        </div>
      </form>
    </Dialog>
  );
}
