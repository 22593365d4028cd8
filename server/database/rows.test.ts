import { literal, Op, QueryTypes } from 'sequelize';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { members, teams } from '../account/model.ts';
import { areas } from '../areas.ts';
import { outbox } from '../clockwork/model.ts';
import { processes } from '../live/model.ts';
import { events, listeners } from '../stream/model.ts';
import { emptyDatabase, makeWorkspace } from '../tests/kineta.ts';
import { connect, type Database } from './connect.ts';
import { migrate } from './migrate.ts';
import { OutOfReach, Tables } from './rows.ts';
import { type AnyTable, modelOf, WORKSPACE } from './table.ts';

/** Every table that the code knows: the areas’, and those of what areas stand on. */
const tables: AnyTable[] = [...areas.flatMap(area => area.tables ?? []), outbox, events, listeners, processes];
const owned = tables.filter(({ columns }) => WORKSPACE in columns);
const named = (list: AnyTable[]): Array<[string, AnyTable]> => list.map(table => [table.name, table]);

let database: Database;
let all: Tables;
let mine: string;
let theirs: string;

/** A row of a table for a workspace, with something in every column. Foreign keys are not asked for. */
async function plant(table: AnyTable, workspace: string): Promise<void> {
  const [columns] = [
    await database.query<{ name: string; type: string; extra: string }>(
      `SELECT column_name AS name, data_type AS type, extra FROM information_schema.columns
       WHERE table_schema = DATABASE() AND table_name = :table`,
      { replacements: { table: table.name }, type: QueryTypes.SELECT },
    ),
  ];
  const values: Record<string, unknown> = {};
  let turn = Number(workspace) * 100;
  for (const { name, type, extra } of columns) {
    if (/auto_increment|generated/i.test(extra)) continue;
    turn++;
    if (name === 'workspace_id') values[name] = workspace;
    else if (type === 'tinyint') values[name] = 1;
    else if (/int$|double/.test(type)) values[name] = turn;
    else if (type === 'datetime') values[name] = new Date(1_764_000_000_000);
    else if (type === 'date') values[name] = '2026-11-24';
    else if (type === 'enum') values[name] = null;
    else if (/blob|binary/.test(type)) values[name] = Buffer.from('x');
    else values[name] = type === 'longtext' ? '{}' : `x${turn}`;
  }
  for (const [column, attribute] of Object.entries(modelOf(database, table).getAttributes())) {
    const { values: allowed } = attribute.type as unknown as { values?: string[] };
    if (allowed) values[attribute.field ?? column] = allowed[0];
  }
  const keys = Object.keys(values);
  await database.transaction(async transaction => {
    await database.query('SET SESSION foreign_key_checks = 0, check_constraint_checks = 0', { transaction });
    await database.query(
      `INSERT INTO ${table.name} (${keys.join(', ')}) VALUES (${keys.map(key => `:${key}`).join(', ')})`,
      { replacements: values, transaction },
    );
    await database.query('SET SESSION foreign_key_checks = 1, check_constraint_checks = 1', { transaction });
  });
}

const countOf = async (table: AnyTable, workspace: string): Promise<number> => {
  const [row] = await database.query<{ count: string | number }>(
    `SELECT COUNT(*) AS count FROM ${table.name} WHERE workspace_id = :workspace`,
    { replacements: { workspace }, type: QueryTypes.SELECT },
  );
  return Number(row!.count);
};

beforeAll(async () => {
  database = connect(await emptyDatabase(), 4);
  await migrate(database);
  all = new Tables(database);
  mine = (await makeWorkspace(database, 'mine')).id;
  theirs = (await makeWorkspace(database, 'theirs')).id;
  for (const table of owned)
    for (const workspace of [mine, theirs]) if ((await countOf(table, workspace)) === 0) await plant(table, workspace);
});
afterAll(() => database.close());

test('every table of the database has a model, and every model a table with its columns', async () => {
  const there = await database.query<{ table: string; columns: string }>(
    `SELECT table_name AS \`table\`, GROUP_CONCAT(column_name ORDER BY column_name) AS columns
     FROM information_schema.columns WHERE table_schema = DATABASE() AND extra NOT LIKE '%GENERATED%' GROUP BY table_name`,
    { type: QueryTypes.SELECT },
  );
  const models = Object.fromEntries(
    tables.map(table => [
      table.name,
      Object.values(modelOf(database, table).getAttributes())
        .map(({ field }) => field!)
        .sort()
        .join(','),
    ]),
  );
  const found = Object.fromEntries(there.map(({ table, columns }) => [table, columns.split(',').sort().join(',')]));
  // What migrations write down of themselves is nobody’s else.
  for (const own of ['sequelize_meta', 'migration_steps']) delete found[own];
  expect(models).toEqual(found);
});

test('only what belongs to no workspace is without one', () => {
  expect(
    tables
      .filter(table => !owned.includes(table))
      .map(({ name }) => name)
      .sort(),
  ).toEqual(['file_parts', 'instance', 'listeners', 'processes', 'push_keys', 'sign_in_failures', 'workspaces']);
});

