import { dice, type Locale, plainVisit, type World } from '@kineta/core';
import type { Directory } from '../house/ports.ts';
import { isAtDesk, ofTeams } from '../house/there.ts';
import type { ConversationRow } from './model.ts';

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
