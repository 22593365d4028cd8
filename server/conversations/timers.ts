import { QueryTypes } from 'sequelize';
import type { Duty } from '../clockwork/clockwork.ts';
import { Lane } from '../clockwork/lane.ts';
import { type Database, isUnavailable, type Transaction } from '../database/connect.ts';
import type { House } from '../house/house.ts';
import type { Measure } from '../metrics/metrics.ts';
import type { Announcer } from './announcer.ts';
import { type Claimed, claimIn, type DueTable, dueIn } from './due-rows.ts';
import type { Host } from './host.ts';
import { timers as table } from './model.ts';

/** Few enough that visitors’ messages always find a connection to the database free. */
const SLOTS = { all: 8, share: 5 };
/** After so many tries a flow that cannot go on is left, and people have the conversation. */
const MOST_TRIES = 4;

/** A timer that is due. */
interface Due extends Claimed {
  ticket: number;
}
const TABLE: DueTable = { name: 'timers', also: 'ticket' };

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
      due: (most, without) => dueIn(house.database, TABLE, most, without),
      claim: ids => claimIn<Due>(house.database, TABLE, ids),
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
