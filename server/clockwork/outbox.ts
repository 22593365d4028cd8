import type { Event } from '@kineta/core';
import { QueryTypes } from 'sequelize';
import type { Directories } from '../account/model.ts';
import type { Host, MailOrder, ServiceOrder } from '../conversations/host.ts';
import type { Database, Transaction } from '../database/connect.ts';
import type { Live } from '../live/live.ts';
import { type Post, Undeliverable } from '../mail/post.ts';
import { type Caller, CallFailed } from '../services/caller.ts';
import type { ServiceKeys } from '../services/keys.ts';
import { type Duty, fewAtOnce } from './clockwork.ts';

const AT_ONCE = 20;
/** For how many seconds a claimed order is left to who claimed it: longer than a call or a mail server may take. */
const LEASE = 90;
/** After how many seconds an email is tried again; after the last it is given up. */
const MAIL_AGAIN = [5, 30, 120, 600, 3_600];

type Order = { id: string; workspace: string; conversation: string; tries: number } & (
  | { kind: 'mail'; payload: MailOrder }
  | { kind: 'service'; payload: ServiceOrder }
);

function claim(database: Database): Promise<Order[]> {
  return database.transaction(async transaction => {
    const rows = await database.query<Order>(
      `SELECT id, workspace_id AS workspace, conversation_id AS conversation, kind, payload, tries FROM outbox
       WHERE due_at <= UTC_TIMESTAMP(3) ORDER BY due_at LIMIT ${AT_ONCE} FOR UPDATE SKIP LOCKED`,
      { type: QueryTypes.SELECT, transaction },
    );
    if (rows.length > 0)
      await database.query(
        `UPDATE outbox SET tries = tries + 1, due_at = UTC_TIMESTAMP(3) + INTERVAL ${LEASE} SECOND WHERE id IN (:ids)`,
        { replacements: { ids: rows.map(row => row.id) }, transaction },
      );
    return rows.map(row => ({ ...row, tries: row.tries + 1 }));
  });
}

/**
 * Sends what conversations have ordered: emails, and calls of services. Each is tried again when that makes sense, and
 * its conversation is told how it went. Delivery is at least once: a process that dies after sending sends again,
 * under the same identity.
 */
export class Outbox {
  private readonly database: Database;
  private readonly directories: Directories;
  private readonly host: Host;
  private readonly live: Live;
  private readonly post: Post;
  private readonly caller: Caller;
  private readonly keys: ServiceKeys;

  constructor(parts: {
    database: Database;
    directories: Directories;
    host: Host;
    live: Live;
    post: Post;
    caller: Caller;
    keys: ServiceKeys;
  }) {
    this.database = parts.database;
    this.directories = parts.directories;
    this.host = parts.host;
    this.live = parts.live;
    this.post = parts.post;
    this.caller = parts.caller;
    this.keys = parts.keys;
  }

  readonly duty: Duty = async () => {
    const orders = await claim(this.database);
    await fewAtOnce(6, orders, order => (order.kind === 'mail' ? this.send(order) : this.call(order)));
    return orders.length === AT_ONCE;
  };

  private async send(order: Extract<Order, { kind: 'mail' }>): Promise<void> {
    const { workspace } = await this.directories.of(order.workspace);
    const { to, step } = order.payload;
    try {
      await this.post.send(order.id, order.payload, workspace);
    } catch (error) {
      const wait = MAIL_AGAIN[order.tries - 1];
      const why = (error as Error).message.slice(0, 400);
      if (error instanceof Undeliverable || wait === undefined)
        await this.tell(order, { event: 'undelivered', step, to, why }, { settled: 'failed', why });
      else await this.again(order, wait, why);
      return;
    }
    await this.settle(order, { settled: 'done', why: null });
  }

  private async call(order: Extract<Order, { kind: 'service' }>): Promise<void> {
    const { ticket, request } = order.payload;
    const { workspace } = await this.directories.of(order.workspace);
    try {
      const result = await this.caller.call(request, {
        allowed: workspace.allowed_hosts,
        keyFor: host => this.keys.headersFor(order.workspace, host),
      });
      await this.tell(order, { event: 'called', ticket, outcome: 'worked', result }, { settled: 'done', why: null });
    } catch (error) {
      if (!(error instanceof CallFailed)) throw error;
      const why = error.message.slice(0, 400);
      if (error.mayWorkLater && order.tries < request.tries) await this.again(order, order.tries, why);
      else await this.tell(order, { event: 'called', ticket, outcome: 'failed', why }, { settled: 'failed', why });
    }
  }

  /** Tells the conversation how it went, and settles the order in the same transaction. */
  private async tell(order: Order, event: Event, how: Settled): Promise<void> {
    const place = { workspace: order.workspace, conversation: order.conversation };
    const appended = await this.host.happen(place, event, transaction => this.settle(order, how, transaction));
    await this.live.announce(appended);
  }

  private async settle(order: Order, { settled, why }: Settled, transaction?: Transaction): Promise<void> {
    await this.database.query('UPDATE outbox SET settled = :settled, why = :why, due_at = NULL WHERE id = :id', {
      replacements: { id: order.id, settled, why },
      ...(transaction ? { transaction } : {}),
    });
  }

  private async again(order: Order, seconds: number, why: string): Promise<void> {
    await this.database.query(
      'UPDATE outbox SET why = :why, due_at = UTC_TIMESTAMP(3) + INTERVAL :seconds SECOND WHERE id = :id',
      { replacements: { id: order.id, seconds, why } },
    );
    this.live.wake(seconds * 1_000);
  }
}

interface Settled {
  settled: 'done' | 'failed';
  why: string | null;
}
