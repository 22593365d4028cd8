import { type ListedProduct, productRoutes } from '@kineta/contract';
import { useVirtualizer } from '@tanstack/react-virtual';
import { useRef, useState } from 'react';
import { toast } from 'sonner';
import { useProductWords } from '../../products/product-pick.tsx';
import { call, sentenceOf } from '../../shell/api.ts';
import { changedHere, useRoute } from '../../shell/query.ts';
import { Button, buttonClass } from '../../ui/button.tsx';
import { Empty } from '../../ui/empty.tsx';
import { SmallInput } from '../../ui/field.tsx';
import { Pill } from '../../ui/pill.tsx';
import { Skeleton } from '../../ui/skeleton.tsx';
import { shortTime } from '../../ui/time.ts';
import { ProductPages } from './pages.tsx';
import { TakeTable } from './table.tsx';
import { WritingProduct } from './writing-product.tsx';

const ROW = 60;

const partNames: Partial<Record<ListedProduct['held'][number], string>> = { words: 'description', left: 'number' };

/** Where it comes from, and what of it is not as there. */
function originWords({ source, readAt, held }: ListedProduct): string {
  if (source === null) return '';
  const kept = held.map(part => partNames[part] ?? part).join(', ');
  return `${readAt ? `read ${shortTime(readAt)}` : 'read from its page'}${kept ? `; as you wrote it: ${kept}` : ''}`;
}

function Row({ product, onWrite }: { product: ListedProduct; onWrite: () => void }) {
  const inWords = useProductWords();
  const params = { id: product.id };
  const act = async (work: () => Promise<unknown>) => {
    try {
      await work();
      await changedHere(productRoutes.list, productRoutes.pages);
    } catch (error) {
      toast.error(sentenceOf(error));
    }
  };
  return (
    <div className="flex h-15 items-center gap-3 border-b border-rule">
      {product.picture ? (
        <img src={product.picture.src} alt="" className="size-10 shrink-0 rounded object-cover" />
      ) : (
        <span className="size-10 shrink-0 rounded bg-paper-2" />
      )}
      <span className="min-w-0 flex-1">
        <span className="flex items-center gap-2">
          <b className="truncate font-semibold">{product.name}</b>
          <span className="truncate font-mono text-xs text-ink-3">{product.ref}</span>
        </span>
        <span className="block truncate text-xs text-ink-2">
          {[inWords(product), originWords(product)].filter(Boolean).join(' · ')}
        </span>
      </span>
      {product.gone ? <Pill tone="wrong">not on its page any more</Pill> : null}
      {product.stale && !product.gone ? <Pill tone="waits">price not told: read too long ago</Pill> : null}
      {product.held.length > 0 ? (
        <Button
          look="quiet"
          className="px-2! max-md:hidden"
          onClick={() => void act(() => call(productRoutes.release, { params }))}
        >
          As its page says <span className="sr-only">{product.name}</span>
        </Button>
      ) : null}
      <Button look="quiet" className="px-2!" onClick={onWrite}>
        Change <span className="sr-only">{product.name}</span>
      </Button>
      <Button look="quiet" className="px-2!" onClick={() => void act(() => call(productRoutes.remove, { params }))}>
        Remove <span className="sr-only">{product.name}</span>
      </Button>
    </div>
  );
}

function Rows({ products, onWrite }: { products: readonly ListedProduct[]; onWrite: (one: ListedProduct) => void }) {
  const list = useRef<HTMLDivElement>(null);
  const rows = useVirtualizer({
    count: products.length,
    getScrollElement: () => list.current,
    estimateSize: () => ROW,
    overscan: 8,
  });
  return (
    <div ref={list} className="max-h-[28rem] overflow-y-auto">
      <ul aria-label="Things for sale" className="relative" style={{ height: rows.getTotalSize() }}>
        {rows.getVirtualItems().map(({ index, start }) => {
          const product = products[index]!;
          return (
            <li
              key={product.id}
              aria-setsize={products.length}
              aria-posinset={index + 1}
              className="absolute inset-x-0 top-0"
              style={{ transform: `translateY(${start}px)` }}
            >
              <Row product={product} onWrite={() => onWrite(product)} />
            </li>
          );
        })}
      </ul>
    </div>
  );
}

const fits = ({ name, ref, words }: ListedProduct, search: string): boolean =>
  [name, ref, words].some(text => text.toLowerCase().includes(search));

/** What the business sells, for cards in flows and in replies: by hand, from a table, and from the pages that sell it. */
export function ForSaleRoom() {
  const { data, error } = useRoute(productRoutes.list, {});
  const [search, setSearch] = useState('');
  const [writes, setWrites] = useState<ListedProduct | 'new'>();
  const [takes, setTakes] = useState(false);
  const all = data?.products ?? [];
  const found = all.filter(product => fits(product, search.trim().toLowerCase()));
  return (
    <>
      <section className="max-w-3xl">
        <p className="text-ink-2">
          What you sell, as cards: the step Show and whoever answers pick from here, and what visitors see is what is
          known at that moment.
        </p>
        <div className="mt-3 mb-1 flex flex-wrap items-center gap-2">
          <SmallInput
            name="Search the things for sale"
            type="search"
            placeholder="Search"
            className="w-44"
            value={search}
            onChange={event => setSearch(event.target.value)}
          />
          <span className="ml-auto flex flex-wrap gap-2">
            {all.length > 0 ? (
              <a className={buttonClass('quiet')} href={productRoutes.table.path} download>
                As a table
              </a>
            ) : null}
            <Button onClick={() => setTakes(true)}>From a table</Button>
            <Button look="main" onClick={() => setWrites('new')}>
              New thing
            </Button>
          </span>
        </div>
        {error ? (
          <p role="alert" className="text-brick">
            {sentenceOf(error)}
          </p>
        ) : !data ? (
          <Skeleton lines={5} />
        ) : found.length === 0 ? (
          <Empty title={all.length === 0 ? 'Nothing for sale yet' : 'Nothing is like that'}>
            {all.length === 0
              ? 'Write the first down, bring a table, or have a page of your site read below.'
              : 'Look for another name or reference.'}
          </Empty>
        ) : (
          <Rows products={found} onWrite={setWrites} />
        )}
      </section>
      <ProductPages />
      {writes ? (
        <WritingProduct {...(writes === 'new' ? {} : { product: writes })} onClose={() => setWrites(undefined)} />
      ) : null}
      {takes ? <TakeTable onClose={() => setTakes(false)} /> : null}
    </>
  );
}
