import type { Account } from '@kineta/contract';
import { opening } from '@kineta/core';
import { hash, verify } from '@node-rs/argon2';
import { QueryTypes } from 'sequelize';
import type { Database } from '../database/connect.ts';
import { ProblemError } from '../http/problem.ts';
import type { Directories } from './model.ts';
import { beginSession, type SignedIn, secret } from './session.ts';
import { Slowdown } from './slowdown.ts';

/** Argon2id with OWASP's parameters: 19 MiB, two passes. */
export function passwordHash(password: string): Promise<string> {
  return hash(password, { memoryCost: 19_456, timeCost: 2, parallelism: 1 });
}

let decoy: Promise<string> | undefined;

/**
 * Signs somebody in.
 * @param address where the request comes from, for the slow-down
 * @throws {ProblemError} `wrong_sign_in` whether the email or the password is wrong, `slow_down` after failures
 */
export async function signIn(
  database: Database,
  { email, password }: { email: string; password: string },
  address: string,
): Promise<{ token: string; me: SignedIn }> {
  const slowdown = new Slowdown(database);
  const subjects = [`email:${email.toLowerCase()}`, `address:${address}`];
  const wait = await slowdown.wait(subjects);
  if (wait > 0) {
    const seconds = Math.ceil(wait);
    throw new ProblemError(
      'slow_down',
      `Too many wrong passwords. Please try again in ${seconds < 60 ? `${seconds} seconds` : `${Math.ceil(seconds / 60)} minutes`}.`,
      { retryAfter: seconds },
    );
  }
  const [member] = await database.query<Omit<SignedIn, 'csrf'> & { password_hash: string }>(
    'SELECT id, workspace_id AS workspace, name, email, role, password_hash FROM members WHERE email = :email',
    { replacements: { email }, type: QueryTypes.SELECT },
  );
  // An unknown email takes as long as a known one, so that the time tells nothing.
  decoy ??= passwordHash('nobody has this password');
  const right = await verify(member?.password_hash ?? (await decoy), password);
  if (!member || !right) {
    await slowdown.failed(subjects);
    throw new ProblemError('wrong_sign_in', 'The email or the password is not right.');
  }
  await slowdown.succeeded(subjects[0] as string);
  const { token, csrf } = await beginSession(database, member);
  const { password_hash: _, ...known } = member;
  return { token, me: { ...known, csrf } };
}

/** The account of who is signed in, with the workspace around them. */
export async function accountOf(database: Database, directories: Directories, me: SignedIn): Promise<Account> {
  const [{ workspace, members, teams, published }, sites] = await Promise.all([
    directories.of(me.workspace),
    database.query<Account['sites'][number]>(
      'SELECT id, name, site_key AS `key`, flow_id AS flow FROM sites WHERE workspace_id = :workspace ORDER BY id',
      { replacements: { workspace: me.workspace }, type: QueryTypes.SELECT },
    ),
  ]);
  const now = Date.now();
  return {
    member: { id: me.id, name: me.name, email: me.email, role: me.role },
    workspace,
    business: workspace.business,
    published: [...published],
    members: [...members.values()],
    teams: [...teams.values()].map(team => {
      const state = team.hours ? opening(team.hours, now) : ({ open: true, until: null } as const);
      const changes = state.open ? state.until : state.from;
      return {
        id: team.id,
        name: team.name,
        members: team.members,
        hours: team.hours,
        open: state.open,
        changes: changes === null ? null : new Date(changes).toISOString(),
      };
    }),
    sites,
    csrf: me.csrf,
  };
}

/**
 * Makes a workspace and its first lead when there is nobody who could sign in, so that a new installation can be used.
 * @returns how to sign in, to be shown once; undefined when there is somebody already
 */
export async function firstLead(
  database: Database,
  email: string,
): Promise<{ email: string; password: string } | undefined> {
  return database.transaction(async transaction => {
    // The secret’s row serves as a lock, so that two first starts make one workspace.
    await database.query(`SELECT value FROM instance WHERE name = 'secret' FOR UPDATE`, {
      type: QueryTypes.SELECT,
      transaction,
    });
    const somebody = await database.query('SELECT id FROM members LIMIT 1', { type: QueryTypes.SELECT, transaction });
    if (somebody.length > 0) return undefined;
    const password = secret();
    const password_hash = await passwordHash(password);
    const [workspace] = await database.query(
      `INSERT INTO workspaces (name, zone, language, country, currency, business, created_at)
       VALUES ('My workspace', 'Europe/London', 'en-GB', 'GB', 'GBP', '[]', UTC_TIMESTAMP(3))`,
      { type: QueryTypes.INSERT, transaction },
    );
    await database.query(
      `INSERT INTO members (workspace_id, email, name, role, password_hash, created_at)
       VALUES (:workspace, :email, 'First lead', 'lead', :password_hash, UTC_TIMESTAMP(3))`,
      { replacements: { workspace, email, password_hash }, transaction },
    );
    await database.query(
      `INSERT INTO sites (workspace_id, name, site_key, domains) VALUES (:workspace, 'My site', :key, '["localhost"]')`,
      { replacements: { workspace, key: secret().slice(0, 16) }, transaction },
    );
    return { email, password };
  });
}
