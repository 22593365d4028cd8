import { QueryTypes } from 'sequelize';
import { type Duty, fewAtOnce } from '../clockwork/clockwork.ts';
import type { House } from '../house/house.ts';
import type { Announcer } from './announcer.ts';
import type { Host } from './host.ts';
import { timers as table } from './model.ts';

const AT_ONCE = 50;
/** For how many seconds a claimed timer is left to who claimed it; then another process may have died over it. */
const LEASE = 30;

interface Due {
  conversation: string;
  workspace: string;
  ticket: number;
}

/** Timers that are due. Raw: each is claimed by one process only, which goes past those that others hold. */
function claim({ database }: House): Promise<Due[]> {
  return database.transaction(async transaction => {
    const rows = await database.query<Due>(
      `SELECT conversation_id AS conversation, workspace_id AS workspace, ticket FROM timers
       WHERE due_at <= UTC_TIMESTAMP(3) ORDER BY due_at LIMIT ${AT_ONCE} FOR UPDATE SKIP LOCKED`,
      { type: QueryTypes.SELECT, transaction },
    );
    if (rows.length > 0)
      await database.query(
        `UPDATE timers SET due_at = UTC_TIMESTAMP(3) + INTERVAL ${LEASE} SECOND WHERE conversation_id IN (:ids)`,
        { replacements: { ids: rows.map(row => row.conversation) }, type: QueryTypes.UPDATE, transaction },
      );
    return rows;
  });
}

/** Tells conversations that their timers are due. The row goes in the transaction of what comes of it. */
export function timers(house: House, host: Host, announcer: Announcer): Duty {
  return async () => {
    const due = await claim(house);
    await fewAtOnce(4, due, async ({ conversation, workspace, ticket }) => {
      const rows = house.tables.in(workspace).of(table);
      const appended = await host.happen({ workspace, conversation }, { event: 'timer', ticket }, async transaction => {
        await rows.remove({ conversationId: conversation, ticket }, { transaction });
      });
      await announcer.announce(appended);
    });
    return due.length === AT_ONCE;
  };
}
