import type { Missed } from '@kineta/contract';
import { cut } from '@kineta/core';
import { DateTime } from 'luxon';
import { QueryTypes } from 'sequelize';
import { z } from 'zod';
import type { House } from '../house/house.ts';
import type { Listener } from '../stream/listener.ts';

/** How many are told at once; there is a day for the rest. */
const SHOWN = 20;
const MOST_COUNTED = 1_000;
/** So much of what was said is shown. */
const CUT = 160;

/** What entries tell of it: that nobody came, or what else it was. */
const Told = z.object({ waiting: z.boolean().optional(), code: z.string().max(30).optional() });
const NOBODY_CAME = 'nobody came';

/**
 * Hears what visitors said in vain, and that somebody who waited was sent away without anybody having come: kept with
 * the conversation and where in its log it was.
 */
export function missedListener({ database }: House): Listener {
  return {
    name: 'missed',
    kinds: ['direction', 'done', 'ruled'],
    async hear(events, transaction) {
      for (const { workspaceId: workspace, conversationId: conversation, number, at, said } of events) {
        if (conversation === null || number === null) continue;
        const { waiting = false, code = waiting ? NOBODY_CAME : undefined } = Told.parse(said);
        if (code === undefined) continue;
        // Raw: one statement that writes nothing of a conversation that was erased meanwhile, or that somebody once took.
        await database.query(
          `INSERT IGNORE INTO missed (conversation_id, number, workspace_id, code, at)
           SELECT c.id, :number, c.workspace_id, :code, :at FROM conversations c
           WHERE c.id = :conversation AND c.workspace_id = :workspace ${
             waiting
               ? `AND NOT EXISTS (SELECT 1 FROM entries e
                    WHERE e.conversation_id = c.id AND e.number < :number AND e.kind = 'taken')`
               : ''
           }`,
          { replacements: { workspace, conversation, number, code, at }, type: QueryTypes.INSERT, transaction },
        );
      }
      return undefined;
    },
  };
}

/** What was missed since the day began in the workspace’s zone, the newest first, each with what the visitor said last. */
export async function missedToday({ database, ports }: House, id: string, now = Date.now()): Promise<Missed> {
  const { workspace } = await ports.directories.of(id);
  const since = DateTime.fromMillis(now, { zone: workspace.zone }).startOf('day').toJSDate();
  const replacements = { workspace: id, since, most: SHOWN, counted: MOST_COUNTED };
  // Raw: one round trip for the newest with their last words, of which each is the first met going back in a log.
  const rows = await database.query<{
    conversation: string;
    number: number;
    code: string;
    at: Date;
    visitor: string;
    said: string | null;
    total: number;
  }>(
    `SELECT m.conversation_id AS conversation, m.number, m.code, m.at, c.visitor_name AS visitor,
       (SELECT JSON_VALUE(e.body, '$.text') FROM entries e
        WHERE e.conversation_id = m.conversation_id AND e.number < m.number AND e.kind = 'replied'
        ORDER BY e.number DESC LIMIT 1) AS said,
       (SELECT COUNT(*) FROM (
          SELECT 1 FROM missed WHERE workspace_id = :workspace AND at >= :since LIMIT :counted) counted) AS total
     FROM missed m JOIN conversations c ON c.id = m.conversation_id
     WHERE m.workspace_id = :workspace AND m.at >= :since
     ORDER BY m.at DESC LIMIT :most`,
    { replacements, type: QueryTypes.SELECT },
  );
  return {
    missed: rows.map(({ conversation, number, code, at, visitor, said }) => ({
      conversation,
      number,
      code,
      visitor,
      said: cut(said ?? '', CUT),
      at: at.toISOString(),
    })),
    count: Number(rows[0]?.total ?? 0),
  };
}
