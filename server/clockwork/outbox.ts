import type { Event, Told } from '@kineta/core';
import type { Logger } from 'pino';
import { QueryTypes } from 'sequelize';
import { isUnavailable, type Transaction } from '../database/connect.ts';
import type { Tables } from '../database/rows.ts';
import { Lane, type Slots, type Waiting, type Without } from './lane.ts';
import { type OutboxRow, outbox } from './model.ts';

/**
 * For how many seconds a claimed order is left to who claimed it. It is claimed anew while it is being carried out, so
 * that it lapses soon when a process dies over it, however long a call may take.
 */
const LEASE = 15;
const RENEWED_EVERY = 4_000;
/** After how many seconds something is tried again that went wrong in a way that its errand does not know. */
const SLOWEST = 20;
const AGAIN = [1, 5, SLOWEST];
/** To whom an order goes that goes to an address of the web: its scheme, host and port. */
const ORIGIN = "SUBSTRING_INDEX(what, '/', 3)";
/** What people are told of such a thing; what it was is for the log. */
const STUMBLED = 'something went wrong in Kineta itself, as its log tells.';

/** What a conversation ordered for elsewhere. */
export interface Order extends Waiting {
  conversation: string;
  kind: string;
  payload: unknown;
  /** How often it was tried, this time included. */
  tries: number;
  /** Always the same for this order, and of no other: what receives it twice may know it by that. */
  key: string;
}

/** How an errand went: settled, with what the conversation is told of it; or to be tried again in so many seconds. */
export type Went = { settled: 'done' | 'failed'; why?: string | undefined; tell?: Told | undefined };
export type Ran = Went | { again: number; why: string };

/** How orders of one kind are carried out, outside of any transaction. */
export interface Errand {
  kind: string;
  /** Orders of each kind have slots of their own, so that none waits behind those of another. */
  slots: Slots;
  run(order: Order): Promise<Ran>;
  /** What a conversation is told when its order is given up. @throws when the order cannot be read */
  gaveUp(payload: unknown, why: string): Told | undefined;
}

/** Tells a conversation of something, and does what is to be done in the same transaction. */
export type Teller = (
  place: { workspace: string; conversation: string },
  event: Event,
  also: (transaction: Transaction) => Promise<void>,
) => Promise<void>;

/** Thrown in the transaction that settles an order when another process has taken it over by then. */
class TakenOver extends Error {
  override name = 'TakenOver';
}

type Claimed = Order & Pick<OutboxRow, 'went'>;

/**
 * Carries out what conversations have ordered. Each order is tried again when that makes sense, and its conversation is
 * told how it went. Delivery is at least once: a process that dies after sending sends again, under the same identity.
 * What cannot be carried out, whatever the reason, is set aside as failed in the end, and is there for leads to see.
 */
export class Outbox {
  readonly lanes: ReadonlyArray<Lane<Claimed>>;
  private readonly tables: Tables;
  private readonly tell: Teller;
  private readonly wake: (after: number) => void;
  private readonly logger: Logger;
  /** What is being carried out just now, by somebody outside. */
  private readonly underWay = new Set<string>();
  private readonly renewal: ReturnType<typeof setInterval>;

  constructor(tables: Tables, errands: readonly Errand[], tell: Teller, wake: (after: number) => void, logger: Logger) {
    this.tables = tables;
    this.tell = tell;
    this.wake = wake;
    this.logger = logger;
    this.lanes = errands.map(
      errand =>
        new Lane(
          {
            name: errand.kind,
            slots: errand.slots,
            due: (most, without) => this.due(errand, most, without),
            claim: ids => this.claim(errand, ids),
            run: order => this.run(errand, order),
          },
          logger,
        ),
    );
    this.renewal = setInterval(() => {
      this.renew().catch(error => logger.error({ err: error }, 'orders could not be claimed anew'));
    }, RENEWED_EVERY);
    this.renewal.unref();
  }

  close(): void {
    clearInterval(this.renewal);
  }

  /** Raw: read through an index, over all workspaces. */
  private due({ kind, slots }: Errand, most: number, without: Without): Promise<Waiting[]> {
    const { workspaces, destinations } = without;
    const isDivided = slots.each !== undefined;
    return this.tables.database.query<Waiting>(
      `SELECT id, workspace_id AS workspace ${isDivided ? `, ${ORIGIN} AS destination` : ''} FROM outbox
       WHERE kind = :kind AND due_at <= UTC_TIMESTAMP(3)
         ${workspaces.length > 0 ? 'AND workspace_id NOT IN (:workspaces)' : ''}
         ${destinations.length > 0 ? `AND (workspace_id, ${ORIGIN}) NOT IN (:destinations)` : ''}
       ORDER BY due_at LIMIT ${most}`,
      { replacements: { kind, workspaces: [...workspaces], destinations: [...destinations] }, type: QueryTypes.SELECT },
    );
  }

