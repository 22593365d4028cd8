import type { z } from 'zod';
import { Product } from './product.ts';
import { priceFrom, stockFrom } from './structured.ts';

/** The parts of a thing for sale that a table has columns for, in their order. */
export const SHEET = ['ref', 'name', 'words', 'price', 'currency', 'stock', 'left', 'page', 'picture'] as const;
export type SheetColumn = (typeof SHEET)[number];

/** What columns are called by those who keep such tables, without what sets words apart; ours first. */
const CALLED: Readonly<Record<SheetColumn, readonly string[]>> = {
  ref: ['reference', 'ref', 'sku', 'id', 'articlenumber', 'article', 'itemnumber', 'productid', 'gtin', 'mpn'],
  name: ['name', 'title', 'product', 'productname', 'item'],
  words: ['words', 'description', 'text', 'shortdescription'],
  price: ['price', 'saleprice', 'amount'],
  currency: ['currency', 'pricecurrency'],
  stock: ['stock', 'availability', 'instock'],
  left: ['left', 'quantity', 'inventory', 'stockquantity', 'count'],
  page: ['page', 'link', 'url', 'address', 'producturl'],
  picture: ['picture', 'image', 'imagelink', 'imageurl', 'photo'],
};

/** What a row cannot be taken in for, at its column. */
export interface SheetMistake {
  /** The row, as spreadsheets count them: the one with the names of the columns is 1. */
  row: number;
  /** What the column is called in the table; null when one is not there. */
  column: string | null;
  message: string;
}

export interface Sheet {
  products: Product[];
  /** Which parts of them it says; the others are none of its business, where one is known already. */
  says: Array<keyof Product>;
  mistakes: SheetMistake[];
  /** Which columns were taken for which part; what was taken for none has null. */
  columns: Array<{ name: string; is: SheetColumn | null }>;
}

const plainName = (name: string): string => name.toLowerCase().replace(/[^\p{L}\p{N}]/gu, '');

/** Spreadsheets are kept from taking words for a formula by a quote in front, which is none of the words. */
const undefused = (cell: string): string => cell.trim().replace(/^'(?=[=+\-@])/, '');

function columnsOf(head: readonly string[]): Sheet['columns'] {
  const taken = new Set<SheetColumn>();
  return head.map(name => {
    const is = SHEET.find(part => !taken.has(part) && CALLED[part].includes(plainName(name))) ?? null;
    if (is) taken.add(is);
    return { name: name.trim(), is };
  });
}

type Read = { value: unknown } | { message: string };

/** How a cell that says something is read; what is not here is taken as it is. */
const READS: Partial<Record<SheetColumn, (cell: string, language: string) => Read>> = {
  price(cell, language) {
    const read = priceFrom(cell, language);
    return read ? { value: read.price } : { message: `“${cell}” is not a price.` };
  },
  currency: cell => ({ value: cell.toUpperCase() }),
  stock(cell) {
    const stock = stockFrom(cell);
    return stock
      ? { value: stock }
      : {
          message: `“${cell}” does not say how much there is. Write “in stock”, “few left”, “to order” or “out of stock”.`,
        };
  },
  left: cell => (/^\d{1,8}$/.test(cell) ? { value: Number(cell) } : { message: `“${cell}” is not a whole number.` }),
};

/**
 * The things for sale that a table lists, a row each, and what is wrong with the rows that cannot be one. Columns are known
 * by their names in the first row, in any order; a number in the column for stock is how many there are, and a currency may
 * stand with the price.
 * @param rows as parsed, the first with the names of the columns
 * @param language in which prices with signs are read (BCP 47)
 */
export function readSheet(rows: ReadonlyArray<readonly string[]>, language: string): Sheet {
  const [head = [], ...body] = rows;
  const columns = columnsOf(head);
  const products = new Map<string, Product>();
  const mistakes: SheetMistake[] = [];
  if (!columns.some(({ is }) => is === 'name'))
    return {
      products: [],
      says: [],
      mistakes: [{ row: 1, column: null, message: 'No column is called “name”.' }],
      columns,
    };
  const blank = { ref: '', name: '', words: '', picture: null, price: null, currency: null, stock: null, left: null };
  for (const [index, cells] of body.entries()) {
    const row = index + 2;
    const said = columns.flatMap(({ name, is }, at) => {
      const cell = undefused(cells[at] ?? '');
      return is === null || cell === '' ? [] : [{ name, is, cell }];
    });
    if (said.length === 0) continue;
    const found: Record<string, unknown> = { ...blank, page: null };
    const before = mistakes.length;
    for (const { name, is, cell } of said) {
      const counted = is === 'stock' && /^\d{1,8}$/.test(cell);
      const read = counted ? { value: Number(cell) } : (READS[is]?.(cell, language) ?? { value: cell });
      if ('message' in read) mistakes.push({ row, column: name, message: read.message });
      else found[counted ? 'left' : is] = read.value;
    }
    found.currency ??= priceFrom(said.find(({ is }) => is === 'price')?.cell ?? '', language)?.currency ?? null;
    if (found.ref === '') found.ref = found.name;
    if (typeof found.picture === 'string') found.picture = { src: found.picture, alt: found.name };
    const product = Product.safeParse(found);
    if (!product.success) mistakes.push(...mistakesOf(product.error, row, columns));
    else if (products.has(product.data.ref.toLowerCase()))
      mistakes.push({ row, column: null, message: `“${product.data.ref}” stands further up already.` });
    else if (mistakes.length === before) products.set(product.data.ref.toLowerCase(), product.data);
  }
  return { products: [...products.values()], says: saidBy(columns), mistakes, columns };
}

/** A currency may stand with the price, and how many there are in the column for stock. */
const SAYS_TOO: Partial<Record<SheetColumn, keyof Product>> = { price: 'currency', stock: 'left' };

function saidBy(columns: Sheet['columns']): Array<keyof Product> {
  const parts = columns.flatMap(({ is }) => (is === null ? [] : [is, SAYS_TOO[is] ?? []].flat()));
  return [...new Set(parts)];
}

/** A thing as a table says, and where that says nothing as it was. */
export function asSheetSays(product: Product, before: Product, says: Sheet['says']): Product {
  const said = Object.fromEntries(says.map(part => [part, product[part]]));
  // What a picture shows stands in no table.
  const isSame = product.picture?.src === before.picture?.src;
  return { ...before, ...said, ref: before.ref, ...(isSame ? { picture: before.picture } : {}) };
}

function mistakesOf({ issues }: z.ZodError, row: number, columns: Sheet['columns']): SheetMistake[] {
  return issues.map(({ path, message }) => ({
    row,
    column: columns.find(({ is }) => is === path[0])?.name ?? null,
    message,
  }));
}

/** A thing for sale as the row of such a table: reading it again gives the same. */
export const sheetRow = (product: Product): string[] =>
  SHEET.map(part => {
    const value = part === 'picture' ? (product.picture?.src ?? null) : product[part];
    return value === null ? '' : String(value);
  });

/** What the columns of such a table are called, in their order. */
export const sheetHead: readonly string[] = SHEET.map(part => CALLED[part][0]!);
