import type { Pace } from '@kineta/core';
import { QueryTypes } from 'sequelize';
import { z } from 'zod';
import type { House } from '../house/house.ts';
import type { Listener } from '../stream/listener.ts';

/** Whose the conversation is after it: a member’s, by their identity, or nobody’s. */
const Held = z.object({ has: z.string().nullable() });

/** How far back it is looked for how long people have conversations: the last so many. */
const LOOKED_BACK = 50;

/**
 * Hears that somebody took a conversation, and that it was theirs no more: by that it is known how long people have them, and
 * who spoke with whom.
 */
export function turnsListener({ database }: House): Listener {
  return {
    name: 'turns',
    kinds: ['taken', 'passed on', 'released', 'left alone', 'handed back', 'done', 'ruled'],
    async hear(events, transaction) {
      for (const { workspaceId: workspace, conversationId: conversation, number, at, said } of events) {
        if (conversation === null || number === null) continue;
        const held = Held.safeParse(said);
        // In a stream from before this was told, nothing is to be heard of it.
        if (!held.success) continue;
        const { has: member } = held.data;
        const replacements = { workspace, conversation, number, at, member };
        // Raw, all of it: each is one statement that reads what it writes, and changes nothing when it is heard again.
        await database.query(
          `UPDATE turns SET ended_at = :at
           WHERE conversation_id = :conversation AND workspace_id = :workspace AND number < :number AND ended_at IS NULL`,
          { replacements, type: QueryTypes.UPDATE, transaction },
        );
        if (member !== null)
          await database.query(
            `INSERT IGNORE INTO turns (conversation_id, number, workspace_id, team_id, member_id, began_at, taken_in)
             SELECT c.id, :number, c.workspace_id, c.team_id, :member, :at,
               IF(o.member_id = :member AND o.offered_at <= :at AND o.until >= :at,
                  TIMESTAMPDIFF(MICROSECOND, o.offered_at, :at) DIV 1000, NULL)
             FROM conversations c LEFT JOIN offers o ON o.conversation_id = c.id
             WHERE c.id = :conversation AND c.workspace_id = :workspace`,
            { replacements, type: QueryTypes.INSERT, transaction },
          );
        await database.query(
          `DELETE o FROM offers o JOIN conversations c ON c.id = o.conversation_id
           WHERE c.id = :conversation AND c.workspace_id = :workspace AND c.holder <> 'waiting'`,
          { replacements, type: QueryTypes.DELETE, transaction },
        );
      }
      return undefined;
    },
  };
}

/** How long people of a team, or all of them, had the last conversations, and took to take them. Raw: along an index. */
export async function paceOf(
  { database }: House,
  workspace: string,
  team: string | null,
): Promise<Pick<Pace, 'held' | 'takenIn'>> {
  const rows = await database.query<{ held: string; taken_in: number | null }>(
    `SELECT TIMESTAMPDIFF(MICROSECOND, began_at, ended_at) DIV 1000 AS held, taken_in FROM turns
     WHERE workspace_id = :workspace AND ended_at IS NOT NULL ${team === null ? '' : 'AND team_id = :team'}
     ORDER BY ended_at DESC LIMIT ${LOOKED_BACK}`,
    { replacements: { workspace, team }, type: QueryTypes.SELECT },
  );
  return {
    held: rows.map(({ held }) => Number(held)),
    takenIn: rows.flatMap(row => (row.taken_in === null ? [] : [row.taken_in])),
  };
}
