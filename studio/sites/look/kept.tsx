import { lookRoutes } from '@kineta/contract';
import type { Look } from '@kineta/core';
import { useContext, useState } from 'react';
import { toast } from 'sonner';
import { call, sentenceOf } from '../../shell/api.ts';
import { changedHere, useRoute } from '../../shell/query.ts';
import { Button } from '../../ui/button.tsx';
import { TextField } from '../../ui/field.tsx';
import { RemoveButton } from '../../ui/remove-button.tsx';
import { Part } from '../row.tsx';
import { EditedSite } from './rows.tsx';
import { useLooks } from './store.ts';

/** Looks kept under a name, to be worn here or on another site. */
export function KeptLooks({ look }: { look: Look }) {
  const site = useContext(EditedSite);
  const wear = useLooks(state => state.wear);
  const { data } = useRoute(lookRoutes.named, {});
  const [name, setName] = useState('');
  const settle = async (work: () => Promise<unknown>, said: string) => {
    try {
      await work();
      await changedHere(lookRoutes.named);
      toast.success(said);
    } catch (error) {
      toast.error(sentenceOf(error));
    }
  };
  return (
    <Part name="Kept looks">
      {data?.length ? (
        <ul className="divide-y divide-rule">
          {data.map(kept => (
            <li key={kept.id} className="flex items-center gap-2 py-1.5">
              <span className="size-4 rounded-full border border-rule" style={{ background: kept.look.colour.brand }} />
              <span className="min-w-0 flex-1 truncate">{kept.name}</span>
              <Button onClick={() => wear(site, kept.look)}>
                Wear it<span className="sr-only"> here: {kept.name}</span>
              </Button>
              <RemoveButton
                name={`Remove ${kept.name}`}
                onClick={() => settle(() => call(lookRoutes.remove, { params: { id: kept.id } }), 'It is removed.')}
              />
            </li>
          ))}
        </ul>
      ) : (
        <p className="text-ink-2">Keep this look under a name, and another site can wear it.</p>
      )}
      <form
        className="flex items-end gap-2"
        onSubmit={event => {
          event.preventDefault();
          const given = name.trim();
          if (given === '') return;
          void settle(() => call(lookRoutes.keep, { body: { name: given, look } }), `Kept as ${given}.`);
          setName('');
        }}
      >
        <TextField
          label="Keep it as"
          maxLength={60}
          value={name}
          className="flex-1"
          onChange={event => setName(event.target.value)}
        />
        <Button type="submit" disabled={name.trim() === ''}>
          Keep
        </Button>
      </form>
    </Part>
  );
}
