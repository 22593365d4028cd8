import { randomBytes } from 'node:crypto';
import { QueryTypes } from 'sequelize';
import { connect, type Database } from '../database/connect.ts';
import { migrate } from '../database/migrate.ts';

/** A database with all tables as they are today, which nobody uses, and how each is made. */
interface Template {
  name: string;
  tables: ReadonlyArray<{ name: string; made: string; hasRows: boolean }>;
}

/** Each process makes one: kept where modules that are loaded anew for another test file find it. */
const shelf = globalThis as { kinetaTemplate?: Promise<Template> };

async function tablesOf(database: Database): Promise<string[]> {
  const rows = await database.query<Record<string, string>>('SHOW TABLES', { type: QueryTypes.SELECT });
  return rows.map(row => Object.values(row)[0]!);
}

async function madeBeside(url: string): Promise<Template> {
  const name = `kineta_template_${randomBytes(6).toString('hex')}`;
  const place = connect(url, 1);
  await place.query(`CREATE DATABASE ${name}`);
  await place.close();
  const database = connect(url.replace(/\/[^/]*$/, `/${name}`), 2);
  await migrate(database);
  const tables: Array<Template['tables'][number]> = [];
  for (const table of await tablesOf(database)) {
    const [shown] = await database.query<{ 'Create Table': string }>(`SHOW CREATE TABLE \`${table}\``, {
      type: QueryTypes.SELECT,
    });
    const rows = await database.query(`SELECT 1 FROM \`${table}\` LIMIT 1`, { type: QueryTypes.SELECT });
    tables.push({ name: table, made: shown!['Create Table'], hasRows: rows.length > 0 });
  }
  await database.close();
  return { name, tables };
}

/**
 * Gives an empty database the tables of today, in a quarter of the time that all changes there ever were take. One that has
 * tables already is left as it is.
 */
export function fill(url: string): Promise<void> {
  const begun = filling.get(url) ?? filled(url).finally(() => filling.delete(url));
  filling.set(url, begun);
  return begun;
}

/** Two processes of a test may come to the same at once. */
const filling = new Map<string, Promise<void>>();

async function filled(url: string): Promise<void> {
  const database = connect(url, 1);
  try {
    if ((await tablesOf(database)).length > 0) return;
    shelf.kinetaTemplate ??= madeBeside(url);
    const { name, tables } = await shelf.kinetaTemplate;
    await database.query('SET foreign_key_checks = 0');
    for (const { made } of tables) await database.query(made);
    for (const table of tables)
      if (table.hasRows) await database.query(`INSERT INTO \`${table.name}\` SELECT * FROM ${name}.\`${table.name}\``);
  } finally {
    await database.close();
  }
}
