import { QueryTypes } from 'sequelize';
import type { House } from '../house/house.ts';
import { secret } from '../http/secret.ts';
import { members, workspaces } from './model.ts';
import { passwordHash } from './service.ts';

/**
 * Makes a workspace and its first lead when there is nobody who could sign in, so that a new installation can be used.
 * @returns how to sign in, to be shown once; undefined when there is somebody already
 */
export async function firstLead(
  { database, tables, ports }: House,
  email: string,
): Promise<{ email: string; password: string } | undefined> {
  return database.transaction(async transaction => {
    // Raw: the secret’s row serves as a lock, so that two first starts make one workspace.
    await database.query(`SELECT value FROM instance WHERE name = 'secret' FOR UPDATE`, {
      type: QueryTypes.SELECT,
      transaction,
    });
    if (await tables.everywhere(members).one({}, { transaction })) return undefined;
    const password = secret();
    const createdAt = new Date();
    const workspace = await tables.everywhere(workspaces).add(
      {
        name: 'My workspace',
        zone: 'Europe/London',
        language: 'en-GB',
        country: 'GB',
        currency: 'GBP',
        business: [],
        createdAt,
      },
      { transaction },
    );
    await tables
      .in(workspace)
      .of(members)
      .add(
        { email, name: 'First lead', role: 'lead', passwordHash: await passwordHash(password), createdAt },
        { transaction },
      );
    await ports.sites.make(workspace, { name: 'My site', domains: ['localhost'] }, transaction);
    return { email, password };
  });
}
