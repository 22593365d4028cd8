import { type Tag, tagRoutes } from '@kineta/contract';
import { useState } from 'react';
import { call, sentenceOf } from '../../shell/api.ts';
import { changedHere, useRoute } from '../../shell/query.ts';
import { useSentForm } from '../../shell/sent-form.ts';
import { Button } from '../../ui/button.tsx';
import { Dialog } from '../../ui/dialog.tsx';
import { Empty } from '../../ui/empty.tsx';
import { SmallInput } from '../../ui/field.tsx';
import { Skeleton } from '../../ui/skeleton.tsx';
import { countWords } from '../../ui/writing.ts';

function Mistake({ children }: { children: string | undefined }) {
  return children ? (
    <p role="alert" className="mt-1 text-brick">
      {children}
    </p>
  ) : null;
}

function NewTag() {
  const form = useSentForm(tagRoutes.make.body, { name: '' }, async body => {
    await call(tagRoutes.make, { body });
    await changedHere(tagRoutes.list);
    form.reset({ name: '' });
  });
  return (
    <form onSubmit={form.submit} noValidate className="mt-4">
      <div className="flex max-w-md gap-2">
        <SmallInput name="New tag" placeholder="Another tag" field={form.register('name')} className="flex-1" />
        <Button type="submit" look="main" disabled={form.formState.isSubmitting}>
          Make it
        </Button>
      </div>
      <Mistake>{form.mistakeAt('name') ?? form.mistake}</Mistake>
    </form>
  );
}

const conversations = (count: number): string =>
  count === 1 ? '1 conversation' : `${countWords(count)} conversations`;

function TagRow({ tag, count }: { tag: Tag; count: number }) {
  const [renames, setRenames] = useState(false);
  const [removes, setRemoves] = useState(false);
  const params = { id: tag.id };
  const form = useSentForm(tagRoutes.rename.body, { name: tag.name }, async body => {
    await call(tagRoutes.rename, { params, body });
    await changedHere(tagRoutes.list);
    setRenames(false);
  });
  return (
    <li className="flex flex-wrap items-center gap-3 border-b border-rule py-2">
      {renames ? (
        <form onSubmit={form.submit} noValidate className="min-w-0 flex-1">
          <div className="flex gap-2">
            <SmallInput name={`Name of ${tag.name}`} field={form.register('name')} autoFocus className="flex-1" />
            <Button type="submit">Rename</Button>
            <Button look="quiet" onClick={() => setRenames(false)}>
              Leave it
            </Button>
          </div>
          <Mistake>{form.mistakeAt('name') ?? form.mistake}</Mistake>
        </form>
      ) : (
        <>
          <span className="min-w-0 flex-1 truncate font-semibold">
            {tag.name}
            {tag.means === 'spam' ? (
              <span className="ml-2 font-normal text-ink-2">given to what is closed as spam</span>
            ) : null}
          </span>
          <span className="text-ink-2">{conversations(count)}</span>
          <Button look="quiet" onClick={() => setRenames(true)}>
            Rename <span className="sr-only">{tag.name}</span>
          </Button>
          <Button look="quiet" onClick={() => setRemoves(true)}>
            Remove <span className="sr-only">{tag.name}</span>
          </Button>
        </>
      )}
      {removes ? (
        <Dialog
          open
          title={`Remove “${tag.name}”?`}
          description={`It is taken off ${conversations(count)}. What stands in their logs stays.`}
          onClose={() => setRemoves(false)}
        >
          <div className="flex justify-end gap-2">
            <Button onClick={() => setRemoves(false)}>Keep it</Button>
            <Button
              look="danger"
              onClick={async () => {
                await call(tagRoutes.remove, { params });
                setRemoves(false);
                await changedHere(tagRoutes.list);
              }}
            >
              Remove it
            </Button>
          </div>
        </Dialog>
      ) : null}
    </li>
  );
}

/** What conversations are tagged with: made, renamed, removed, and counted. */
export function TagsRoom() {
  const { data, error } = useRoute(tagRoutes.list, {});
  const counted = useRoute(tagRoutes.counts, {});
  if (!data)
    return error ? (
      <p role="alert" className="text-brick">
        {sentenceOf(error)}
      </p>
    ) : (
      <Skeleton lines={6} />
    );
  return (
    <section className="max-w-3xl">
      <p className="text-ink-2">
        Whoever answers tags conversations beside them in the inbox, and finds them again there by “Only some”.
      </p>
      <NewTag />
      {data.tags.length === 0 ? (
        <Empty title="No tags">Make the first above: what a conversation was about, or what is to come of it.</Empty>
      ) : (
        <ul aria-label="Tags" className="mt-4">
          {data.tags.map(tag => (
            <TagRow key={tag.id} tag={tag} count={counted.data?.counts[tag.id] ?? 0} />
          ))}
        </ul>
      )}
    </section>
  );
}
