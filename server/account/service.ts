import type { Account } from '@kineta/contract';
import { opening } from '@kineta/core';
import { hash, verify } from '@node-rs/argon2';
import type { Tables } from '../database/rows.ts';
import type { Ports, SignedIn } from '../house/ports.ts';
import { ProblemError } from '../http/problem.ts';
import { deviceOf, knownDevice } from './device.ts';
import { normalEmail } from './email.ts';
import { members } from './model.ts';
import { beginSession } from './session.ts';
import { Slowdown } from './slowdown.ts';

/** Argon2id with OWASP's parameters: 19 MiB, two passes. */
export function passwordHash(password: string): Promise<string> {
  return hash(password, { memoryCost: 19_456, timeCost: 2, parallelism: 1 });
}

let decoy: Promise<string> | undefined;

/** How many wrong passwords for a member, and from an address where many may sit, are free of waiting. */
const FREE = 5;
const FREE_OF_ADDRESS = 20;

/**
 * Signs somebody in.
 * @param from where the request comes from: its address, its cookies, and what devices are marked with
 * @returns the session, and the mark by which this browser is known from now on
 * @throws {ProblemError} `wrong_sign_in` whether the email or the password is wrong, `slow_down` after failures
 */
export async function signIn(
  tables: Tables,
  { email, password }: { email: string; password: string },
  from: { address: string; cookies: string | undefined; secret: string },
): Promise<{ token: string; device: string; me: SignedIn }> {
  const slowdown = new Slowdown(tables);
  const normal = normalEmail(email);
  const found = await tables.everywhere(members).one({ email: normal });
  // The database is more generous than we are about what is the same address.
  const member = found && normalEmail(found.email) === normal ? found : undefined;
  const device = member && deviceOf(from.secret, member.id, from.cookies);
  const whom = member ? `member:${member.id}` : `email:${normal}`;
  const mine = { name: device === undefined ? whom : `device:${device}`, free: FREE };
  const others = device === undefined ? [{ name: `address:${from.address}`, free: FREE_OF_ADDRESS }] : [];
  const wait = await slowdown.attempt([mine, ...others]);
  if (wait > 0) {
    const seconds = Math.ceil(wait);
    throw new ProblemError(
      'slow_down',
      `Too many wrong passwords. Please try again in ${seconds < 60 ? `${seconds} seconds` : `${Math.ceil(seconds / 60)} minutes`}.`,
      { retryAfter: seconds },
    );
  }
  // An unknown email takes as long as a known one, so that the time tells nothing.
  decoy ??= passwordHash('nobody has this password');
  const right = await verify(member?.passwordHash ?? (await decoy), password);
  if (!member || !right) throw new ProblemError('wrong_sign_in', 'The email or the password is not right.');
  await slowdown.succeeded(mine, others);
  const { id, workspaceId: workspace, name, role } = member;
  const { token, csrf } = await beginSession(tables, { id, workspace });
  const me = { id, workspace, name, email: member.email, role, csrf };
  return { token, device: knownDevice(from.secret, id), me };
}

/** The account of who is signed in, with the workspace around them. */
export async function accountOf(ports: Ports, me: SignedIn): Promise<Account> {
  const [{ workspace, members: people, teams, published }, sites] = await Promise.all([
    ports.directories.of(me.workspace),
    ports.sites.all(me.workspace),
  ]);
  const now = Date.now();
  return {
    member: { id: me.id, name: me.name, email: me.email, role: me.role },
    workspace,
    business: workspace.business,
    published: [...published],
    members: [...people.values()],
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
