import { type ListedProduct, productRoutes } from '@kineta/contract';
import { Page, Picture, Product, priceFrom, STOCKS } from '@kineta/core';
import { z } from 'zod';
import { useSignedIn } from '../../account/store.ts';
import { PictureDescription, PictureUpload } from '../../pictures/picture-upload.tsx';
import { call } from '../../shell/api.ts';
import { changedHere } from '../../shell/query.ts';
import { useSentForm } from '../../shell/sent-form.ts';
import { Button } from '../../ui/button.tsx';
import { Dialog } from '../../ui/dialog.tsx';
import { Choice, TextArea, TextField } from '../../ui/field.tsx';
import { stockNames } from './stock-names.ts';

/** What is written in the fields, as a thing for sale: what is left empty is not known. */
const writtenIn = (language: string) =>
  z
    .object({
      ref: z.string(),
      name: z.string(),
      words: z.string(),
      picture: Picture.nullable(),
      price: z.string().refine(written => written.trim() === '' || priceFrom(written, language) !== undefined, {
        message: 'Write an amount, such as 9400, or nothing.',
      }),
      currency: z.string(),
      stock: z.enum(['', ...STOCKS]),
      left: z.string().regex(/^\s*\d{0,8}\s*$/, 'Write a whole number, or nothing.'),
      page: z.string().refine(written => written.trim() === '' || Page.safeParse(written.trim()).success, {
        message: 'A page begins with / on the site, or with https://.',
      }),
    })
    .transform(({ ref, price, currency, stock, left, page, ...rest }) => {
      const read = priceFrom(price, language);
      return {
        ...rest,
        ref: ref.trim() || rest.name,
        price: read?.price ?? null,
        currency: currency.trim().toUpperCase() || (read?.currency ?? null),
        stock: stock || null,
        left: left.trim() === '' ? null : Number(left),
        page: page.trim() || null,
      };
    })
    .pipe(Product);

/** Where a thing for sale is written, new or otherwise than it was. */
export function WritingProduct({ product, onClose }: { product?: ListedProduct; onClose: () => void }) {
  const { workspace } = useSignedIn();
  const form = useSentForm(
    writtenIn(workspace.language),
    {
      ref: product?.ref ?? '',
      name: product?.name ?? '',
      words: product?.words ?? '',
      picture: product?.picture ?? null,
      price: product?.price == null ? '' : String(product.price),
      currency: product?.currency ?? '',
      stock: product?.stock ?? '',
      left: product?.left == null ? '' : String(product.left),
      page: product?.page ?? '',
    },
    async body => {
      if (product) await call(productRoutes.change, { params: { id: product.id }, body });
      else await call(productRoutes.add, { body });
      await changedHere(productRoutes.list);
      onClose();
    },
  );
  const picture = form.watch('picture');
  const isRead = product?.source != null;
  return (
    <Dialog
      open
      title={product ? product.name : 'A thing for sale'}
      {...(isRead
        ? { description: 'It is read from its page every day. What you change here stays as you write it.' }
        : {})}
      onClose={onClose}
    >
      <form onSubmit={form.submit} noValidate className="space-y-4">
        <TextField label="Name" maxLength={100} mistake={form.mistakeAt('name')} {...form.register('name')} />
        <TextArea
          label="What it is, in a sentence"
          rows={2}
          maxLength={300}
          mistake={form.mistakeAt('words')}
          {...form.register('words')}
        />
        <div className="grid grid-cols-2 gap-3">
          <TextField
            label="Price"
            inputMode="decimal"
            placeholder="9400"
            mistake={form.mistakeAt('price')}
            {...form.register('price')}
          />
          <TextField
            label="Currency"
            placeholder={workspace.currency}
            maxLength={3}
            mistake={form.mistakeAt('currency')}
            {...form.register('currency')}
          />
          <Choice label="How much there is" mistake={form.mistakeAt('stock')} {...form.register('stock')}>
            <option value="">not said</option>
            {STOCKS.map(stock => (
              <option key={stock} value={stock}>
                {stockNames[stock]}
              </option>
            ))}
          </Choice>
          <TextField
            label="How many, where it is counted"
            inputMode="numeric"
            mistake={form.mistakeAt('left')}
            {...form.register('left')}
          />
          <TextField
            label="Its page"
            placeholder="/heat-pumps"
            mistake={form.mistakeAt('page')}
            {...form.register('page')}
          />
          <TextField label="Reference" placeholder="hp-5" mistake={form.mistakeAt('ref')} {...form.register('ref')} />
        </div>
        <div>
          <p className="mb-1 text-ink-2">Picture</p>
          {picture ? (
            <PictureDescription
              picture={picture}
              onSet={next => form.setValue('picture', next)}
              onRemove={() => form.setValue('picture', null)}
            />
          ) : (
            <PictureUpload onPicture={next => form.setValue('picture', { ...next, alt: form.getValues('name') })} />
          )}
        </div>
        {form.mistake ? (
          <p role="alert" className="text-brick">
            {form.mistake}
          </p>
        ) : null}
        <div className="flex justify-end gap-2">
          <Button onClick={onClose}>Leave it</Button>
          <Button look="main" type="submit" disabled={form.formState.isSubmitting}>
            Keep it
          </Button>
        </div>
      </form>
    </Dialog>
  );
}
