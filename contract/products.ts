import { Product, SHEET } from '@kineta/core';
import { z } from 'zod';
import { PageAddress } from './install.ts';
import { ById, Done, Instant, RowId, route } from './route.ts';

/** A part of a thing for sale that a page tells of. */
export const ProductPart = Product.keyof().exclude(['ref']);
export type ProductPart = z.infer<typeof ProductPart>;

/** A thing for sale as it is kept. */
export const ListedProduct = Product.extend({
  id: RowId,
  /** The page that it is read from, by its identity; null of what was written by hand or came in a table. */
  source: RowId.nullable(),
  /** When its page last told of it. */
  readAt: Instant.nullable(),
  /** Its page tells of it no more: nobody is shown it. */
  gone: z.boolean(),
  /** So long has its page not been read that its price and stock are not told. */
  stale: z.boolean(),
  /** What of it stays as it was written by hand, whatever its page says. */
  held: z.array(ProductPart),
});
export type ListedProduct = z.infer<typeof ListedProduct>;

/** Why a page could not be read, or held nothing. */
export const PageTrouble = z.object({
  code: z.enum(['domain not allowed', 'page not reached', 'nothing for sale']),
  /** A host, a status, or what stopped it. */
  about: z.string(),
});
export type PageTrouble = z.infer<typeof PageTrouble>;

/** A page that things for sale are read from, again and again. */
export const ProductPage = z.object({
  id: RowId,
  address: z.string(),
  /** How many things it told of when it was last read. */
  found: z.int(),
  /** When it was last read to its end; null before the first time. */
  readAt: Instant.nullable(),
  /** When it is read next; null once it is given up, until a lead has it read. */
  dueAt: Instant.nullable(),
  /** Why it could not be read, or told of nothing, in a sentence as well. */
  trouble: PageTrouble.extend({ sentence: z.string() }).nullable(),
});
export type ProductPage = z.infer<typeof ProductPage>;

/** What a table would bring. */
export const SheetRead = z.object({
  fresh: z.int(),
  changed: z.int(),
  same: z.int(),
  columns: z.array(z.object({ name: z.string(), is: z.enum(SHEET).nullable() })),
  mistakes: z.array(z.object({ row: z.int(), column: z.string().nullable(), message: z.string() })),
  /** How many mistakes there are, the ones that are not listed included. */
  wrong: z.int(),
  /** Whether it was taken in. */
  kept: z.boolean(),
});
export type SheetRead = z.infer<typeof SheetRead>;

export const productRoutes = {
  list: route({
    method: 'GET',
    path: '/api/products',
    summary: 'The things for sale, by their names',
    access: 'member',
    reply: z.object({ products: z.array(ListedProduct) }),
  }),
  add: route({
    method: 'POST',
    path: '/api/products',
    summary: 'Write down a thing for sale',
    access: 'lead',
    body: Product,
    reply: ListedProduct,
  }),
  change: route({
    method: 'PUT',
    path: '/api/products/:id',
    summary: 'Write a thing for sale otherwise; what differs from what its page says stays as it is written',
    access: 'lead',
    params: ById,
    body: Product,
    reply: ListedProduct,
  }),
  release: route({
    method: 'POST',
    path: '/api/products/:id/release',
    summary: 'Let a thing for sale be again as its page says, which is read for it',
    access: 'lead',
    params: ById,
    reply: ListedProduct,
  }),
  remove: route({
    method: 'DELETE',
    path: '/api/products/:id',
    summary: 'Remove a thing for sale; one that its page still tells of comes back when that is read',
    access: 'lead',
    params: ById,
    reply: Done,
  }),
  sheet: route({
    method: 'POST',
    path: '/api/products/sheet',
    summary: 'Read a table (CSV, RFC 4180) of things for sale, to see what it would bring or to take it in',
    access: 'lead',
    body: z.strictObject({
      csv: z.string().max(2_000_000, 'A table has at most two million characters.'),
      keep: z.boolean(),
    }),
    most: 8_000,
    reply: SheetRead,
  }),
  table: route({
    method: 'GET',
    path: '/api/products/sheet',
    summary: 'The things for sale as a table (CSV, RFC 4180)',
    access: 'lead',
    reply: z.string(),
    replyType: 'text/csv',
  }),
  pages: route({
    method: 'GET',
    path: '/api/products/pages',
    summary: 'The pages that things for sale are read from, and those of the sites on which the chat was seen',
    access: 'lead',
    reply: z.object({ pages: z.array(ProductPage), seen: z.array(z.string()) }),
  }),
  read: route({
    method: 'POST',
    path: '/api/products/pages',
    summary: 'Read a page of a site for what it sells, now and every day from now on',
    access: 'lead',
    body: z.strictObject({ address: PageAddress }),
    reply: ProductPage,
  }),
  readAgain: route({
    method: 'POST',
    path: '/api/products/pages/:id',
    summary: 'Read such a page once more, now',
    access: 'lead',
    params: ById,
    reply: ProductPage,
  }),
  leave: route({
    method: 'DELETE',
    path: '/api/products/pages/:id',
    summary: 'Read a page no more; what it told of goes with it',
    access: 'lead',
    params: ById,
    reply: Done,
  }),
};
