import { randomInt } from 'node:crypto';
import { QueryTypes } from 'sequelize';
import type { Duty } from '../clockwork/clockwork.ts';
import { Lane, type Waiting } from '../clockwork/lane.ts';
import { type Database, isUnavailable, type Transaction } from '../database/connect.ts';
import type { House } from '../house/house.ts';
import type { Measure } from '../metrics/metrics.ts';
import type { Announcer } from './announcer.ts';
import { type Claimed, claimIn, type DueTable, dueIn } from './due-rows.ts';
import type { Host } from './host.ts';
import { spendTimer } from './timer-writes.ts';

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

/** So many that are due in one workspace are told together: a visitor who writes in one waits for no more than that. */
const TOGETHER = 50;
/** What is looked at is twice as much as is asked for, so that processes that look at the same moment rarely want the same. */
const AHEAD = 2;

/** Several of one workspace, told in one transaction. */
interface Bundle extends Waiting {
  timers: Due[];
}

const SEPARATOR = ' ';

/** What is due, some of one workspace together, in no order: each is due by now, and others may look at the same. */
function bundled(due: readonly Waiting[]): Waiting[] {
  const bundles: Array<{ workspace: string; ids: string[] }> = [];
  const open = new Map<string, { workspace: string; ids: string[] }>();
  for (const { id, workspace } of due) {
    let bundle = open.get(workspace);
    if (!bundle || bundle.ids.length === TOGETHER) {
      bundle = { workspace, ids: [] };
      open.set(workspace, bundle);
      bundles.push(bundle);
    }
    bundle.ids.push(id);
  }
  const turn = randomInt(Math.max(1, bundles.length));
  return [...bundles.slice(turn), ...bundles.slice(0, turn)].map(({ workspace, ids }) => ({
    id: ids.join(SEPARATOR),
    workspace,
  }));
}

/**
 * Tells conversations that their timers are due. The row goes in the transaction of what comes of it. Those of one workspace are
 * told together; where one of them cannot be, each by itself. A flow that fails at it again and again is given up, so that its
 * visitor is not left waiting: people have the conversation then.
 */
export function timers(house: House, host: Host, announcer: Announcer): Duty {
  async function one({ id, workspace, ticket, tries }: Due): Promise<void> {
    const place = { workspace, conversation: id };
    const spent = async (transaction: Transaction): Promise<void> => spendTimer(transaction, id, ticket);
    try {
      await announcer.announce(await host.happen(place, { event: 'timer', ticket }, spent));
    } catch (error) {
      if (tries < MOST_TRIES || isUnavailable(error)) throw error;
      house.logger.error({ err: error, conversation: id }, 'a flow that cannot go on is given up');
      await announcer.announce(await host.giveUp(place, spent));
    }
  }
  return new Lane<Bundle>(
    {
      name: 'timers',
      slots: SLOTS,
      due: async (most, without) => bundled(await dueIn(house.database, TABLE, most * AHEAD, without)),
      async claim(ids) {
        const claimed = await claimIn<Due>(
          house.database,
          TABLE,
          ids.flatMap(id => id.split(SEPARATOR)),
        );
        const byId = new Map(claimed.map(due => [due.id, due]));
        return ids.flatMap(id => {
          const own = id.split(SEPARATOR).flatMap(conversation => byId.get(conversation) ?? []);
          return own[0] ? [{ id, workspace: own[0].workspace, timers: own }] : [];
        });
      },
      async run({ workspace, timers: due }) {
        if (due.length > 1) {
          const tickets = new Map(due.map(({ id, ticket }) => [id, ticket]));
          const told = await host.timersFell(workspace, tickets).catch(error => {
            house.logger.warn({ err: error, timers: due.length }, 'timers could not be told together');
          });
          if (told) {
            for (const appended of told) await announcer.announce(appended);
            return;
          }
        }
        // One that fails holds up no other.
        for (const timer of due)
          await one(timer).catch(error =>
            house.logger.error({ err: error, conversation: timer.id }, 'a timer could not be told'),
          );
      },
    },
    house.logger,
  );
}
