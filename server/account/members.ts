import type { MemberDetail, Members, Role } from '@kineta/contract';
import { STUDIO_NAMESPACE } from '@kineta/contract';
import { QueryTypes } from 'sequelize';
import type { Transaction } from '../database/connect.ts';
import type { Row } from '../database/table.ts';
import type { House } from '../house/house.ts';
import { ProblemError } from '../http/problem.ts';
import { rooms } from '../live/rooms.ts';
import { writeEvents } from '../stream/stream.ts';
import { toInvitation } from './invitations.ts';
import { invitations, members, passwordLinks, signIns, teamMembers, teams, workspaces } from './model.ts';

/** The event that tells that a member was removed, or was put to rest; it says who that was. */
export const MEMBER_REMOVED = 'member removed';
export const MEMBER_RESTS = 'member rests';

type Member = Row<(typeof members)['columns']>;

const detail = (member: Member, inTeams: string[]): MemberDetail => ({
  picture: member.picture,
  id: member.id,
  name: member.name,
  role: member.role,
  email: member.email,
  languages: member.languages,
  skills: member.skills,
  teams: inTeams,
  secondFactor: member.factorSince !== null,
  resting: member.restingSince !== null,
  seen: member.seenAt?.toISOString() ?? null,
});

/** All members of a workspace, and who was asked to join. */
export async function membersOf({ tables }: House, workspace: string): Promise<Members> {
  const rows = tables.in(workspace);
  const [all, memberships, asked, own] = await Promise.all([
    rows.of(members).all({}, { by: 'name' }),
    rows.of(teamMembers).all({}),
    rows.of(invitations).all({}, { by: 'createdAt' }),
    tables.everywhere(workspaces).one({ id: workspace }, {}),
  ]);
  const now = new Date();
  const teamsOf = (id: string) => memberships.filter(({ memberId }) => memberId === id).map(({ teamId }) => teamId);
  return {
    members: all.map(member => detail(member, teamsOf(member.id))),
    invitations: asked.filter(({ expiresAt }) => expiresAt > now).map(toInvitation),
    asksSecondFactor: own?.asksSecondFactor ?? false,
  };
}

async function memberOf({ tables }: House, workspace: string, id: string): Promise<MemberDetail> {
  const rows = tables.in(workspace);
  const [member, memberships] = await Promise.all([
    rows.of(members).one({ id }),
    rows.of(teamMembers).all({ memberId: id }),
  ]);
  if (!member) throw new ProblemError('not_found', 'There is no such member.');
  return detail(
    member,
    memberships.map(({ teamId }) => teamId),
  );
}

/** Ends what a member has open, in every process; who has it open signs in again or hears why they cannot. */
function shutOut({ io }: Pick<House, 'io'>, id: string): void {
  io.of(STUDIO_NAMESPACE).in(rooms.member(id)).disconnectSockets(true);
}

/**
 * Locks the workspace and gives the member: of two leads who step down at the same moment, the second finds that they are the
 * last. @throws {ProblemError} `not_found`, `last_lead` when nobody would lead without this one
 */
async function stepsBack(
  { tables, database }: House,
  workspace: string,
  id: string,
  transaction: Transaction,
): Promise<Member> {
  // Raw: for its lock.
  await database.query('SELECT id FROM workspaces WHERE id = :workspace FOR UPDATE', {
    replacements: { workspace },
    type: QueryTypes.SELECT,
    transaction,
  });
  const rows = tables.in(workspace).of(members);
  const member = await rows.one({ id }, { transaction, lock: true });
  if (!member) throw new ProblemError('not_found', 'There is no such member.');
  if (member.role === 'lead' && member.restingSince === null) {
    const leads = await rows.all({ role: 'lead' }, { transaction, only: ['id', 'restingSince'] });
    if (leads.filter(({ restingSince }) => restingSince === null).length < 2)
      throw new ProblemError(
        'last_lead',
        `${member.name} is the only lead. Make somebody else a lead first, or nobody could settle anything any more.`,
      );
  }
  return member;
}

