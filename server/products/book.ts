import type { ListedProduct, ProductPart } from '@kineta/contract';
import { asSheetSays, type Product, type Sheet } from '@kineta/core';
import { LRUCache } from 'lru-cache';
import type { Transaction } from '../database/connect.ts';
import { changeCounted } from '../house/counted.ts';
import type { House } from '../house/house.ts';
import { notFound, ProblemError } from '../http/problem.ts';
import { listed, type ProductRow, products, told } from './model.ts';

/** So many things a workspace sells at most, as far as chats are concerned. */
export const MOST_PRODUCTS = 1_000;
/** What is told may grow old without anybody changing it, so it is looked at again after so long (milliseconds). */
const TOLD_FOR = 10 * 60_000;

const PARTS: readonly ProductPart[] = ['name', 'words', 'picture', 'price', 'currency', 'stock', 'left', 'page'];

/** In which parts two tell different things. */
export const differing = (one: Product, other: Product): ProductPart[] =>
  PARTS.filter(part => JSON.stringify(one[part]) !== JSON.stringify(other[part]));

/** A thing as its page says, but for what stays as it was written. */
export const withHeld = (read: Product, before: Product, held: readonly ProductPart[]): Product => ({
  ...read,
  ref: before.ref,
  ...Object.fromEntries(held.map(part => [part, before[part]])),
});

/** What stays as it is written, once it is written so: whatever it has that its page did not tell. */
const heldWith = ({ pageId, held, product }: ProductRow, to: Product): ProductPart[] =>
  pageId === null ? [] : [...new Set([...held, ...differing(product, to)])];

/** By its reference its page is known to tell of it: another would be another thing to that. */
function calledOtherwise(): ProblemError {
  const message = 'Its page calls it by its reference, which stays as it is.';
  return new ProblemError('invalid_request', message, { fields: [{ path: 'body.ref', message }] });
}

const takenAlready = (ref: string): ProblemError => {
  const message = `“${ref}” is among the things for sale already.`;
  return new ProblemError('known_already', message, { fields: [{ path: 'body.ref', message }] });
};

/** What of a table is new, what is otherwise than it was, and what is the same. */
export interface Taken {
  fresh: number;
  changed: number;
  same: number;
}

/** The things for sale of workspaces. */
export class ProductBook {
  private readonly house: Pick<House, 'tables' | 'database' | 'ports'>;
  private readonly kept = new LRUCache<string, Promise<ReadonlyMap<string, Product>>>({ max: 500, ttl: TOLD_FOR });

  constructor(house: Pick<House, 'tables' | 'database' | 'ports'>) {
    this.house = house;
  }

  /** What visitors may be told of, by references. */
  of(workspace: string, number: number): Promise<ReadonlyMap<string, Product>> {
    if (number === 0) return Promise.resolve(new Map());
    const key = `${workspace} ${number}`;
    let found = this.kept.get(key);
    if (!found) {
      found = this.read(workspace);
      this.kept.set(key, found);
      found.catch(() => this.kept.delete(key));
    }
    return found;
  }

  private async read(workspace: string): Promise<ReadonlyMap<string, Product>> {
    const now = Date.now();
    const all = await this.rows(workspace).all({ gone: false }, { most: MOST_PRODUCTS });
    return new Map(all.map(row => [row.ref, told(row, now)]));
  }

  private rows(workspace: string) {
    return this.house.tables.in(workspace).of(products);
  }

  async list(workspace: string): Promise<ListedProduct[]> {
    const now = Date.now();
    const all = (await this.rows(workspace).all({}, { most: MOST_PRODUCTS })).map(row => listed(row, now));
    return all.sort((one, other) => one.name.localeCompare(other.name, undefined, { numeric: true }));
  }

