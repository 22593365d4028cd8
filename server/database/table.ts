import { DataTypes, type Model, type ModelAttributes, type ModelStatic } from 'sequelize';
import type { z } from 'zod';
import type { Database } from './connect.ts';

/** One column: its type in the database, and what a value of it is here. */
export interface Column<T, Optional extends boolean = boolean> {
  type: () => ModelAttributes[string];
  /** Makes what the database gives a value; as it is, without this. */
  read?: (value: unknown) => T;
  /** Whether a new row may leave it out: the database gives it a value, or it is null. */
  optional: Optional;
  nullable?: true;
  /** The table of the row that it names. */
  names?: () => AnyTable;
}

export type Columns = Readonly<Record<string, Column<unknown>>>;

/** A row of a table, by the names of its columns. */
export type Row<C extends Columns> = { [K in keyof C]: C[K] extends Column<infer T> ? T : never };

type Left<C extends Columns> = { [K in keyof C]: C[K] extends Column<unknown, true> ? K : never }[keyof C];
/** A row to be added: without what may be left out. */
export type NewRow<C extends Columns> = Omit<Row<C>, Left<C>> & Partial<Pick<Row<C>, Left<C>>>;

const column = <T>(type: Column<T>['type'], read?: Column<T>['read']): Column<T, false> => ({
  type,
  optional: false,
  ...(read ? { read } : {}),
});

/** An identity that the database gives. */
export const identity: Column<string, true> = {
  type: () => ({ type: DataTypes.BIGINT.UNSIGNED, primaryKey: true, autoIncrement: true }),
  optional: true,
};
/** An identity of our own that cannot be guessed. */
export const ownIdentity: Column<string, false> = column(() => ({ type: DataTypes.STRING(64), primaryKey: true }));
/** A number of a row that a table keeps beside others, such as the entry of a conversation. */
export const partOfKey = <T>(of: Column<T, false>): Column<T, false> => ({
  ...of,
  type: () => ({ ...(of.type() as object), primaryKey: true }) as ModelAttributes[string],
});
/** The identity of another row. */
export const reference = (names?: () => AnyTable): Column<string, false> => ({
  ...column<string>(() => ({ type: DataTypes.BIGINT.UNSIGNED })),
  ...(names ? { names } : {}),
});
export const text = (longest: number): Column<string, false> => column(() => ({ type: DataTypes.STRING(longest) }));
export const longText = column<string>(() => ({ type: DataTypes.TEXT }));
export const integer = column<number>(() => ({ type: DataTypes.INTEGER }));
export const real = column<number>(() => ({ type: DataTypes.DOUBLE }));
export const bytes = column<Buffer>(() => ({ type: DataTypes.BLOB('medium') }));
export const instant = column<Date>(() => ({ type: DataTypes.DATE(3) }));
/** A calendar day, as ISO 8601 writes it. */
export const day = column<string>(() => ({ type: DataTypes.DATEONLY }));
export const yesNo = column<boolean>(
  () => ({ type: DataTypes.BOOLEAN }),
  value => Boolean(value),
);
export const oneOf = <const T extends string>(values: readonly T[]): Column<T, false> =>
  column(() => ({ type: DataTypes.ENUM(...values) }));
/** JSON that is what a schema says: a row that is not says so when it is read. */
export const json = <T>(schema: z.ZodType<T>, before: (value: unknown) => unknown = value => value): Column<T, false> =>
  column(
    () => ({ type: DataTypes.JSON }),
    value => schema.parse(before(value)),
  );
/** A column that may be null. */
export function nullable<T>(of: Column<T, false>): Column<T | null, true> {
  const { read } = of;
  return {
    ...of,
    optional: true,
    nullable: true,
    ...(read ? { read: (value: unknown) => (value === null ? null : read(value)) } : {}),
  };
}
/** A column to which the database gives a value when a new row has none. */
export function usually<T>(of: Column<T, false>): Column<T, true> {
  return { ...of, optional: true };
}

/**
 * A table as an area declares it in its `model.ts`. Whose rows belong to a workspace has a column `workspaceId`; only
 * a few have none, as they are the instance's own.
 */
export interface Table<C extends Columns> {
  name: string;
  columns: C;
}
// biome-ignore lint/suspicious/noExplicitAny: for lists of tables, whatever their columns are
export type AnyTable = Table<any>;

export function table<const C extends Columns>(name: string, columns: C): Table<C> {
  return { name, columns };
}

/** The name of the column in which a row says whose it is. */
export const WORKSPACE = 'workspaceId';

const models = new WeakMap<Database, Map<AnyTable, ModelStatic<Model>>>();

/** The Sequelize model of a table, made once for each database. */
export function modelOf(database: Database, of: AnyTable): ModelStatic<Model> {
  let known = models.get(database);
  if (!known) {
    known = new Map();
    models.set(database, known);
  }
  let model = known.get(of);
  if (!model) {
    const attributes: ModelAttributes = {};
    for (const [name, { type, nullable: may, optional }] of Object.entries(of.columns as Columns))
      attributes[name] = { allowNull: may === true || optional, ...(type() as object) } as ModelAttributes[string];
    model = database.define(of.name, attributes, { tableName: of.name, timestamps: false, underscored: true });
    known.set(of, model);
    if (!Object.values(model.getAttributes()).some(attribute => attribute.primaryKey)) model.removeAttribute('id');
    for (const [name, { names }] of Object.entries(of.columns as Columns))
      if (names)
        model.belongsTo(modelOf(database, names()), {
          foreignKey: { name, field: model.getAttributes()[name]!.field! },
          as: name.replace(/Id$/, ''),
          constraints: false,
        });
  }
  return model;
}
