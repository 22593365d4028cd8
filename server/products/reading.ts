import type { PageTrouble, ProductPage } from '@kineta/contract';
import { type Product, productsIn } from '@kineta/core';
import { QueryTypes } from 'sequelize';
import type { Duty } from '../clockwork/clockwork.ts';
import type { Transaction } from '../database/connect.ts';
import type { Row } from '../database/table.ts';
import type { House } from '../house/house.ts';
import { notFetchedWords } from '../house/not-fetched.ts';
import { notFound, ProblemError } from '../http/problem.ts';
import { differing, MOST_PRODUCTS, type ProductBook, withHeld } from './book.ts';
import { productPages, products } from './model.ts';
import { dataOf } from './page-data.ts';

const HOUR = 3_600_000;
/** How often a page is read (milliseconds), and how long after each failure in a row; after the last it is given up. */
const AGAIN = 24 * HOUR;
const AFTER_FAILURES = [HOUR, 4 * HOUR, ...Array<number>(12).fill(AGAIN)];
/** So long a page is left to the process that reads it. */
const LEASE = 5 * 60_000;
/** So many pages are read for things for sale of one workspace, and so many at once, each of another workspace. */
const MOST_PAGES = 200;
const AT_ONCE = 4;

type PageRow = Row<(typeof productPages)['columns']>;

const shown = ({ id, address, found, readAt, dueAt, trouble }: PageRow): ProductPage => ({
  id,
  address,
  found,
  readAt: readAt?.toISOString() ?? null,
  dueAt: dueAt?.toISOString() ?? null,
  trouble: trouble && { ...trouble, sentence: troubleWords(trouble) },
});

type Read = { found: Product[] } | { trouble: PageTrouble };

/** Reads pages of sites for what they sell, when a lead asks for it and every day. */
export class Reading {
  private readonly house: Pick<House, 'tables' | 'database' | 'ports'>;
  private readonly book: ProductBook;

  constructor(house: Pick<House, 'tables' | 'database' | 'ports'>, book: ProductBook) {
    this.house = house;
    this.book = book;
  }

  private rows(workspace: string) {
    return this.house.tables.in(workspace).of(productPages);
  }

  async pages(workspace: string): Promise<ProductPage[]> {
    return (await this.rows(workspace).all({}, { by: 'address', most: MOST_PAGES })).map(shown);
  }

  /** Begins to read a page, and reads it. @throws {ProblemError} `known_already` at the address */
  async begin(workspace: string, address: string): Promise<ProductPage> {
    const { href } = new URL(address);
    const refuse = (message: string) =>
      new ProblemError('known_already', message, { fields: [{ path: 'body.address', message }] });
    if (await this.rows(workspace).one({ address: href })) throw refuse('This page is read already.');
    if ((await this.rows(workspace).count({})) >= MOST_PAGES)
      throw refuse(`${MOST_PAGES} pages are read already, and no more can be.`);
    // Nothing is kept of a page that was written wrong.
    const read = await this.fetch(workspace, href);
    if ('trouble' in read)
      throw new ProblemError('invalid_request', troubleWords(read.trouble), {
        fields: [{ path: 'body.address', message: troubleWords(read.trouble) }],
      });
    const id = await this.book.change(workspace, async transaction => {
      // Of two who name it at once, one is first.
      if (await this.rows(workspace).one({ address: href }, { transaction }))
        throw refuse('This page is read already.');
      return this.rows(workspace).add({ address: href }, { transaction });
    });
    await this.keep(workspace, id, read);
    return this.page(workspace, id);
  }

  async again(workspace: string, id: string): Promise<ProductPage> {
    const { address } = await this.page(workspace, id);
    await this.keep(workspace, id, await this.fetch(workspace, address));
    return this.page(workspace, id);
  }

  async leave(workspace: string, id: string): Promise<void> {
    await this.book.change(workspace, async transaction => {
      if ((await this.rows(workspace).remove({ id }, { transaction })) === 0) throw notFound('page');
    });
  }

  private async page(workspace: string, id: string): Promise<ProductPage> {
    const row = await this.rows(workspace).one({ id });
    if (!row) throw notFound('page');
    return shown(row);
  }

  /** What a page sells. JSON-LD says it most exactly; what else it says is looked at where that says nothing. */
  private async fetch(workspace: string, address: string): Promise<Read> {
    const { ports } = this.house;
    const { workspace: settings } = await ports.directories.of(workspace);
    const page = await ports.sites.page(workspace, address, settings.allowedHosts);
    if ('code' in page) return { trouble: page };
    const { json, micro, graph, language, base } = await dataOf(page.html);
    const { href } = page.url;
    const from = base !== undefined && URL.canParse(base, href) ? new URL(base, href).href : href;
    const around = {
      address: href,
      language: languageOf(language) ?? settings.language,
      at: (written: string) => (URL.canParse(written, from) ? new URL(written, from).href : undefined),
    };
    for (const data of [json, micro, graph]) {
      const found = productsIn(data, around);
      if (found.length > 0) return { found };
    }
    return { trouble: { code: 'nothing for sale', about: '' } };
  }

