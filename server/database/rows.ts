import { type Model, type ModelStatic, Op, type WhereOptions } from 'sequelize';
import type { Database, Transaction } from './connect.ts';
import { type AnyTable, type Columns, modelOf, type NewRow, type Row, type Table, WORKSPACE } from './table.ts';

/** What a value may be held against: itself, one of several, or bounds. */
export type Asked<T> = T | readonly T[] | { before: T } | { after: T } | { upTo: T } | { from: T } | { not: T };

/** Which rows are meant: those in which all of this is so. */
export type Where<C extends Columns> = { [K in keyof Row<C>]?: Asked<Row<C>[K]> };

export interface Within {
  /** The transaction in which it is done, when there is one. */
  transaction?: Transaction | undefined;
  /** Whether rows read are locked until the transaction is over. */
  lock?: true | undefined;
}

const comparisons = { before: Op.lt, after: Op.gt, upTo: Op.lte, from: Op.gte, not: Op.ne } as const;

const isPlain = (value: unknown): boolean =>
  value === null ||
  ['string', 'number', 'boolean', 'bigint'].includes(typeof value) ||
  value instanceof Date ||
  Buffer.isBuffer(value);

/** Thrown when a handle is asked for what it may not do. It is a mistake in the code that asks. */
export class OutOfReach extends Error {
  override name = 'OutOfReach';
}

/**
 * The rows of one table, as far as a handle reaches. It takes only what is written out here, never Sequelize's own
 * conditions, includes, literals or instances, as most of those lead around a condition on the workspace.
 */
export class Rows<C extends Columns> {
  private readonly table: Table<C>;
  private readonly model: ModelStatic<Model>;
  /** The workspace that it is bound to; null for the rows of all of them, and of tables that belong to none. */
  private readonly workspace: string | null;

  constructor(database: Database, table: Table<C>, workspace: string | null) {
    if (workspace !== null && !(WORKSPACE in table.columns))
      throw new OutOfReach(`The rows of ${table.name} belong to no workspace.`);
    this.table = table;
    this.model = modelOf(database, table);
    this.workspace = workspace;
  }

  async one(where: Where<C>, within: Within = {}): Promise<Row<C> | undefined> {
    return (await this.all(where, { ...within, most: 1 }))[0];
  }

  /** @param more in which order, by one column or several, and how many at most */
  async all(
    where: Where<C>,
    more: Within & {
      by?: (keyof C & string) | ReadonlyArray<keyof C & string>;
      newestFirst?: true;
      most?: number;
      only?: ReadonlyArray<keyof C & string>;
    } = {},
  ): Promise<Row<C>[]> {
    const { by, newestFirst, most, only, transaction, lock } = more;
    for (const name of [...[by ?? []].flat(), ...(only ?? [])]) this.known(name);
    const rows = await this.model.findAll({
      where: this.conditions(where),
      raw: true,
      ...(only ? { attributes: [...only] } : {}),
      ...(by ? { order: [by].flat().map((name): [string, string] => [name, newestFirst ? 'DESC' : 'ASC']) } : {}),
      ...(most === undefined ? {} : { limit: most }),
      ...(transaction ? { transaction } : {}),
      ...(lock && transaction ? { lock: transaction.LOCK.UPDATE } : {}),
    });
    return rows.map(row => this.read(row as unknown as Record<string, unknown>));
  }

  count(where: Where<C>, { transaction }: Within = {}): Promise<number> {
    return this.model.count({ where: this.conditions(where), ...(transaction ? { transaction } : {}) });
  }

  /** Adds a row. @returns the identity that the database gave it, if it gives one */
  async add(row: Omit<NewRow<C>, typeof WORKSPACE>, within: Within = {}): Promise<string> {
    return (await this.addAll([row], within))[0] ?? '';
  }

  async addAll(
    rows: ReadonlyArray<Omit<NewRow<C>, typeof WORKSPACE>>,
    { transaction }: Within = {},
  ): Promise<string[]> {
    if (rows.length === 0) return [];
    const stamped = rows.map(row => this.stamped(row));
    // What none of them says is left to the database: all columns named, it would be null instead of what it usually is.
    const fields = [...new Set(stamped.flatMap(row => Object.keys(row)))];
    const made = await this.model.bulkCreate(stamped, { fields, ...(transaction ? { transaction } : {}) });
    const { autoIncrementAttribute } = this.model as unknown as { autoIncrementAttribute?: string };
    return autoIncrementAttribute ? made.map(one => String(one.get(autoIncrementAttribute))) : [];
  }

