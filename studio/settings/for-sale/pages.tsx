import { type ProductPage, productRoutes } from '@kineta/contract';
import { useId, useState } from 'react';
import { toast } from 'sonner';
import { call, sentenceOf } from '../../shell/api.ts';
import { changedHere, useRoute } from '../../shell/query.ts';
import { useSentForm } from '../../shell/sent-form.ts';
import { Button } from '../../ui/button.tsx';
import { SmallInput } from '../../ui/field.tsx';
import { Pill } from '../../ui/pill.tsx';
import { shortTime } from '../../ui/time.ts';

const changed = () => changedHere(productRoutes.list, productRoutes.pages);

function PageRow({ page }: { page: ProductPage }) {
  const [busy, setBusy] = useState(false);
  const params = { id: page.id };
  const act = async (work: () => Promise<unknown>) => {
    setBusy(true);
    try {
      await work();
      await changed();
    } catch (error) {
      toast.error(sentenceOf(error));
    }
    setBusy(false);
  };
  return (
    <li className="flex flex-wrap items-center gap-x-3 gap-y-1 border-b border-rule py-2">
      <span className="min-w-0 flex-1">
        <span className="block truncate">{page.address.replace(/^https:\/\//, '')}</span>
        <span className="block text-xs text-ink-2">
          {page.trouble
            ? page.trouble.sentence
            : page.found === 1
              ? 'Tells of one thing'
              : `Tells of ${page.found} things`}
          {page.readAt ? ` · read ${shortTime(page.readAt)}` : ''}
        </span>
      </span>
      {page.dueAt === null ? <Pill tone="wrong">given up</Pill> : null}
      <Button look="quiet" disabled={busy} onClick={() => void act(() => call(productRoutes.readAgain, { params }))}>
        Read it now <span className="sr-only">{page.address}</span>
      </Button>
      <Button look="quiet" disabled={busy} onClick={() => void act(() => call(productRoutes.leave, { params }))}>
        Leave it, with its things <span className="sr-only">{page.address}</span>
      </Button>
    </li>
  );
}

/** The pages that things for sale are read from: another one, and what became of each. */
export function ProductPages() {
  const { data } = useRoute(productRoutes.pages, {});
  const seen = useId();
  const form = useSentForm(productRoutes.read.body, { address: '' }, async body => {
    const { found } = await call(productRoutes.read, { body });
    await changed();
    form.reset({ address: '' });
    toast.success(found === 1 ? 'One thing was found.' : `${found} things were found.`);
  });
  const mistake = form.mistakeAt('address') ?? form.mistake;
  return (
    <section className="max-w-3xl">
      <h2 className="font-script text-lg font-semibold">Pages of your sites that are read</h2>
      <p className="mt-1 text-ink-2">
        Where a page says what it sells for programs (schema.org Product, as most shops do), it is read once a day. What
        has not been read for three days is shown without its price and its stock.
      </p>
      <form onSubmit={form.submit} noValidate className="mt-3">
        <div className="flex max-w-lg gap-2">
          <SmallInput
            name="Address of a page"
            placeholder="brackenrow.example/heat-pumps"
            list={seen}
            className="flex-1"
            aria-invalid={mistake ? true : undefined}
            field={form.register('address')}
          />
          <Button type="submit" disabled={form.formState.isSubmitting}>
            {form.formState.isSubmitting ? 'Reading…' : 'Read it'}
          </Button>
        </div>
        <datalist id={seen}>
          {data?.seen.slice(0, 200).map(page => (
            <option key={page}>{page}</option>
          ))}
        </datalist>
        {mistake ? (
          <p role="alert" className="mt-1 text-brick">
            {mistake}
          </p>
        ) : null}
      </form>
      {data && data.pages.length > 0 ? (
        <ul aria-label="Pages that are read" className="mt-3">
          {data.pages.map(page => (
            <PageRow key={page.id} page={page} />
          ))}
        </ul>
      ) : null}
    </section>
  );
}