/** Changes what a member is, and which teams they are in. Who becomes another kind of member begins their page anew. */
export async function changeMember(
  house: House,
  workspace: string,
  id: string,
  to: { role?: Role | undefined; teams?: string[] | undefined },
): Promise<MemberDetail> {
  const { database, tables, ports } = house;
  const rows = tables.in(workspace);
  await database.transaction(async transaction => {
    const member = await rows.of(members).one({ id }, { transaction });
    if (!member) throw new ProblemError('not_found', 'There is no such member.');
    if (to.role !== undefined && to.role !== member.role) {
      if (to.role === 'agent') await stepsBack(house, workspace, id, transaction);
      await rows.of(members).change({ role: to.role }, { id }, { transaction });
    }
    if (to.teams) {
      const there = await rows.of(teams).all({ id: to.teams }, { only: ['id'], transaction });
      await rows.of(teamMembers).remove({ memberId: id }, { transaction });
      for (const { id: teamId } of there) await rows.of(teamMembers).add({ teamId, memberId: id }, { transaction });
    }
  });
  ports.directories.forget(workspace);
  if (to.role !== undefined) shutOut(house, id);
  return memberOf(house, workspace, id);
}

async function tell(
  kind: string,
  workspaceId: string,
  { id, name }: Pick<Member, 'id' | 'name'>,
  transaction: Transaction,
): Promise<void> {
  const nowhere = { conversationId: null, flowId: null, editionId: null, number: null };
  await writeEvents([{ ...nowhere, workspaceId, kind, at: new Date(), said: { member: { id, name } } }], transaction);
}

/**
 * Puts a member to rest: their sessions end at once, and what they have in hand waits for somebody else. All that they did
 * stays theirs.
 * @throws {ProblemError} `last_lead`
 */
export async function rest(house: House, workspace: string, id: string): Promise<MemberDetail> {
  const { database, tables, ports } = house;
  await database.transaction(async transaction => {
    const member = await stepsBack(house, workspace, id, transaction);
    const rows = tables.in(workspace);
    if (member.restingSince === null)
      await rows.of(members).change({ restingSince: new Date() }, { id }, { transaction });
    await rows.of(signIns).remove({ memberId: id }, { transaction });
    await rows.of(passwordLinks).remove({ memberId: id }, { transaction });
    await tell(MEMBER_RESTS, workspace, member, transaction);
  });
  ports.directories.forget(workspace);
  shutOut(house, id);
  return memberOf(house, workspace, id);
}

export async function bringBack(house: House, workspace: string, id: string): Promise<MemberDetail> {
  await house.tables.in(workspace).of(members).change({ restingSince: null }, { id });
  house.ports.directories.forget(workspace);
  return memberOf(house, workspace, id);
}

/** Takes the second factor of a member away who has lost it, codes and all. */
export async function dropFactor(
  house: House,
  factor: { drop(workspace: string, id: string): Promise<void> },
  workspace: string,
  id: string,
): Promise<MemberDetail> {
  await factor.drop(workspace, id);
  return memberOf(house, workspace, id);
}

/**
 * Removes a member: their sessions and memberships of teams end at once, and whoever keeps something of theirs hears of
 * it by the stream.
 * @returns whether there was such a member
 */
export async function removeMember(house: House, workspace: string, id: string): Promise<boolean> {
  const { database, tables, ports } = house;
  const removed = await database.transaction(async transaction => {
    const rows = tables.in(workspace).of(members);
    const member = await rows.one({ id }, { transaction, lock: true });
    if (!member) return false;
    await rows.remove({ id }, { transaction });
    await tell(MEMBER_REMOVED, workspace, member, transaction);
    return true;
  });
  ports.directories.forget(workspace);
  shutOut(house, id);
  return removed;
}
