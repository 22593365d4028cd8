import { QueryTypes } from 'sequelize';
import type { Host } from '../conversations/host.ts';
import type { Database } from '../database/connect.ts';
import type { Live } from '../live/live.ts';
import { type Duty, fewAtOnce } from './clockwork.ts';

const AT_ONCE = 50;
/** For how many seconds a claimed timer is left to who claimed it; then another process may have died over it. */
const LEASE = 30;

interface TimerRow {
  conversation: string;
  workspace: string;
  ticket: number;
}

/** Timers that are due, each claimed by one process only. */
function claim(database: Database): Promise<TimerRow[]> {
  return database.transaction(async transaction => {
    const rows = await database.query<TimerRow>(
      `SELECT conversation_id AS conversation, workspace_id AS workspace, ticket FROM timers
       WHERE due_at <= UTC_TIMESTAMP(3) ORDER BY due_at LIMIT ${AT_ONCE} FOR UPDATE SKIP LOCKED`,
      { type: QueryTypes.SELECT, transaction },
    );
    if (rows.length > 0)
      await database.query(
        `UPDATE timers SET due_at = UTC_TIMESTAMP(3) + INTERVAL ${LEASE} SECOND WHERE conversation_id IN (:ids)`,
        { replacements: { ids: rows.map(row => row.conversation) }, transaction },
      );
    return rows;
  });
}

/** Tells conversations that their timers are due. The row goes in the transaction of what comes of it. */
export function timers(database: Database, host: Host, live: Live): Duty {
  return async () => {
    const due = await claim(database);
    await fewAtOnce(4, due, async ({ conversation, workspace, ticket }) => {
      const appended = await host.happen({ workspace, conversation }, { event: 'timer', ticket }, async transaction => {
        await database.query('DELETE FROM timers WHERE conversation_id = :conversation AND ticket = :ticket', {
          replacements: { conversation, ticket },
          transaction,
        });
      });
      await live.announce(appended);
    });
    return due.length === AT_ONCE;
  };
}
