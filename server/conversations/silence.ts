import { directionWords, silent } from '@kineta/core';
import { QueryTypes } from 'sequelize';
import type { Duty } from '../clockwork/clockwork.ts';
import type { House } from '../house/house.ts';
import type { Announcer } from './announcer.ts';
import { changesFor, holdingOf } from './holding.ts';
import { append } from './log.ts';

const EVERY = 60_000;
const AT_ONCE = 100;

/**
 * Closes conversations that a flow has and in which nothing happened for as long as their workspace says: they would stand
 * in every list as if somebody were there. What waits for a timer or an order goes on by itself, and what waits for a
 * person, or a person has, is never closed by itself.
 */
export function silence({ database, ports }: House, announcer: Announcer): Duty {
  // Raw: over all workspaces, each with its own time, through the index that lists them.
  const quiet = () =>
    database.query<{ id: string; workspace: string; hours: number }>(
      `SELECT c.id, c.workspace_id AS workspace, w.closes_after AS hours
       FROM workspaces w JOIN conversations c
         ON c.workspace_id = w.id AND c.holder = 'flow' AND c.last_at < UTC_TIMESTAMP(3) - INTERVAL w.closes_after HOUR
       WHERE w.closes_after IS NOT NULL
         AND NOT EXISTS (SELECT 1 FROM timers t WHERE t.conversation_id = c.id)
         AND NOT EXISTS (SELECT 1 FROM outbox o WHERE o.conversation_id = c.id AND o.settled IS NULL)
       LIMIT ${AT_ONCE}`,
      { type: QueryTypes.SELECT },
    );
  return {
    name: 'silence',
    every: EVERY,
    async turn() {
      const found = await quiet();
      for (const { id, workspace, hours } of found) {
        const { workspace: settings } = await ports.directories.of(workspace);
        const closed = await append(database, { workspace, conversation: id }, async row => {
          // Somebody may have written since.
          if (Date.now() - row.last_at.getTime() < hours * 3_600_000) return { entries: [] };
          const { holding, entries } = silent(holdingOf(row), hours);
          if (entries.length === 0) return { entries };
          const outcome = row.outcome ?? directionWords({ code: 'no reply' }, settings.language);
          return { entries, changes: { ...changesFor(row, holding), outcome } };
        });
        await announcer.announce(closed);
      }
      return found.length === AT_ONCE;
    },
  };
}
