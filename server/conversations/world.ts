import { type Availability, dice, type Locale, plainVisit, type World } from '@kineta/core';
import type { Directory, Team, TeamMember } from '../house/ports.ts';
import type { ConversationRow } from './model.ts';

/** Whether somebody is there, whether or not they have room for another. */
export const isAtDesk = (availability: Availability): boolean =>
  availability === 'takes chats' || availability === 'full';

/** Those who answer for a team: its members; of one that nobody is in, everybody. */
export function answeringFor({ members }: Directory, team: Team | undefined): TeamMember[] {
  const all = [...members.values()];
  return team && team.members.length > 0 ? all.filter(({ id }) => team.members.includes(id)) : all;
}

/** Whether that is so of anybody who answers for a team, by the teams’ names. */
function ofTeams(directory: Directory, isSo: (availability: Availability) => boolean): Record<string, boolean> {
  return Object.fromEntries(
    [...directory.teams.values()].map(team => [
      team.name,
      answeringFor(directory, team).some(({ availability }) => isSo(availability)),
    ]),
  );
}

/** The world as a flow of this workspace meets it now, in a conversation: in the language and the zone of its site. */
export function worldOf(
  directory: Directory,
  row: Pick<ConversationRow, 'site_id' | 'visitor_id' | 'visit' | 'seed' | 'last_number'>,
  now: number,
): World {
  const { workspace, hours, business, manners, products } = directory;
  const manner = manners.get(row.site_id);
  const locale: Locale = { language: manner?.language ?? workspace.language, currency: workspace.currency };
  return {
    now,
    zone: manner?.zone ?? workspace.zone,
    visitor: row.visitor_id,
    random: dice(row.seed + row.last_number),
    locale,
    country: workspace.country,
    business,
    visit: row.visit ?? plainVisit,
    replies: manner?.replies ?? {},
    wishes: workspace.wishes,
    taking: ofTeams(directory, availability => availability === 'takes chats'),
    staffed: ofTeams(directory, isAtDesk),
    products,
    ...(workspace.sure ? { sure: workspace.sure } : {}),
    hours,
  };
}
