import { QueryTypes } from 'sequelize';
import type { Duty } from '../clockwork/clockwork.ts';
import { Lane, type Waiting, type Without } from '../clockwork/lane.ts';
import { type Database, isUnavailable, type Transaction } from '../database/connect.ts';
import type { House } from '../house/house.ts';
import type { Measure } from '../metrics/metrics.ts';
import type { Announcer } from './announcer.ts';
import type { Host } from './host.ts';
import { timers as table } from './model.ts';

/** Few enough that visitors’ messages always find a connection to the database free. */
const SLOTS = { all: 8, share: 5 };
/** For how many seconds a claimed timer is left to who claimed it; then another process may have died over it. */
const LEASE = 15;
/** After so many tries a flow that cannot go on is left, and people have the conversation. */
const MOST_TRIES = 4;

/** A timer that is due; it is known by its conversation. */
interface Due extends Waiting {
  ticket: number;
  tries: number;
}

/** Raw: read through an index, over all workspaces. */
function due({ database }: House, most: number, { workspaces }: Without): Promise<Waiting[]> {
  return database.query<Waiting>(
    `SELECT conversation_id AS id, workspace_id AS workspace FROM timers
     WHERE due_at <= UTC_TIMESTAMP(3) ${workspaces.length > 0 ? 'AND workspace_id NOT IN (:workspaces)' : ''}
     ORDER BY due_at LIMIT ${most}`,
    { replacements: { workspaces: [...workspaces] }, type: QueryTypes.SELECT },
  );
}

/** Raw: each is claimed by one process only, which goes past those that others hold. */
function claim({ database }: House, ids: readonly string[]): Promise<Due[]> {
  return database.transaction(async transaction => {
    const rows = await database.query<Due>(
      `SELECT conversation_id AS id, workspace_id AS workspace, ticket, tries + 1 AS tries FROM timers
       WHERE conversation_id IN (:ids) AND due_at <= UTC_TIMESTAMP(3) ORDER BY due_at FOR UPDATE SKIP LOCKED`,
      { replacements: { ids: [...ids] }, type: QueryTypes.SELECT, transaction },
    );
    if (rows.length > 0)
      await database.query(
        `UPDATE timers SET tries = tries + 1, due_at = UTC_TIMESTAMP(3) + INTERVAL ${LEASE} SECOND
         WHERE conversation_id IN (:ids)`,
        { replacements: { ids: rows.map(({ id }) => id) }, type: QueryTypes.UPDATE, transaction },
      );
    return rows.map(row => ({ ...row, tries: Number(row.tries) }));
  });
}

/** How late the timer is that has been due longest, over all workspaces. Raw: an index alone tells it. */
export function timerLag(database: Database): Measure {
  return {
    name: 'kineta_timer_lag_seconds',
    help: 'How long ago the timer was due that has been due longest.',
    labels: [],
    async look() {
      const [row] = await database.query<{ lag: string | null }>(
        `SELECT TIMESTAMPDIFF(MICROSECOND, MIN(due_at), UTC_TIMESTAMP(3)) / 1e6 AS lag FROM timers
         WHERE due_at <= UTC_TIMESTAMP(3)`,
        { type: QueryTypes.SELECT },
      );
      return [{ labels: {}, value: Number(row?.lag ?? 0) }];
    },
  };
}

/**
 * Tells conversations that their timers are due. The row goes in the transaction of what comes of it. A flow that fails
 * at it again and again is given up, so that its visitor is not left waiting: people have the conversation then.
 */
export function timers(house: House, host: Host, announcer: Announcer): Duty {
  return new Lane<Due>(
    {
      name: 'timers',
      slots: SLOTS,
      due: (most, without) => due(house, most, without),
      claim: ids => claim(house, ids),
      async run({ id, workspace, ticket, tries }) {
        const place = { workspace, conversation: id };
        const rows = house.tables.in(workspace).of(table);
        const gone = async (transaction: Transaction): Promise<void> => {
          await rows.remove({ conversationId: id, ticket }, { transaction });
        };
        try {
          await announcer.announce(await host.happen(place, { event: 'timer', ticket }, gone));
        } catch (error) {
          if (tries < MOST_TRIES || isUnavailable(error)) throw error;
          house.logger.error({ err: error, conversation: id }, 'a flow that cannot go on is given up');
          await announcer.announce(await host.giveUp(place, gone));
        }
      },
    },
    house.logger,
  );
}
