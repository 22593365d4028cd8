import { dice, type Locale, plainVisit, type World } from '@kineta/core';
import type { Directory } from '../house/ports.ts';
import type { ConversationRow } from './model.ts';

/** The world as a flow of this workspace meets it now, in a conversation. */
export function worldOf(
  directory: Directory,
  row: Pick<ConversationRow, 'site_id' | 'visitor_id' | 'visit' | 'seed' | 'last_number'>,
  now: number,
): World {
  const { workspace, teams, business, replies } = directory;
  const locale: Locale = { language: workspace.language, currency: workspace.currency };
  return {
    now,
    zone: workspace.zone,
    visitor: row.visitor_id,
    random: dice(row.seed + row.last_number),
    locale,
    country: workspace.country,
    business,
    visit: row.visit ?? plainVisit,
    replies: replies.get(row.site_id) ?? {},
    hours: Object.fromEntries([...teams.values()].flatMap(team => (team.hours ? [[team.name, team.hours]] : []))),
  };
}
