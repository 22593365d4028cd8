import type { Availability } from '@kineta/core';
import type { Directory, Team, TeamMember } from './ports.ts';

/** Whether somebody is there, whether or not they have room for another. */
export const isAtDesk = (availability: Availability): boolean =>
  availability === 'takes chats' || availability === 'full';

/** Those who answer for a team: its members; of one that nobody is in, everybody. */
export function answeringFor({ members }: Directory, team: Team | undefined): TeamMember[] {
  const all = [...members.values()];
  return team && team.members.length > 0 ? all.filter(({ id }) => team.members.includes(id)) : all;
}

/** Whether that is so of anybody who answers for a team, by the teams’ names. */
export function ofTeams(directory: Directory, isSo: (availability: Availability) => boolean): Record<string, boolean> {
  return Object.fromEntries(
    [...directory.teams.values()].map(team => [
      team.name,
      answeringFor(directory, team).some(({ availability }) => isSo(availability)),
    ]),
  );
}