  /** Changes rows. @returns how many were really changed */
  async change(
    values: Partial<Omit<Row<C>, typeof WORKSPACE>>,
    where: Where<C>,
    { transaction }: Within = {},
  ): Promise<number> {
    for (const name of Reflect.ownKeys(values)) this.known(name);
    if (this.workspace !== null && WORKSPACE in values) throw new OutOfReach('A row stays with its workspace.');
    const [changed] = await this.model.update(values as object, {
      where: this.conditions(where),
      ...(transaction ? { transaction } : {}),
    });
    return changed;
  }

  /** Removes rows, at most so many if that is said. @returns how many there were */
  remove(where: Where<C>, { transaction, most }: Within & { most?: number } = {}): Promise<number> {
    return this.model.destroy({
      where: this.conditions(where),
      ...(most === undefined ? {} : { limit: most }),
      ...(transaction ? { transaction } : {}),
    });
  }

  private read(row: Record<string, unknown>): Row<C> {
    const read: Record<string, unknown> = {};
    for (const [name, value] of Object.entries(row)) {
      const column = this.table.columns[name];
      read[name] = column?.read ? column.read(value) : value;
    }
    return read as Row<C>;
  }

  private known(name: PropertyKey): void {
    if (typeof name !== 'string' || !Object.hasOwn(this.table.columns, name))
      throw new OutOfReach(`${this.table.name} has no column “${String(name)}”.`);
  }

  private stamped(row: object): Record<string, unknown> {
    for (const name of Reflect.ownKeys(row)) this.known(name);
    if (this.workspace === null) return { ...row };
    const given = (row as Record<string, unknown>)[WORKSPACE];
    if (given !== undefined && given !== this.workspace)
      throw new OutOfReach('A row is added to the workspace of the handle alone.');
    return { ...row, [WORKSPACE]: this.workspace };
  }

  private conditions(where: Where<C>): WhereOptions {
    const asked: Record<PropertyKey, unknown> = {};
    for (const name of Reflect.ownKeys(where)) {
      this.known(name);
      const value = (where as Record<PropertyKey, unknown>)[name];
      asked[name] = this.condition(value);
    }
    if (this.workspace === null) return asked as WhereOptions;
    return { [Op.and]: [{ [WORKSPACE]: this.workspace }, asked] };
  }

  private condition(value: unknown): unknown {
    if (isPlain(value)) return { [Op.eq]: value };
    if (Array.isArray(value) && value.every(isPlain)) return { [Op.in]: value };
    if (value !== null && typeof value === 'object' && Object.getPrototypeOf(value) === Object.prototype) {
      const keys = Reflect.ownKeys(value);
      const [key] = keys;
      if (keys.length === 1 && typeof key === 'string' && Object.hasOwn(comparisons, key)) {
        const bound = (value as Record<string, unknown>)[key];
        if (isPlain(bound)) return { [comparisons[key as keyof typeof comparisons]]: bound };
      }
    }
    throw new OutOfReach(`${this.table.name} cannot be asked for that.`);
  }
}

/** A handle on the rows of one workspace: of whichever table, it reaches no other's. */
export class WorkspaceRows {
  readonly workspace: string;
  private readonly database: Database;
  private readonly known = new Map<AnyTable, unknown>();

  constructor(database: Database, workspace: string) {
    this.database = database;
    this.workspace = workspace;
  }

  of<C extends Columns>(table: Table<C>): Rows<C> {
    let rows = this.known.get(table) as Rows<C> | undefined;
    if (!rows) {
      rows = new Rows(this.database, table, this.workspace);
      this.known.set(table, rows);
    }
    return rows;
  }
}

/** The way to rows: through a workspace, or, for what comes before it is known whose they are, everywhere. */
export class Tables {
  readonly database: Database;
  private readonly known = new Map<AnyTable, unknown>();

  constructor(database: Database) {
    this.database = database;
  }

  /** The rows of one workspace. */
  in(workspace: string): WorkspaceRows {
    return new WorkspaceRows(this.database, workspace);
  }

  /**
   * The rows of a table whosever they are: for sign-ins, sites' keys and the clockwork, which find out by them which
   * workspace it is, and for the tables of the instance itself.
   */
  everywhere<C extends Columns>(table: Table<C>): Rows<C> {
    let rows = this.known.get(table) as Rows<C> | undefined;
    if (!rows) {
      rows = new Rows(this.database, table, null);
      this.known.set(table, rows);
    }
    return rows;
  }
}