  /** @throws {ProblemError} `known_already` at the reference */
  async add(workspace: string, product: Product): Promise<ListedProduct> {
    const id = await this.change(workspace, async transaction => {
      const rows = this.rows(workspace);
      if (await rows.one({ ref: product.ref }, { transaction })) throw takenAlready(product.ref);
      if ((await rows.count({}, { transaction })) >= MOST_PRODUCTS)
        throw new ProblemError('known_already', `There are ${MOST_PRODUCTS} things for sale, and no more can be kept.`);
      return rows.add({ ref: product.ref, product, held: [] }, { transaction });
    });
    return this.one(workspace, id);
  }

  /** Writes one otherwise; what its page says otherwise stays as it is written. @throws {ProblemError} as `add` does */
  async write(workspace: string, id: string, to: Product): Promise<ListedProduct> {
    await this.change(workspace, async transaction => {
      const rows = this.rows(workspace);
      const before = await rows.one({ id }, { transaction, lock: true });
      if (!before) throw notFound('thing');
      if (before.pageId !== null && to.ref !== before.ref) throw calledOtherwise();
      const other = await rows.one({ ref: to.ref }, { transaction });
      if (other && other.id !== id) throw takenAlready(to.ref);
      await rows.change({ ref: to.ref, product: to, held: heldWith(before, to) }, { id }, { transaction });
    });
    return this.one(workspace, id);
  }

  async remove(workspace: string, id: string): Promise<void> {
    await this.change(workspace, async transaction => {
      if ((await this.rows(workspace).remove({ id }, { transaction })) === 0) throw notFound('thing');
    });
  }

  /** Lets one be as its page says, from the next time that that is read. @returns the page */
  async release(workspace: string, id: string): Promise<string> {
    const row = await this.rows(workspace).one({ id });
    if (!row) throw notFound('thing');
    if (row.pageId === null) throw new ProblemError('invalid_request', 'This is read from no page.');
    await this.rows(workspace).change({ held: [] }, { id });
    return row.pageId;
  }

  async one(workspace: string, id: string): Promise<ListedProduct> {
    const row = await this.rows(workspace).one({ id });
    if (!row) throw notFound('thing');
    return listed(row, Date.now());
  }

  /**
   * Takes in a table: what is known by its reference is written as it says, as far as it says anything; the rest is added.
   * @param keep false to see only what it would bring
   * @throws {ProblemError} `invalid_request` at the table, when there would be too many
   */
  async take(
    workspace: string,
    { products: table, says }: Pick<Sheet, 'products' | 'says'>,
    keep: boolean,
  ): Promise<Taken> {
    const rows = this.rows(workspace);
    const known = new Map((await rows.all({})).map(row => [row.ref.toLowerCase(), row]));
    const pairs = table.map(product => {
      const row = known.get(product.ref.toLowerCase());
      return { row, product: row ? asSheetSays(product, row.product, says) : product };
    });
    const fresh = pairs.filter(({ row }) => row === undefined);
    const changed = pairs.filter(({ product, row }) => row !== undefined && differing(row.product, product).length > 0);
    if (known.size + fresh.length > MOST_PRODUCTS) {
      const message = `With these there would be ${known.size + fresh.length} things for sale; at most ${MOST_PRODUCTS} can be kept.`;
      throw new ProblemError('invalid_request', message, { fields: [{ path: 'body.csv', message }] });
    }
    if (keep && fresh.length + changed.length > 0)
      await this.change(workspace, async transaction => {
        await rows.addAll(
          fresh.map(({ product }) => ({ ref: product.ref, product, held: [] })),
          { transaction },
        );
        for (const { product, row } of changed)
          await rows.change({ product, held: heldWith(row!, product) }, { id: row!.id }, { transaction });
      });
    return { fresh: fresh.length, changed: changed.length, same: table.length - fresh.length - changed.length };
  }

  /** Changes what is for sale, and has everybody read it anew. */
  change<T>(workspace: string, work: (transaction: Transaction) => Promise<T>): Promise<T> {
    return changeCounted(this.house, workspace, 'products_number', work);
  }
}
