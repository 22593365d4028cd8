import type { firstRunRoutes } from '@kineta/contract';
import { QueryTypes } from 'sequelize';
import type { z } from 'zod';
import type { Transaction } from '../database/connect.ts';
import type { House } from '../house/house.ts';
import { ProblemError } from '../http/problem.ts';
import { hashed, secret } from '../http/secret.ts';
import { normalEmail } from './email.ts';
import { members, tags, teams, workspaces } from './model.ts';
import { passwordHash } from './service.ts';
import { firstTags } from './tags.ts';

type Begun = z.output<typeof firstRunRoutes.begin.body>;

const LINK = 'first run';

/** The teams that a business begins with, by what its chat is for and how many answer. */
export function firstTeams({ purpose, answering }: Pick<Begun, 'purpose' | 'answering'>): string[] {
  if (answering === 0) return [];
  const both = ['Sales', 'Support'];
  // Of two people no team is made in which one of them is alone.
  if (purpose === 'both') return answering < 3 ? ['Team'] : both;
  return [both[purpose === 'to sell' ? 0 : 1]!];
}

/** The row of the instance’s secret serves as a lock, so that two first starts make one workspace. Raw: for its lock. */
async function alone({ database }: House, transaction: Transaction): Promise<void> {
  await database.query(`SELECT value FROM instance WHERE name = 'secret' FOR UPDATE`, {
    type: QueryTypes.SELECT,
    transaction,
  });
}

/**
 * A link’s token for whoever sets the instance up, when there is nobody yet who could sign in. The one before is good no
 * more; undefined when there is somebody.
 */
export async function firstLink(house: House): Promise<string | undefined> {
  const { database, tables } = house;
  return database.transaction(async transaction => {
    await alone(house, transaction);
    if (await tables.everywhere(members).one({}, { transaction })) return undefined;
    const token = secret();
    // Raw: in the place of the one that may be there.
    await database.query(
      'INSERT INTO instance (name, value) VALUES (:name, :value) ON DUPLICATE KEY UPDATE value = :value',
      { replacements: { name: LINK, value: hashed(token) }, transaction },
    );
    return token;
  });
}

async function keptOf({ database }: House, transaction?: Transaction): Promise<string | undefined> {
  // Raw: the instance’s own rows belong to no workspace and to another area’s model.
  const [row] = await database.query<{ value: string }>('SELECT value FROM instance WHERE name = :name', {
    replacements: { name: LINK },
    type: QueryTypes.SELECT,
    ...(transaction ? { transaction } : {}),
  });
  return row?.value;
}

const gone = () =>
  new ProblemError(
    'link_gone',
    'This link was used already, or another was made since. Start Kineta again for a new one, or sign in.',
  );

/** @throws {ProblemError} `link_gone` */
export async function lookAtFirst(house: House, token: string): Promise<void> {
  if ((await keptOf(house)) !== hashed(token)) throw gone();
}

/**
 * Makes the business with its first lead and the teams that follow from what was said of it.
 * @returns who may sign in now
 * @throws {ProblemError} `link_gone`
 */
export async function beginBusiness(house: House, begun: Begun): Promise<{ id: string; workspace: string }> {
  const { database, tables, ports } = house;
  const { business, lead, purpose, answering, monthly } = begun;
  const hash = await passwordHash(lead.password);
  const made = await database.transaction(async transaction => {
    await alone(house, transaction);
    if ((await keptOf(house, transaction)) !== hashed(begun.token)) throw gone();
    if (await tables.everywhere(members).one({}, { transaction })) throw gone();
    await database.query('DELETE FROM instance WHERE name = :name', { replacements: { name: LINK }, transaction });
    const createdAt = new Date();
    const beginning = { purpose, answering, monthly };
    const workspace = await tables
      .everywhere(workspaces)
      .add({ ...business, business: [], beginning, createdAt }, { transaction });
    const rows = tables.in(workspace);
    const { name } = lead;
    const email = normalEmail(lead.email);
    const id = await rows
      .of(members)
      .add(
        { email, name, role: 'lead', passwordHash: hash, languages: [business.language], createdAt },
        { transaction },
      );
    await rows.of(tags).addAll(firstTags, { transaction });
    for (const area of house.areas) await area.begins?.(workspace, house, transaction);
    for (const team of firstTeams(begun)) await rows.of(teams).add({ name: team, hours: null }, { transaction });
    return { id, workspace };
  });
  ports.directories.forget(made.workspace);
  return made;
}
