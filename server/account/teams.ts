import type { ProposedHoliday, TeamDetail } from '@kineta/contract';
import type { OpeningHours } from '@kineta/core';
import { DateTime } from 'luxon';
import type { House } from '../house/house.ts';
import { ProblemError } from '../http/problem.ts';
import { proposedHolidays, regionsOf } from './holidays.ts';
import { members, teamMembers, teams } from './model.ts';

const MOST = 100;

/** The teams as they are set up. */
export async function teamsOf({ tables, ports }: House, workspace: string): Promise<TeamDetail[]> {
  const rows = tables.in(workspace);
  const [all, memberships, handing] = await Promise.all([
    rows.of(teams).all({}, { by: 'id' }),
    rows.of(teamMembers).all({}),
    ports.flows.handingOver(workspace),
  ]);
  return all.map(({ id, name, hours, acceptsWithin }) => ({
    id,
    name,
    hours,
    acceptsWithin,
    members: memberships.filter(({ teamId }) => teamId === id).map(({ memberId }) => memberId),
    takes: handing.filter(flow => flow.teams.includes(name)).map(flow => ({ id: flow.id, name: flow.name })),
  }));
}

async function teamOf(house: House, workspace: string, id: string): Promise<TeamDetail> {
  const found = (await teamsOf(house, workspace)).find(team => team.id === id);
  if (!found) throw new ProblemError('not_found', 'There is no such team any more.');
  return found;
}

/** @throws {ProblemError} `known_already` at the name */
export async function makeTeam(house: House, workspace: string, name: string): Promise<TeamDetail> {
  const rows = house.tables.in(workspace).of(teams);
  const all = await rows.all({}, { only: ['name'] });
  const refuse = (message: string) =>
    new ProblemError('known_already', message, { fields: [{ path: 'body.name', message }] });
  if (all.some(team => team.name.toLowerCase() === name.toLowerCase())) throw refuse(`There is a team “${name}”.`);
  if (all.length >= MOST) throw refuse(`There are ${MOST} teams, and no more can be made.`);
  const id = await rows.add({ name, hours: null });
  house.ports.directories.forget(workspace);
  return teamOf(house, workspace, id);
}

/** Changes who is in a team and when it answers. Its name stays: flows hand over to it by that. */
export async function changeTeam(
  house: House,
  workspace: string,
  id: string,
  to: {
    members?: string[] | undefined;
    hours?: OpeningHours | null | undefined;
    acceptsWithin?: number | undefined;
  },
): Promise<TeamDetail> {
  await teamOf(house, workspace, id);
  const rows = house.tables.in(workspace);
  await house.database.transaction(async transaction => {
    const { hours, acceptsWithin } = to;
    if (hours !== undefined) await rows.of(teams).change({ hours }, { id }, { transaction });
    if (acceptsWithin !== undefined) await rows.of(teams).change({ acceptsWithin }, { id }, { transaction });
    if (!to.members) return;
    const there = await rows.of(members).all({ id: to.members }, { only: ['id'], transaction });
    await rows.of(teamMembers).remove({ teamId: id }, { transaction });
    for (const { id: memberId } of there) await rows.of(teamMembers).add({ teamId: id, memberId }, { transaction });
  });
  house.ports.directories.forget(workspace);
  return teamOf(house, workspace, id);
}

/** @throws {ProblemError} `not_allowed` while somebody waits for it, or a flow hands over to it */
export async function removeTeam(house: House, workspace: string, id: string): Promise<void> {
  const team = await teamOf(house, workspace, id);
  const waiting = await house.ports.conversations.waitingFor(workspace, id);
  if (waiting > 0)
    throw new ProblemError(
      'not_allowed',
      `${waiting === 1 ? 'One visitor waits' : `${waiting} visitors wait`} for ${team.name}. Answer them first.`,
    );
  const [flow, ...more] = team.takes;
  if (flow)
    throw new ProblemError(
      'not_allowed',
      `${more.length === 0 ? `The flow “${flow.name}” hands` : `${team.takes.length} flows, “${flow.name}” among them, hand`} over to ${team.name}. Let them hand over to another first.`,
    );
  await house.tables.in(workspace).of(teams).remove({ id });
  house.ports.directories.forget(workspace);
}

/** What can be chosen of a country’s holidays from today on. */
export function holidaysOf(
  country: string,
  region: string | undefined,
  zone: string,
): { regions: Array<{ code: string; name: string }>; holidays: ProposedHoliday[] } {
  const today = DateTime.now().setZone(zone).toISODate() ?? DateTime.utc().toISODate();
  return { regions: regionsOf(country), holidays: proposedHolidays(country, region, today) };
}