  /** Keeps what a page told, or that it could not be read; then what it told before stays, and grows old. */
  private async keep(workspace: string, id: string, read: Read): Promise<void> {
    const now = new Date();
    if ('trouble' in read && read.trouble.code !== 'nothing for sale') {
      await this.house.database.transaction(async transaction => {
        const row = await this.rows(workspace).one({ id }, { transaction, lock: true });
        if (!row) return;
        const after = AFTER_FAILURES[row.failures];
        const dueAt = after === undefined ? null : new Date(now.getTime() + after);
        const { trouble } = read;
        await this.rows(workspace).change({ trouble, failures: row.failures + 1, dueAt }, { id }, { transaction });
      });
      return;
    }
    const found = 'found' in read ? read.found : [];
    await this.book.change(workspace, async transaction => {
      const row = await this.rows(workspace).one({ id }, { transaction, lock: true });
      if (!row) return;
      await this.take(workspace, id, found, now, transaction);
      const dueAt = new Date(now.getTime() + AGAIN);
      const trouble = 'trouble' in read ? read.trouble : null;
      const is = { found: found.length, readAt: now, dueAt, failures: 0, trouble };
      await this.rows(workspace).change(is, { id }, { transaction });
    });
  }

  /**
   * Takes in what a page tells of. What was written by hand or came in a table is read from the page from now on, but stays
   * as it is where it says something else; what another page tells of already is left to that.
   */
  private async take(
    workspace: string,
    pageId: string,
    all: readonly Product[],
    readAt: Date,
    transaction: Transaction,
  ): Promise<void> {
    const rows = this.house.tables.in(workspace).of(products);
    const known = new Map((await rows.all({}, { transaction })).map(row => [row.ref.toLowerCase(), row]));
    let room = MOST_PRODUCTS - known.size;
    const seen = new Set<string>();
    const fresh: Product[] = [];
    for (const found of all) {
      const row = known.get(found.ref.toLowerCase());
      if (!row) {
        if (room-- > 0) fresh.push(found);
      } else if (row.pageId === null || row.pageId === pageId) {
        seen.add(row.id);
        const held = row.pageId === null ? differing(row.product, found) : row.held;
        const product = withHeld(found, row.product, held);
        await rows.change({ product, held, pageId, readAt, gone: false }, { id: row.id }, { transaction });
      }
    }
    for (const { id, pageId: from } of known.values())
      if (from === pageId && !seen.has(id)) await rows.change({ gone: true }, { id }, { transaction });
    await rows.addAll(
      fresh.map(product => ({ ref: product.ref, product, pageId, readAt, held: [] })),
      { transaction },
    );
  }

  /** Reads pages whose time has come, each of another workspace, so that none waits behind the slow pages of another. */
  async readDue(): Promise<boolean> {
    const due = await this.claim();
    await Promise.all(due.map(({ id, workspace }) => this.again(workspace, id)));
    return due.length > 0;
  }

  private claim(): Promise<Array<{ id: string; workspace: string }>> {
    const { database } = this.house;
    return database.transaction(async transaction => {
      // Raw: what another process reads just now is gone past, along the index of what is due.
      const rows = await database.query<{ id: string; workspace: string }>(
        `SELECT id, workspace_id AS workspace FROM product_pages WHERE due_at <= UTC_TIMESTAMP(3)
         ORDER BY due_at LIMIT 50 FOR UPDATE SKIP LOCKED`,
        { type: QueryTypes.SELECT, transaction },
      );
      const first = [...new Map(rows.toReversed().map(row => [row.workspace, row])).values()].slice(0, AT_ONCE);
      if (first.length > 0)
        await this.house.tables
          .everywhere(productPages)
          .change({ dueAt: new Date(Date.now() + LEASE) }, { id: first.map(({ id }) => id) }, { transaction });
      return first;
    });
  }
}

/** The language that a page says it is in, where that is one. */
function languageOf(language: string | undefined): string | undefined {
  try {
    return language === undefined ? undefined : Intl.getCanonicalLocales(language)[0];
  } catch {
    return undefined;
  }
}

/** Why a page is not read, for whoever names it. */
function troubleWords({ code, about }: PageTrouble): string {
  return code === 'nothing for sale'
    ? 'The page says of nothing that it is for sale: no Product data (schema.org) was found on it.'
    : notFetchedWords({ code, about });
}

/** Has pages read again whose time has come. */
export const readingPages = (reading: Reading): Duty => ({
  name: 'reading pages for what they sell',
  every: 60_000,
  turn: () => reading.readDue(),
});
