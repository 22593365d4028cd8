import type { Entry } from '@kineta/contract';
import { type EntryBody, movingKinds, type Visit } from '@kineta/core';
import { QueryTypes } from 'sequelize';
import type { House } from '../house/house.ts';
import type { PastConversation } from '../house/ports.ts';
import { conversations } from './model.ts';

const DAYS = 30;
const PAGE = 200;
/** So much of one log is followed; what is longer is followed as far as that. */
const MOST_ENTRIES = 2_000;

/**
 * Conversations as rules follow them, the newest first. Raw: of hundreds of logs only what says how a conversation stands is read,
 * by one index.
 */
export async function past(
  { database, tables, ports }: Pick<House, 'database' | 'tables' | 'ports'>,
  workspace: string,
  which: { before: string | undefined } | { id: string },
): Promise<PastConversation[]> {
  const before = 'before' in which ? which.before : undefined;
  const from = before === undefined ? undefined : await tables.in(workspace).of(conversations).one({ id: before });
  const chosen =
    'id' in which
      ? 'c.id = :id'
      : `c.started_at > UTC_TIMESTAMP(3) - INTERVAL ${DAYS} DAY AND c.last_number > 0 AND c.is_test = 0
         ${from ? 'AND c.started_at <= :at AND (c.started_at < :at OR c.id < :before)' : ''}`;
  const rows = await database.query<{
    id: string;
    visitor: string;
    startedAt: Date;
    flow: string | null;
    outcome: string | null;
    visit: Visit | null;
    facts: PastConversation['remembered'] | null;
  }>(
    `SELECT c.id, c.visitor_name AS visitor, c.started_at AS startedAt, c.flow_id AS flow, c.outcome, c.visit,
       JSON_EXTRACT(c.session, '$.facts') AS facts
     FROM conversations c WHERE c.workspace_id = :workspace AND ${chosen} ORDER BY c.started_at DESC, c.id DESC LIMIT ${PAGE}`,
    { replacements: { workspace, ...which, at: from?.startedAt }, type: QueryTypes.SELECT },
  );
  if (rows.length === 0) return [];
  const entries = await database.query<{ conversation: string; number: number; at: Date; body: EntryBody }>(
    `SELECT conversation_id AS conversation, number, at, body FROM entries
     WHERE conversation_id IN (:ids) AND workspace_id = :workspace AND kind IN (:kinds) AND number <= ${MOST_ENTRIES}
     ORDER BY conversation_id, number`,
    { replacements: { ids: rows.map(({ id }) => id), workspace, kinds: movingKinds }, type: QueryTypes.SELECT },
  );
  const logs = new Map<string, Entry[]>();
  for (const { conversation, number, at, body } of entries) {
    const entry: Entry = { number, at: at.toISOString(), ...body };
    const log = logs.get(String(conversation));
    if (log) log.push(entry);
    else logs.set(String(conversation), [entry]);
  }
  const { flowNames } = await ports.directories.of(workspace);
  return rows.map(({ id, visitor, startedAt, flow, outcome, visit, facts }) => {
    const log = logs.get(String(id)) ?? [];
    const learnt = new Set(log.flatMap(entry => ('fact' in entry ? [entry.fact] : [])));
    const known = typeof facts === 'string' ? (JSON.parse(facts) as PastConversation['remembered']) : (facts ?? {});
    return {
      id: String(id),
      visitor,
      startedAt,
      flow: flow === null ? null : (flowNames.get(String(flow)) ?? null),
      outcome,
      visit,
      remembered: Object.fromEntries(Object.entries(known).filter(([name]) => !learnt.has(name))),
      entries: log,
    };
  });
}
