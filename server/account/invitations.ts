import type { Invitation, Invited, Role } from '@kineta/contract';
import { isTaken } from '../database/connect.ts';
import type { House } from '../house/house.ts';
import { linkTo } from '../house/link.ts';
import type { SignedIn } from '../house/ports.ts';
import { ProblemError } from '../http/problem.ts';
import { hashed, secret } from '../http/secret.ts';
import { normalEmail } from './email.ts';
import { invitations, members, teamMembers, teams } from './model.ts';
import { passwordHash } from './service.ts';

const GOOD_FOR = 7 * 86_400_000;
/** How many may be asked to join at the same time. */
const MOST = 500;

type Row = Awaited<ReturnType<typeof rowOf>>;
const rowOf = async ({ tables }: House, workspace: string, id: string) => {
  const row = await tables.in(workspace).of(invitations).one({ id });
  if (!row) throw new ProblemError('not_found', 'There is no such invitation any more.');
  return row;
};

export const toInvitation = (row: Omit<Row, 'tokenHash' | 'workspaceId'>): Invitation => ({
  id: row.id,
  email: row.email,
  role: row.role,
  teams: row.teams,
  by: row.invitedBy,
  at: row.createdAt.toISOString(),
  until: row.expiresAt.toISOString(),
});

async function sendOut(house: House, me: SignedIn, row: Row, token: string): Promise<Invited> {
  const { workspace } = await house.ports.directories.of(me.workspace);
  const link = linkTo(house, `/join#${token}`);
  const went = await house.ports.post.write(me.workspace, {
    to: row.email,
    subject: `${me.name} asks you to join ${workspace.name}`,
    says: [
      `${me.name} asks you to answer the chat of ${workspace.name} with them. Choose a password here within seven days:`,
      link,
    ],
  });
  return { invitation: toInvitation(row), link, ...went };
}

/**
 * Asks somebody to join, by a link that is good once and for seven days.
 * @throws {ProblemError} `known_already` for who is a member or was asked, `not_found` for a team that is not there
 */
export async function invite(
  house: House,
  me: SignedIn,
  given: { email: string; role: Role; teams: string[] },
): Promise<Invited> {
  const { tables } = house;
  const email = normalEmail(given.email);
  const refuse = (message: string) =>
    new ProblemError('known_already', message, { fields: [{ path: 'body.email', message }] });
  // An address signs in to one business: whose it is must not be told to another.
  const taken = await tables.everywhere(members).one({ email });
  if (taken && normalEmail(taken.email) === email)
    throw refuse(
      taken.workspaceId === me.workspace ? `${taken.name} is a member already.` : 'This address cannot be invited.',
    );
  const rows = tables.in(me.workspace);
  const now = new Date();
  const before = await rows.of(invitations).one({ email });
  if (before && before.expiresAt > now)
    throw refuse('This address was invited already. Send the invitation again below.');
  if (before) await rows.of(invitations).remove({ id: before.id });
  if ((await rows.of(invitations).count({})) >= MOST)
    throw new ProblemError('slow_down', 'Very many are invited already. Take some invitations back first.');
  const known = new Set((await rows.of(teams).all({}, { only: ['id'] })).map(({ id }) => id));
  if (given.teams.some(team => !known.has(team)))
    throw new ProblemError('not_found', 'One of these teams is not there.');
  const token = secret();
  const row = {
    tokenHash: hashed(token),
    email,
    role: given.role,
    teams: given.teams,
    invitedBy: me.name,
    createdAt: now,
    expiresAt: new Date(now.getTime() + GOOD_FOR),
  };
  const id = await rows
    .of(invitations)
    .add(row)
    .catch(error => {
      // Somebody else invited them in the same moment.
      throw isTaken(error) ? refuse('This address was invited already. Send the invitation again below.') : error;
    });
  return sendOut(house, me, { ...row, id, workspaceId: me.workspace }, token);
}

/** Sends an invitation again. Its link is another, and good for seven days from now. */
export async function inviteAgain(house: House, me: SignedIn, id: string): Promise<Invited> {
  const row = await rowOf(house, me.workspace, id);
  const token = secret();
  const to = { tokenHash: hashed(token), expiresAt: new Date(Date.now() + GOOD_FOR) };
  await house.tables.in(me.workspace).of(invitations).change(to, { id });
  return sendOut(house, me, { ...row, ...to }, token);
}

export async function withdraw({ tables }: House, workspace: string, id: string): Promise<void> {
  await tables.in(workspace).of(invitations).remove({ id });
}

const gone = () =>
  new ProblemError('link_gone', 'This invitation was used already, taken back, or is older than seven days.');

/** The invitation that a link carries. @throws {ProblemError} `link_gone` */
export async function lookAt({ tables }: House, token: string): Promise<Row> {
  const row = await tables.everywhere(invitations).one({ tokenHash: hashed(token) });
  if (!row || row.expiresAt < new Date()) throw gone();
  return row;
}

/** Makes a member of who was asked, once. @throws {ProblemError} `link_gone` */
export async function join(
  house: House,
  { token, name, password }: { token: string; name: string; password: string },
): Promise<{ id: string; workspace: string }> {
  const { database, tables, ports } = house;
  const hash = await passwordHash(password);
  const joined = await database.transaction(async transaction => {
    const asked = await tables.everywhere(invitations).one({ tokenHash: hashed(token) }, { transaction, lock: true });
    if (!asked || asked.expiresAt < new Date()) throw gone();
    const { workspaceId: workspace, email, role } = asked;
    if (await tables.everywhere(members).one({ email }, { transaction })) throw gone();
    const rows = tables.in(workspace);
    const createdAt = new Date();
    const id = await rows
      .of(members)
      .add({ email, name, role, passwordHash: hash, createdAt }, { transaction })
      .catch(error => {
        // Another business, which asked them as well, was quicker.
        throw isTaken(error) ? gone() : error;
      });
    const there = await rows.of(teams).all({ id: asked.teams }, { only: ['id'], transaction });
    for (const { id: teamId } of there) await rows.of(teamMembers).add({ teamId, memberId: id }, { transaction });
    await rows.of(invitations).remove({ id: asked.id }, { transaction });
    return { id, workspace };
  });
  ports.directories.forget(joined.workspace);
  return joined;
}