describe.each(named(owned))('%s, through the handle of a workspace', (_, table) => {
  const rows = () => all.in(mine).of(table);
  const key = Object.keys(table.columns).find(name => name !== WORKSPACE)!;

  test('shows its own rows alone, whatever is asked', async () => {
    const column = modelOf(database, table).getAttributes()[key]!.field!;
    const [other] = await database.query<Record<string, string>>(
      `SELECT ${column} AS value FROM ${table.name} WHERE workspace_id = :theirs`,
      { replacements: { theirs }, type: QueryTypes.SELECT },
    );
    const value = other!.value as never;
    const asks: object[] = [
      {},
      { [key]: value },
      { [key]: [value] },
      { [key]: { not: 'nothing' } },
      { [WORKSPACE]: theirs },
      { [WORKSPACE]: [mine, theirs] },
      { [WORKSPACE]: { not: mine } },
    ];
    for (const where of asks) {
      const read = await rows().all(where, { only: [WORKSPACE] });
      expect(read.filter(row => (row as Record<string, unknown>)[WORKSPACE] !== mine)).toEqual([]);
      expect(await rows().count(where)).toBe(read.length);
    }
    expect(await rows().one({ [WORKSPACE]: theirs })).toBeUndefined();
  });

  test('is asked for nothing in Sequelize’s own ways', async () => {
    const ways: object[] = [
      { [Op.or]: [{ [WORKSPACE]: theirs }, {}] },
      { [key]: { [Op.ne]: null } },
      { [key]: literal('1=1) OR (1=1') },
      { [`$${key}$`]: 1 },
      { [key]: { not: literal('1') } },
      { [key]: [literal('1')] },
      { [key]: { before: 1, after: 0 } },
      { [`${key}.a`]: 1 },
      { nowhere: 1 },
    ];
    for (const where of ways) {
      await expect(rows().all(where)).rejects.toThrow(OutOfReach);
      await expect(rows().one(where)).rejects.toThrow(OutOfReach);
      expect(() => rows().count(where)).toThrow(OutOfReach);
      expect(() => rows().remove(where)).toThrow(OutOfReach);
      await expect(rows().change({}, where)).rejects.toThrow(OutOfReach);
    }
    await expect(rows().all({}, { by: literal('1') as never })).rejects.toThrow(OutOfReach);
    await expect(rows().all({}, { only: ['(SELECT 1)'] as never })).rejects.toThrow(OutOfReach);
  });

  test('takes, moves and gives away no row of another', async () => {
    const before = await countOf(table, theirs);
    await expect(rows().add({ [WORKSPACE]: theirs } as never)).rejects.toThrow(OutOfReach);
    await expect(rows().addAll([{ [WORKSPACE]: mine, [Symbol('x')]: 1 }] as never)).rejects.toThrow(OutOfReach);
    await expect(rows().change({ [WORKSPACE]: theirs } as never, {})).rejects.toThrow(OutOfReach);
    await expect(rows().change({ nowhere: 1 } as never, {})).rejects.toThrow(OutOfReach);
    expect(await rows().change({}, { [WORKSPACE]: theirs } as object)).toBe(0);
    expect(await rows().remove({ [WORKSPACE]: theirs } as object)).toBe(0);
    expect(await countOf(table, theirs)).toBe(before);
  });

  test('hands out rows, not models that could reach further', async () => {
    for (const row of await rows().all({}, { only: [WORKSPACE] }))
      expect(Object.getPrototypeOf(row)).toBe(Object.prototype);
  });
});

test.each(named(tables.filter(table => !owned.includes(table))))('%s has no handle of a workspace', (_, table) => {
  expect(() => all.in(mine).of(table)).toThrow(OutOfReach);
});

describe('rows', () => {
  test('added together have identities in their order, though those come as text', async () => {
    const ids = await all
      .in(mine)
      .of(teams)
      .addAll(['One', 'Two', 'Three'].map(name => ({ name })));
    expect(ids.map(id => BigInt(id) - BigInt(ids[0]!))).toEqual([0n, 1n, 2n]);
    const read = await all.in(mine).of(teams).all({ id: ids }, { by: 'id' });
    expect(read.map(({ id, name }) => [id, name])).toEqual([
      [ids[0], 'One'],
      [ids[1], 'Two'],
      [ids[2], 'Three'],
    ]);
  });

  test('whose JSON is not as its schema says, say so when they are read', async () => {
    await database.query(`UPDATE teams SET hours = '{"zone": 7}' WHERE workspace_id = :theirs`, {
      replacements: { theirs },
    });
    await expect(all.in(theirs).of(teams).all({})).rejects.toThrow(/zone/);
  });

  test('are changed and removed where all that is asked is so', async () => {
    const rows = all.in(mine).of(members);
    const [member] = await rows.all({ role: 'agent' });
    expect(await rows.change({ name: 'Another' }, { id: member!.id, role: 'lead' })).toBe(0);
    expect(await rows.change({ name: 'Another' }, { id: member!.id, role: 'agent' })).toBe(1);
    expect(await rows.one({ name: 'Another' })).toMatchObject({ id: member!.id });
  });
});
