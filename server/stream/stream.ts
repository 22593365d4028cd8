import { type EntryBody, entryKindOf } from '@kineta/core';
import type { Logger } from 'pino';
import { QueryTypes } from 'sequelize';
import type { Duty } from '../clockwork/clockwork.ts';
import type { Database, Transaction } from '../database/connect.ts';
import { Rows, type Tables } from '../database/rows.ts';
import type { Listener } from './listener.ts';
import { events, listeners, type StreamEvent } from './model.ts';

/** What is written of something that happened. */
export type Happened = Omit<StreamEvent, 'id'>;

/** How many events are gone through at once: few enough that nobody’s message waits for it. */
const AT_ONCE = 200;
/**
 * How old an event is, in milliseconds, before it is heard: a number is given a moment before its row is there, and
 * within this time a higher number must not be taken for the next.
 */
const SETTLED = 250;
/** How often in a row a listener may fail at the same event before that is passed over. */
const MOST_FAILURES = 8;
/** For how many days events are kept, once every listener has heard them. */
const KEPT = 35;
const CLEARED_AT_ONCE = 5_000;

/** The events that entries of a conversation are: those that their kinds tell the stream of. */
export function eventsOf(
  entries: ReadonlyArray<EntryBody & { number: number }>,
  where: Pick<Happened, 'workspaceId' | 'conversationId' | 'flowId' | 'editionId' | 'at'>,
): Happened[] {
  return entries.flatMap(entry => {
    const said = entryKindOf(entry)?.happens?.(entry);
    return said ? [{ ...where, kind: entry.kind, number: entry.number, said }] : [];
  });
}

/** Raw: it is written with every message, beside the entries, so that it costs no wait of its own. */
export async function writeEvents(
  database: Database,
  happened: readonly Happened[],
  transaction?: Transaction,
): Promise<void> {
  if (happened.length === 0) return;
  const rows = happened.map(one => [
    one.workspaceId,
    one.kind,
    one.at,
    one.conversationId,
    one.flowId,
    one.editionId,
    one.number,
    JSON.stringify(one.said),
  ]);
  await database.query(
    'INSERT INTO events (workspace_id, kind, at, conversation_id, flow_id, edition_id, number, said) VALUES :rows',
    { replacements: { rows }, type: QueryTypes.INSERT, transaction },
  );
}

/** An event that lies ahead of a listener: whether it wants to hear of it, and whether it is old enough. */
interface Ahead {
  id: string;
  wanted: number | string;
  settled: number | string;
}

/**
 * Lets each listener hear of what happened, in order, each from where it is: one process at a time, every event once.
 * What a listener writes while it hears is committed together with how far it has come, so that after a crash it goes
 * on where it left off. What it fails at again and again is passed over, and logged.
 */
export class Stream {
  private readonly tables: Tables;
  private readonly heardBy: readonly Listener[];
  private readonly logger: Logger;
  private cleared = 0;

  constructor(tables: Tables, heardBy: readonly Listener[], logger: Logger) {
    this.tables = tables;
    this.heardBy = heardBy;
    this.logger = logger;
  }

  /** Each listener looks for itself, so that a slow one holds up no other. */
  get duties(): Duty[] {
    return [...this.heardBy.map(listener => () => this.turn(listener)), () => this.clear()];
  }

  /** Makes a place for listeners that are new, from which they hear all that is still there. */
  async open(): Promise<void> {
    for (const { name } of this.heardBy)
      await this.tables.database.query(`INSERT IGNORE INTO listeners (name, position) VALUES (:name, 0)`, {
        replacements: { name },
        type: QueryTypes.INSERT,
      });
  }

  private async turn(listener: Listener): Promise<boolean> {
    const { database } = this.tables;
    let tell: (() => void) | undefined;
    let more = false;
    let next: string | undefined;
    try {
      more = await database.transaction(async transaction => {
        const place = await this.place(listener, transaction);
        if (!place) return false;
        const happened = await this.after(place.position, listener, transaction);
        const wanted = happened.filter(one => Number(one.wanted) === 1).map(({ id }) => id);
        // After a failure one by one, so that only what it fails at is passed over in the end.
        const heard = place.failures > 0 ? wanted.slice(0, 1) : wanted;
        const last = heard.length < wanted.length ? heard.at(-1) : happened.at(-1)?.id;
        if (last === undefined) return false;
        next = heard[0];
        if (heard.length > 0) {
          const rows = await this.tables.everywhere(events).all({ id: heard }, { by: 'id', transaction });
          tell = await listener.hear(rows, transaction);
        }
        await this.tables
          .everywhere(listeners)
          .change({ position: last, failures: 0, why: null }, { name: listener.name }, { transaction });
        return happened.length === AT_ONCE || heard.length < wanted.length;
      });
    } catch (error) {
      if (next === undefined) throw error;
      await this.failed(listener, next, error);
      return false;
    }
    tell?.();
    return more;
  }

  /** Raw: whichever process is first has it; the others do not wait for it. */
  private async place(
    { name }: Listener,
    transaction: Transaction,
  ): Promise<{ position: string; failures: number } | undefined> {
    const [place] = await this.tables.database.query<{ position: string; failures: number }>(
      'SELECT position, failures FROM listeners WHERE name = :name FOR UPDATE SKIP LOCKED',
      { replacements: { name }, type: QueryTypes.SELECT, transaction },
    );
    return place;
  }

  /**
   * Raw: read under a shared lock, so that an event that is written but not committed yet is waited for, not gone past:
   * a transaction may take its number early and commit late.
   */
  private async after(position: string, { kinds }: Listener, transaction: Transaction): Promise<Ahead[]> {
    const rows = await this.tables.database.query<Ahead>(
      `SELECT id, kind IN (:kinds) AS wanted,
              at < UTC_TIMESTAMP(3) - INTERVAL ${SETTLED * 1_000} MICROSECOND AS settled
       FROM events WHERE id > :position ORDER BY id LIMIT ${AT_ONCE} LOCK IN SHARE MODE`,
      { replacements: { position, kinds }, type: QueryTypes.SELECT, transaction },
    );
    const fresh = rows.findIndex(({ settled }) => Number(settled) === 0);
    return fresh < 0 ? rows : rows.slice(0, fresh);
  }

  private async failed({ name }: Listener, event: string, error: unknown): Promise<void> {
    const rows = this.tables.everywhere(listeners);
    const place = await rows.one({ name });
    const failures = (place?.failures ?? 0) + 1;
    const why = String((error as Error).message ?? error).slice(0, 500);
    const passesOver = failures >= MOST_FAILURES;
    await rows.change(passesOver ? { position: event, failures: 0, why } : { failures, why }, { name });
    this.logger.error({ err: error, listener: name, event, failures, passesOver }, 'a listener failed');
  }

  /** Clears away what is old and was heard by all, a little at a time. */
  private async clear(): Promise<boolean> {
    if (Date.now() - this.cleared < 600_000) return false;
    this.cleared = Date.now();
    const places = await this.tables.everywhere(listeners).all({});
    if (places.length === 0) return false;
    // Identities come as text, which as numbers may be more than a number holds.
    const [heard] = places.map(({ position }) => BigInt(position)).toSorted((a, b) => (a < b ? -1 : 1));
    const removed = await new Rows(this.tables.database, events, null).remove(
      { id: { upTo: String(heard) }, at: { before: new Date(Date.now() - KEPT * 86_400_000) } },
      { most: CLEARED_AT_ONCE },
    );
    if (removed === CLEARED_AT_ONCE) this.cleared = 0;
    return removed === CLEARED_AT_ONCE;
  }
}
