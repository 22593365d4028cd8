import type { Account } from '@kineta/contract';
import { opening } from '@kineta/core';
import { hash, verify } from '@node-rs/argon2';
import type { House } from '../house/house.ts';
import type { Ports, SignedIn } from '../house/ports.ts';
import { ProblemError } from '../http/problem.ts';
import { deviceOf, knownDevice } from './device.ts';
import { normalEmail } from './email.ts';
import { members } from './model.ts';
import { SecondFactor } from './second-factor.ts';
import { beginSession, sessionOf } from './session.ts';
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
  { tables, options }: Pick<House, 'tables' | 'options'>,
  { email, password, code }: { email: string; password: string; code?: string | undefined },
  from: { address: string; cookies: string | undefined; browser: string | undefined },
): Promise<Entered> {
  const { secret } = options;
  const slowdown = new Slowdown(tables);
  const normal = normalEmail(email);
  const found = await tables.everywhere(members).one({ email: normal });
  // The database is more generous than we are about what is the same address.
  const member = found && normalEmail(found.email) === normal ? found : undefined;
  const device = member && deviceOf(secret, member.id, from.cookies);
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
  if (member.restingSince)
    throw new ProblemError('not_allowed', 'Your account is put to rest. A lead of your business can bring it back.');
  const whose = { id: member.id, workspace: member.workspaceId, email: member.email };
  if (member.factorSince) {
    if (code === undefined) throw new ProblemError('second_factor_asked', 'Please type the code of your app as well.');
    // A wrong code counts as a wrong password does.
    if (!(await new SecondFactor({ tables, options }).takes(whose, code)))
      throw new ProblemError('wrong_sign_in', 'The code is not right, or was used already.', {
        fields: [{ path: 'body.code', message: 'The code is not right, or was used already.' }],
      });
  }
  await slowdown.succeeded(mine, others);
  return enter({ tables, options }, whose, from);
}

/** A session that has begun: its token, and the mark by which the browser is known from now on. */
export interface Entered {
  token: string;
  device: string;
  me: SignedIn;
}

/** Lets a member in, who has shown that they are one. */
export async function enter(
  { tables, options }: Pick<House, 'tables' | 'options'>,
  { id, workspace }: { id: string; workspace: string },
  from: { address: string; browser: string | undefined },
): Promise<Entered> {
  const { token } = await beginSession(tables, { id, workspace }, from);
  const me = await sessionOf(tables, token);
  if (!me) throw new ProblemError('not_signed_in', 'That did not work. Please sign in.');
  return { token, device: knownDevice(options.secret, id), me };
}

/** Asks for the password once more, before what only its owner may do. @throws {ProblemError} `invalid_request` at the field */
export async function confirmPassword(
  { tables }: Pick<House, 'tables'>,
  me: SignedIn,
  password: string,
  path: string,
): Promise<void> {
  const member = await tables.in(me.workspace).of(members).one({ id: me.id });
  if (member && (await verify(member.passwordHash, password))) return;
  const message = 'That is not your password.';
  throw new ProblemError('invalid_request', message, { fields: [{ path, message }] });
}

/** What anybody who is not at rest knows best, each once. */
export const knownIn = (people: Iterable<{ skills: readonly string[]; resting: boolean }>): string[] =>
  [...new Set([...people].flatMap(({ skills, resting }) => (resting ? [] : skills)))].toSorted();

/** The account of who is signed in, with the workspace around them. */
export async function accountOf(ports: Ports, me: SignedIn): Promise<Account> {
  const [{ workspace, members: people, teams, published }, sites] = await Promise.all([
    ports.directories.of(me.workspace),
    ports.sites.all(me.workspace),
  ]);
  const now = Date.now();
  return {
    member: {
      id: me.id,
      name: me.name,
      email: me.email,
      role: me.role,
      picture: people.get(me.id)?.picture ?? null,
      languages: me.languages,
      skills: me.skills,
      secondFactor: me.secondFactor,
      owesSecondFactor: me.owesSecondFactor,
    },
    workspace,
    business: workspace.business,
    helpsWording: workspace.wordingService !== null,
    answersOutside: {
      composed: workspace.answeringModel !== null,
      service: workspace.answeringService !== null,
    },
    wishes: workspace.wishes,
    sure: workspace.sure,
    published: [...published],
    members: [...people.values()].filter(({ resting }) => !resting),
    skills: knownIn(people.values()),
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
