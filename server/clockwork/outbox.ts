import type { Event } from '@kineta/core';
import { QueryTypes } from 'sequelize';
import type { Transaction } from '../database/connect.ts';
import type { Tables } from '../database/rows.ts';
import { type Duty, fewAtOnce } from './clockwork.ts';
import { outbox } from './model.ts';

const AT_ONCE = 20;
/** For how many seconds a claimed order is left to who claimed it: longer than a call or a mail server may take. */
const LEASE = 90;

/** What a conversation ordered for elsewhere. */
export interface Order {
  id: string;
  workspace: string;
  conversation: string;
  kind: string;
  payload: unknown;
  /** How often it was tried, this time included. */
  tries: number;
}

/** How an errand went: settled, with what the conversation is told of it; or to be tried again in so many seconds. */
export type Ran = { settled: 'done' | 'failed'; why?: string; tell?: Event } | { again: number; why: string };

/** How orders of one kind are carried out, outside of any transaction. */
export interface Errand {
  kind: string;
  run(order: Order): Promise<Ran>;
}

/** Tells a conversation of something, and does what is to be done in the same transaction. */
export type Teller = (
  place: { workspace: string; conversation: string },
  event: Event,
  also: (transaction: Transaction) => Promise<void>,
) => Promise<void>;

/**
 * Carries out what conversations have ordered. Each order is tried again when that makes sense, and its conversation is
 * told how it went. Delivery is at least once: a process that dies after sending sends again, under the same identity.
 */
export class Outbox {
  private readonly tables: Tables;
  private readonly errands: ReadonlyMap<string, Errand>;
  private readonly tell: Teller;
  private readonly wake: (after: number) => void;

  constructor(tables: Tables, errands: readonly Errand[], tell: Teller, wake: (after: number) => void) {
    this.tables = tables;
    this.errands = new Map(errands.map(errand => [errand.kind, errand]));
    this.tell = tell;
    this.wake = wake;
  }

  readonly duty: Duty = async () => {
    const orders = await this.claim();
    await fewAtOnce(6, orders, order => this.run(order));
    return orders.length === AT_ONCE;
  };

  /** Raw: what is due is claimed by one process alone, which takes rows that others hold as if they were not there. */
  private claim(): Promise<Order[]> {
    const { database } = this.tables;
    return database.transaction(async transaction => {
      const rows = await database.query<Order>(
        `SELECT id, workspace_id AS workspace, conversation_id AS conversation, kind, payload, tries FROM outbox
         WHERE due_at <= UTC_TIMESTAMP(3) AND kind IN (:kinds) ORDER BY due_at LIMIT ${AT_ONCE} FOR UPDATE SKIP LOCKED`,
        { replacements: { kinds: [...this.errands.keys()] }, type: QueryTypes.SELECT, transaction },
      );
      if (rows.length > 0)
        await database.query(
          `UPDATE outbox SET tries = tries + 1, due_at = UTC_TIMESTAMP(3) + INTERVAL ${LEASE} SECOND WHERE id IN (:ids)`,
          { replacements: { ids: rows.map(row => row.id) }, transaction },
        );
      return rows.map(row => ({ ...row, tries: row.tries + 1 }));
    });
  }

  private async run(order: Order): Promise<void> {
    const ran = await this.errands.get(order.kind)!.run(order);
    const rows = this.tables.in(order.workspace).of(outbox);
    const { why = null } = ran;
    if ('again' in ran) {
      await rows.change({ why, dueAt: new Date(Date.now() + ran.again * 1_000) }, { id: order.id });
      this.wake(ran.again * 1_000);
      return;
    }
    const settle = async (transaction?: Transaction): Promise<void> => {
      await rows.change({ settled: ran.settled, why, dueAt: null }, { id: order.id }, { transaction });
    };
    // The conversation is told in the transaction that settles the order, so that it is told once.
    if (ran.tell) await this.tell({ workspace: order.workspace, conversation: order.conversation }, ran.tell, settle);
    else await settle();
  }
}
