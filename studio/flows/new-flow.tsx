import { flowRoutes } from '@kineta/contract';
import { type FormEvent, useEffect, useState } from 'react';
import { useNavigate } from 'react-router';
import type { z } from 'zod';
import { call, sentenceOf } from '../shell/api.ts';
import { Button } from '../ui/button.tsx';
import { Dialog } from '../ui/dialog.tsx';
import { TextField } from '../ui/field.tsx';

type Starter = z.output<typeof flowRoutes.starters.reply>['starters'][number];

function Option({
  name,
  words,
  size,
  chosen,
  onChoose,
}: {
  name: string;
  words: string;
  size?: string;
  chosen: boolean;
  onChoose: () => void;
}) {
  return (
    <label
      className={`flex cursor-pointer items-baseline gap-2.5 rounded-md border px-3 py-2 ${
        chosen ? 'border-petrol bg-petrol-3' : 'border-rule hover:bg-paper'
      }`}
    >
      <input type="radio" name="starter" checked={chosen} onChange={onChoose} />
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
  const [starters, setStarters] = useState<Starter[]>([]);
  const [chosen, setChosen] = useState<string>();
  const [name, setName] = useState('');
  const [mistake, setMistake] = useState<string>();
  const navigate = useNavigate();
  useEffect(() => {
    call(flowRoutes.starters, {})
      .then(reply => setStarters(reply.starters))
      .catch(error => setMistake(sentenceOf(error)));
  }, []);
  const usual = starters.find(({ id }) => id === chosen)?.name ?? '';
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    try {
      const flow = await call(flowRoutes.create, {
        body: { ...(chosen ? { starter: chosen } : {}), name: name.trim() || usual },
      });
      await navigate(`/flows/${flow.id}`);
    } catch (error) {
      setMistake(sentenceOf(error));
    }
  };
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
          value={name}
          placeholder={usual}
          onChange={event => setName(event.target.value)}
          mistake={mistake}
          maxLength={100}
          autoFocus
        />
        <fieldset>
          <legend className="mb-1.5 text-ink-2">Begin from</legend>
          <div className="grid max-h-[42vh] gap-1.5 overflow-y-auto p-0.5 sm:grid-cols-2">
            <Option
              name="Nothing"
              words="One scene that greets, and ends"
              chosen={chosen === undefined}
              onChoose={() => setChosen(undefined)}
            />
            {starters.map(starter => (
              <Option
                key={starter.id}
                name={starter.name}
                words={starter.purpose}
                size={`${starter.scenes} scenes`}
                chosen={chosen === starter.id}
                onChoose={() => setChosen(starter.id)}
              />
            ))}
          </div>
        </fieldset>
        <div className="flex justify-end gap-2">
          <Button look="quiet" onClick={onClose}>
            Cancel
          </Button>
          <Button look="main" type="submit" disabled={name.trim() === '' && usual === ''}>
            Create
          </Button>
        </div>
      </form>
    </Dialog>
  );
}
