import { QueryTypes } from 'sequelize';
import type { Effect } from '../../house/effect.ts';
import type { House } from '../../house/house.ts';
import { timers } from '../model.ts';

/** A pause of at least this many milliseconds is told to the team; a shorter one is only taken breath for. */
const LONG_PAUSE = 60_000;

/** One timer a conversation: a new one takes the place of the one before. */
export function timer({ tables, database }: House): Effect<'set timer' | 'clear timer'> {
  return {
    acts: ['set timer', 'clear timer'],
    async carryOut(acts, { conversation: { id, workspace }, session, now, transaction, entries, due }) {
      const last = acts.at(-1)!;
      if (last.act === 'clear timer') {
        await tables.in(workspace).of(timers).remove({ conversationId: id }, { transaction });
        return;
      }
      const dueAt = new Date(now.getTime() + last.after);
      // Raw: one statement, whether there is one already or not.
      await database.query(
        `INSERT INTO timers (conversation_id, workspace_id, ticket, due_at) VALUES (:id, :workspace, :ticket, :dueAt)
         ON DUPLICATE KEY UPDATE ticket = VALUES(ticket), due_at = VALUES(due_at), tries = 0`,
        { replacements: { id, workspace, ticket: last.ticket, dueAt }, type: QueryTypes.INSERT, transaction },
      );
      due(last.after);
      if (session.state === 'pausing' && last.after >= LONG_PAUSE)
        entries.push({ kind: 'paused', until: dueAt.toISOString() });
    },
  };
}
