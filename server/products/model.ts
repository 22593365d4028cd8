import { type ListedProduct, PageTrouble, ProductPart } from '@kineta/contract';
import { Product } from '@kineta/core';
import { z } from 'zod';
import {
  identity,
  instant,
  integer,
  json,
  nullable,
  type Row,
  reference,
  table,
  text,
  usually,
  yesNo,
} from '../database/table.ts';

/** Things for sale. */
export const products = table('products', {
  id: identity,
  workspaceId: reference(),
  ref: text(60),
  product: json(Product),
  /** The page that it is read from. */
  pageId: nullable(reference(() => productPages)),
  readAt: nullable(instant),
  /** Its page tells of it no more. */
  gone: usually(yesNo),
  /** What of it stays as it was written by hand. */
  held: json(z.array(ProductPart)),
});

/** Pages that things for sale are read from, again and again. */
export const productPages = table('product_pages', {
  id: identity,
  workspaceId: reference(),
  address: text(500),
  found: usually(integer),
  readAt: nullable(instant),
  /** When it is read next; never, when null. */
  dueAt: nullable(instant),
  /** How often in a row it could not be read. */
  failures: usually(integer),
  trouble: nullable(json(PageTrouble)),
});

/** So long after it was last read the price and the stock of a thing are not told any more, in milliseconds. */
const STALE_AFTER = 3 * 86_400_000;

/** Whether what its page said of it is too old for a promise. */
export const isStale = ({ readAt }: { readAt: Date | null }, now: number): boolean =>
  readAt !== null && now - readAt.getTime() > STALE_AFTER;

export type ProductRow = Row<(typeof products)['columns']>;

/** A thing for sale as members see it. */
export function listed(row: ProductRow, now: number): ListedProduct {
  const { id, product, pageId, readAt, gone, held } = row;
  return {
    ...product,
    id,
    source: pageId,
    readAt: readAt?.toISOString() ?? null,
    gone,
    stale: isStale(row, now),
    held,
  };
}

/** A thing for sale as visitors may be told of it: of what is too old, neither price nor stock. */
export function told(row: Pick<ProductRow, 'product' | 'readAt' | 'held'>, now: number): Product {
  if (!isStale(row, now)) return row.product;
  const isHeld = (part: ProductPart): boolean => row.held.includes(part);
  return {
    ...row.product,
    ...(isHeld('price') ? {} : { price: null, currency: null }),
    ...(isHeld('stock') ? {} : { stock: null }),
    ...(isHeld('left') ? {} : { left: null }),
  };
}