  /** Raw: what is due is claimed by one process alone, which takes rows that others hold as if they were not there. */
  private claim({ slots }: Errand, ids: readonly string[]): Promise<Claimed[]> {
    const { database } = this.tables;
    return database.transaction(async transaction => {
      const rows = await database.query<Omit<Claimed, 'key'> & { createdAt: Date }>(
        `SELECT id, workspace_id AS workspace, conversation_id AS conversation, kind, payload, tries, went,
                ${slots.each === undefined ? '' : `${ORIGIN} AS destination,`} created_at AS createdAt
         FROM outbox WHERE id IN (:ids) AND due_at <= UTC_TIMESTAMP(3) ORDER BY due_at FOR UPDATE SKIP LOCKED`,
        { replacements: { ids: [...ids] }, type: QueryTypes.SELECT, transaction },
      );
      if (rows.length > 0)
        await database.query(
          `UPDATE outbox SET tries = tries + 1, due_at = UTC_TIMESTAMP(3) + INTERVAL ${LEASE} SECOND WHERE id IN (:ids)`,
          { replacements: { ids: rows.map(row => row.id) }, transaction },
        );
      // Numbers begin anew in a database that is made anew, so the hour is part of what an order is known by.
      return rows.map(({ createdAt, ...row }) => ({
        ...row,
        tries: row.tries + 1,
        key: `kineta-${row.workspace}-${row.id}-${createdAt.getTime()}`,
      }));
    });
  }

  /** Raw: all of them in one statement, whosever they are. */
  private async renew(): Promise<void> {
    if (this.underWay.size === 0) return;
    await this.tables.database.query(
      `UPDATE outbox SET due_at = UTC_TIMESTAMP(3) + INTERVAL ${LEASE} SECOND WHERE id IN (:ids) AND settled IS NULL`,
      { replacements: { ids: [...this.underWay] }, type: QueryTypes.UPDATE },
    );
  }

  private async run(errand: Errand, order: Claimed): Promise<void> {
    const ran = order.went ?? (await this.carriedOut(errand, order));
    if ('again' in ran) {
      await this.later(order, ran.again, ran.why);
      return;
    }
    try {
      await this.settle(order, ran);
    } catch (error) {
      if (error instanceof TakenOver) return;
      // What was carried out is not carried out again because of this: only telling it is.
      this.logger.error({ err: error, order: order.id, tries: order.tries }, 'a conversation could not be told');
      await this.untold(errand, order, ran, error);
    }
  }

  private async carriedOut(errand: Errand, order: Claimed): Promise<Ran> {
    this.underWay.add(order.id);
    try {
      return await errand.run(order);
    } catch (error) {
      this.logger.error({ err: error, order: order.id, tries: order.tries }, 'an order could not be carried out');
      const again = isUnavailable(error) ? SLOWEST : AGAIN[order.tries - 1];
      if (again !== undefined) return { again, why: STUMBLED };
      return { settled: 'failed', why: STUMBLED, tell: told(errand, order, STUMBLED) };
    } finally {
      this.underWay.delete(order.id);
    }
  }

  private async later({ id, workspace, tries }: Claimed, seconds: number, why: string, went?: Went): Promise<void> {
    const dueAt = new Date(Date.now() + seconds * 1_000);
    const rows = this.tables.in(workspace).of(outbox);
    await rows.change({ why, dueAt, ...(went ? { went } : {}) }, { id, tries });
    this.wake(seconds * 1_000);
  }

  /** The conversation is told in the transaction that settles the order, so that it is told once. */
  private async settle({ id, workspace, conversation, tries }: Claimed, { settled, why, tell }: Went): Promise<void> {
    const settle = async (transaction?: Transaction): Promise<void> => {
      const changed = await this.tables
        .in(workspace)
        .of(outbox)
        .change(
          { settled, settledAt: new Date(), why: why ?? null, dueAt: null, went: null },
          { id, tries },
          { transaction },
        );
      if (changed === 0) throw new TakenOver();
    };
    if (tell) await this.tell({ workspace, conversation }, tell, settle);
    else await settle();
  }

  /** A conversation that cannot be told is told later, then that it failed, and then it is left as it is. */
  private async untold(errand: Errand, order: Claimed, went: Went, error: unknown): Promise<void> {
    const again = isUnavailable(error) ? SLOWEST : AGAIN[order.tries - 1];
    if (again !== undefined) return this.later(order, again, STUMBLED, went);
    const failed: Went = { settled: 'failed', why: STUMBLED };
    try {
      await this.settle(order, { ...failed, tell: told(errand, order, STUMBLED) });
    } catch (last) {
      if (last instanceof TakenOver) return;
      this.logger.error({ err: last, order: order.id }, 'a conversation is not told of its order any more');
      await this.settle(order, failed);
    }
  }
}

function told(errand: Errand, order: Order, why: string): Told | undefined {
  try {
    return errand.gaveUp(order.payload, why);
  } catch {
    return undefined;
  }
}
