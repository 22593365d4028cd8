import { productRoutes, type SheetRead } from '@kineta/contract';
import { readSheet, sheetHead, sheetRow } from '@kineta/core';
import Papa from 'papaparse';
import type { Area } from '../house/area.ts';
import type { House } from '../house/house.ts';
import { ProblemError } from '../http/problem.ts';
import { serve } from '../http/serve.ts';
import { Allowance } from '../limits/allowance.ts';
import { MOST_PRODUCTS, ProductBook } from './book.ts';
import { productPages, products as table } from './model.ts';
import { Reading, readingPages } from './reading.ts';

const made = new WeakMap<House, { book: ProductBook; reading: Reading }>();

function partsOf(house: House): { book: ProductBook; reading: Reading } {
  const known = made.get(house);
  if (known) return known;
  const book = new ProductBook(house);
  const parts = { book, reading: new Reading(house, book) };
  made.set(house, parts);
  return parts;
}

const HASTY = 'That were many pages at once. Please try again in a minute.';
/** A table has fewer rows than this, the first with the names of its columns and empty ones included. */
const MOST_ROWS = 2 * MOST_PRODUCTS;
function tooManyRows(): ProblemError {
  const message = `This table has ${MOST_ROWS.toLocaleString('en')} rows or more; at most ${MOST_PRODUCTS.toLocaleString('en')} things for sale can be kept.`;
  return new ProblemError('invalid_request', message, { fields: [{ path: 'body.csv', message }] });
}
/** So many of a table’s mistakes are listed. */
const MOST_LISTED = 50;

/** Things for sale: by hand, from tables, and from the pages that sell them. */
export const products: Area = {
  name: 'products',
  tables: [table, productPages],
  offers: house => ({ products: { of: (workspace, number) => partsOf(house).book.of(workspace, number) } }),
  doors(doors, house) {
    const { book, reading } = partsOf(house);
    const { ports, wire } = house;
    const reads = new Allowance('pages for sale', { times: 30, seconds: 60 }, HASTY, wire.counters);
    serve(doors, productRoutes.list, async (_, me) => ({ products: await book.list(me.workspace) }));
    serve(doors, productRoutes.add, ({ body }, me) => book.add(me.workspace, body));
    serve(doors, productRoutes.sheet, async ({ body: { csv, keep } }, me): Promise<SheetRead> => {
      const { workspace } = await ports.directories.of(me.workspace);
      // Empty rows stay, so that rows are counted as spreadsheets count them.
      const { data } = Papa.parse<string[]>(csv.trim(), { preview: MOST_ROWS });
      if (data.length === MOST_ROWS) throw tooManyRows();
      const sheet = readSheet(data, workspace.language);
      const { mistakes, columns } = sheet;
      const taken = await book.take(me.workspace, sheet, keep);
      return { ...taken, columns, mistakes: mistakes.slice(0, MOST_LISTED), wrong: mistakes.length, kept: keep };
    });
    serve(doors, productRoutes.table, async ({ response }, me) => {
      response.attachment('things-for-sale.csv');
      const rows = (await book.list(me.workspace)).map(sheetRow);
      return Papa.unparse([[...sheetHead], ...rows], { escapeFormulae: true });
    });
    serve(doors, productRoutes.pages, async (_, me) => {
      const [pages, { pages: seen }] = await Promise.all([
        reading.pages(me.workspace),
        ports.sites.ground(me.workspace),
      ]);
      return { pages, seen };
    });
    serve(doors, productRoutes.read, async ({ body }, me) => {
      await reads.spend(me.workspace);
      return reading.begin(me.workspace, body.address);
    });
    serve(doors, productRoutes.readAgain, async ({ params }, me) => {
      await reads.spend(me.workspace);
      return reading.again(me.workspace, params.id);
    });
    serve(doors, productRoutes.leave, async ({ params }, me) => {
      await reading.leave(me.workspace, params.id);
      return { ok: true as const };
    });
    serve(doors, productRoutes.change, ({ params, body }, me) => book.write(me.workspace, params.id, body));
    serve(doors, productRoutes.release, async ({ params }, me) => {
      await reads.spend(me.workspace);
      await reading.again(me.workspace, await book.release(me.workspace, params.id));
      return book.one(me.workspace, params.id);
    });
    serve(doors, productRoutes.remove, async ({ params }, me) => {
      await book.remove(me.workspace, params.id);
      return { ok: true as const };
    });
  },
  duties: house => [readingPages(partsOf(house).reading)],
};
