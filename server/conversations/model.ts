import type { ConversationSummary, Holder } from '@kineta/contract';
import type { Session, Visit } from '@kineta/core';
import type { Directory } from '../account/model.ts';

/** A conversation’s row. */
export interface ConversationRow {
  id: string;
  workspace_id: string;
  site_id: string;
  visitor_id: string;
  visitor_name: string;
  flow_id: string | null;
  edition_id: string | null;
  holder: Holder;
  agent_id: string | null;
  team_id: string | null;
  session: Session;
  seed: number;
  last_number: number;
  preview: string;
  outcome: string | null;
  page: string;
  visit: Visit | null;
  started_at: Date;
  last_at: Date;
  waiting_since: Date | null;
}

/** The columns that an event may change. */
export type Changes = Partial<
  Pick<
    ConversationRow,
    | 'flow_id'
    | 'edition_id'
    | 'holder'
    | 'agent_id'
    | 'team_id'
    | 'session'
    | 'preview'
    | 'outcome'
    | 'visitor_name'
    | 'waiting_since'
  >
>;

/** A conversation as lists show it. `unread` is for one reader, so it is given. */
export function summaryOf(row: ConversationRow, directory: Directory, unread = 0): ConversationSummary {
  const agent = row.agent_id === null ? undefined : directory.members.get(row.agent_id);
  return {
    id: row.id,
    visitor: row.visitor_name,
    holder: row.holder,
    agent: agent ? { id: agent.id, name: agent.name } : null,
    team: row.team_id === null ? null : (directory.teams.get(row.team_id)?.name ?? null),
    flow: row.flow_id === null ? null : (directory.flowNames.get(row.flow_id) ?? null),
    preview: row.preview,
    outcome: row.outcome,
    page: row.page,
    startedAt: row.started_at.toISOString(),
    lastAt: row.last_at.toISOString(),
    waitingSince: row.waiting_since?.toISOString() ?? null,
    last: row.last_number,
    unread,
  };
}
