import { MOST_AT_ONCE, type ProposedChange, questionRoutes, type SeveralDone } from '@kineta/contract';
import { useState } from 'react';
import { toast } from 'sonner';
import { call, sentenceOf } from '../shell/api.ts';
import { changedHere } from '../shell/query.ts';
import { Button } from '../ui/button.tsx';
import { Dialog } from '../ui/dialog.tsx';
import { SmallInput } from '../ui/field.tsx';
import { countWords } from '../ui/writing.ts';
import { usePicked } from './store.ts';
import { WouldChange } from './would-change.tsx';

/** Does something to articles, and says why it could not be done. */
export async function change<T>(work: () => Promise<T>): Promise<T | undefined> {
  try {
    const done = await work();
    await changedHere(questionRoutes.list, questionRoutes.listedThere, questionRoutes.doubts);
    return done;
  } catch (error) {
    toast.error(sentenceOf(error));
    return undefined;
  }
}

/** Does the same to any number of them, as many at once as may be. */
async function doTo(ids: readonly string[], done: SeveralDone): Promise<{ changed: number }> {
  let changed = 0;
  for (let from = 0; from < ids.length; from += MOST_AT_ONCE)
    changed += (await call(questionRoutes.several, { body: { ids: ids.slice(from, from + MOST_AT_ONCE), done } }))
      .changed;
  return { changed };
}

/** Removes answers; for a moment they can be had back. */
export async function remove(ids: readonly string[], name: string): Promise<void> {
  if ((await change(() => doTo(ids, { what: 'remove' }))) === undefined) return;
  const restore = () => void change(() => doTo(ids, { what: 'restore' }));
  toast(`${name} removed.`, { action: { label: 'Undo', onClick: restore } });
}

/** What would become of the examples with something done to those that are picked, one after the other of what can be. */
function Beforehand({ picked, onClose }: { picked: readonly string[]; onClose: () => void }) {
  const ids = picked.slice(0, MOST_AT_ONCE);
  const [id, other] = picked;
  const may: Array<{ says: string; change: ProposedChange }> = [
    { says: 'If they are right', change: { what: 'approve', ids } },
    { says: 'If they are removed', change: { what: 'remove', ids } },
    ...(picked.length === 2
      ? [{ says: 'If they are made one', change: { what: 'join', id: id!, other: other! } as const }]
      : []),
  ];
  return (
    <Dialog
      open
      title="What would this change?"
      description="Your examples are asked with the answers as they would be. Nothing is done by that."
      onClose={onClose}
      wide
    >
      <div className="space-y-3">
        {may.map(({ says, change }) => (
          <WouldChange key={says} says={says} read={() => change} />
        ))}
      </div>
    </Dialog>
  );
}

/** What can be done with the answers that are picked. */
export function Several() {
  const { ids, pickAll } = usePicked();
  const [tag, setTag] = useState('');
  const [isAsking, setAsking] = useState(false);
  const picked = [...ids];
  if (picked.length === 0) return null;
  const done = (what: SeveralDone) => change(() => doTo(picked, what));
  const approve = async () => {
    const approved = await done({ what: 'approve' });
    if (!approved) return;
    const { changed } = approved;
    const left = picked.length - changed;
    toast(
      left === 0
        ? `${countWords(changed)} may be said now.`
        : `${countWords(changed)} may be said now. The others were right already, or have places between [? and ] still to be written.`,
    );
  };
  const join = async () => {
    const [id, other] = picked as [string, string];
    if (await change(() => call(questionRoutes.join, { body: { id, other } }))) pickAll([]);
  };
  return (
    <div
      role="toolbar"
      aria-label="What is done with those picked"
      className="flex flex-wrap items-center gap-2 border-b border-rule bg-paper-2 px-6 py-2"
    >
      <span className="mr-1">{countWords(picked.length)} picked</span>
      <Button onClick={() => void approve()}>They are right</Button>
      <Button onClick={() => void done({ what: 'list', listed: true })}>List</Button>
      <Button onClick={() => void done({ what: 'list', listed: false })}>Do not list</Button>
      {picked.length === 2 ? <Button onClick={() => void join()}>Make one of the two</Button> : null}
      <SmallInput
        name="A tag"
        placeholder="tag"
        className="w-28"
        maxLength={40}
        value={tag}
        onChange={event => setTag(event.target.value)}
      />
      <Button disabled={tag.trim() === ''} onClick={() => void done({ what: 'tag', tag: tag.trim() })}>
        Tag
      </Button>
      <Button disabled={tag.trim() === ''} onClick={() => void done({ what: 'untag', tag: tag.trim() })}>
        Untag
      </Button>
      <Button
        look="quiet"
        onClick={() => {
          pickAll([]);
          void remove(picked, picked.length === 1 ? 'One answer' : `${picked.length} answers`);
        }}
      >
        Remove
      </Button>
      <Button look="quiet" onClick={() => setAsking(true)}>
        What would change?
      </Button>
      {isAsking ? <Beforehand picked={picked} onClose={() => setAsking(false)} /> : null}
      <Button look="quiet" className="ml-auto" onClick={() => pickAll([])}>
        Pick none
      </Button>
    </div>
  );
}
