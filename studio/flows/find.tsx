import { findWords, replaceWords, type Wording } from '@kineta/core';
import { useMemo, useState } from 'react';
import { toast } from 'sonner';
import { Button } from '../ui/button.tsx';
import { Dialog } from '../ui/dialog.tsx';
import { TextField } from '../ui/field.tsx';
import { useDraft } from './draft/draft.ts';
import { jumpTo } from './place.ts';

const MOST_SHOWN = 200;
const AROUND = 36;

function Found({ wording: { around, from, to } }: { wording: Wording }) {
  const start = Math.max(0, from - AROUND);
  return (
    <span className="font-script">
      {start > 0 ? '…' : ''}
      {around.slice(start, from)}
      <mark className="rounded-sm bg-ochre-2 text-ink">{around.slice(from, to)}</mark>
      {around.slice(to, to + AROUND)}
      {around.length > to + AROUND ? '…' : ''}
    </span>
  );
}

/** Finds words over the whole flow, and puts others in their place: one by one, or all at once. */
export function Find({ onClose }: { onClose: () => void }) {
  const flow = useDraft(state => state.flow)!;
  const edit = useDraft(state => state.edit);
  const undo = useDraft(state => state.undo);
  const [wanted, setWanted] = useState('');
  const [by, setBy] = useState('');
  const [matchCase, setMatchCase] = useState(false);
  const found = useMemo(() => findWords(flow, wanted, matchCase), [flow, wanted, matchCase]);
  const titles = new Map(flow.scenes.map(scene => [scene.id, scene.title]));
  const replaceAll = () => {
    const count = found.length;
    edit(now => replaceWords(now, wanted, by, { matchCase }));
    toast(`${count} ${count === 1 ? 'place was' : 'places were'} reworded.`, {
      action: { label: 'Undo', onClick: undo },
    });
  };
  return (
    <Dialog
      title="Find and replace"
      description="In the lines, choices, titles and notes of this flow."
      open
      onClose={onClose}
    >
      <div className="grid gap-3 sm:grid-cols-2">
        <TextField label="Find" value={wanted} autoFocus onChange={event => setWanted(event.target.value)} />
        <TextField label="Replace with" value={by} onChange={event => setBy(event.target.value)} />
      </div>
      <div className="mt-3 flex items-center gap-3">
        <label className="flex flex-1 items-center gap-2">
          <input type="checkbox" checked={matchCase} onChange={event => setMatchCase(event.target.checked)} />
          Capitals matter
        </label>
        <Button look="main" disabled={found.length === 0} onClick={replaceAll}>
          Replace all
        </Button>
      </div>
      <p className="mt-3 text-ink-2" role="status">
        {wanted === '' ? '' : found.length === 0 ? 'Nothing found.' : `${found.length} found`}
      </p>
      <ul className="mt-1 max-h-72 divide-y divide-rule overflow-y-auto" aria-label="Found">
        {found.slice(0, MOST_SHOWN).map((wording, index) => (
          <li key={index} className="flex items-center gap-2 py-1.5">
            <button
              type="button"
              className="min-w-0 flex-1 text-left hover:underline"
              onClick={() => {
                onClose();
                jumpTo({ scene: wording.scene, ...(wording.step ? { step: wording.step } : {}) });
              }}
            >
              <span className="block text-xs text-ink-3">{titles.get(wording.scene)}</span>
              <Found wording={wording} />
            </button>
            <Button onClick={() => edit(now => replaceWords(now, wanted, by, { matchCase, only: wording }))}>
              Replace
            </Button>
          </li>
        ))}
      </ul>
    </Dialog>
  );
}
