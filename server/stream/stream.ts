import { cut, type EntryBody, entryKindOf } from '@kineta/core';
import type { Logger } from 'pino';
import { QueryTypes } from 'sequelize';
import type { Duty } from '../clockwork/clockwork.ts';
import type { Transaction } from '../database/connect.ts';
import type { Tables } from '../database/rows.ts';
import { ask, asRows } from '../database/transaction.ts';
import type { Measure } from '../metrics/metrics.ts';
import type { Listener } from './listener.ts';
import { events, listeners, type StreamEvent } from './model.ts';

/** What is written of something that happened. */
export type Happened = Omit<StreamEvent, 'id'>;

/** How many events a listener hears of at once: few enough that nobody’s message waits for it. */
const AT_ONCE = 200;
/** How many are looked ahead at once, of which only the kind is read. */
const LOOKED_AT = 1_000;
/**
 * How old an event is, in milliseconds, before it is heard: a number is given a moment before its row is there, and
 * within this time a higher number must not be taken for the next.
 */
const SETTLED = 250;
/** How often in a row a listener may fail at the same event before that is passed over. */
const MOST_FAILURES = 8;
/** After so many milliseconds a listener that nothing was for is moved on all the same. */
const MOVED_ON_AFTER = 60_000;
/** For how many days events are kept, once every listener has heard them. */
const KEPT = 35;
const CLEARED_EVERY = 600_000;
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
export async function writeEvents(happened: readonly Happened[], transaction: Transaction): Promise<void> {
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
  const { marks, values } = asRows(rows);
  await ask(
    transaction,
    `INSERT INTO events (workspace_id, kind, at, conversation_id, flow_id, edition_id, number, said) VALUES ${marks}`,
    values,
  );
}

/**
 * Lets each listener hear of what happened, in order, each from where it is: one process at a time, every event once.
 * What a listener writes while it hears is committed together with how far it has come, so that after a crash it goes
 * on where it left off. What it fails at again and again is passed over, and logged.
 *
 * Each process looks ahead once for all of its listeners: as far as everything is committed, and which kinds there are.
 * A listener for whom there is nothing asks the database nothing.
 */
export class Stream {
  private readonly tables: Tables;
  private readonly heardBy: readonly Listener[];
  private readonly logger: Logger;
  /** Up to where everything is committed, as far as this process has looked. */
  private horizon = '0';
  /** The newest event of each kind that this process has seen. */
  private readonly newest = new Map<string, bigint>();
  /** Up to where each listener was when this process last saw to it, and when that was. */
  private readonly seen = new Map<string, { position: bigint; at: number; more: boolean }>();
  private cleared = Date.now();

  constructor(tables: Tables, heardBy: readonly Listener[], logger: Logger) {
    this.tables = tables;
    this.heardBy = heardBy;
    this.logger = logger;
  }

  /** Each listener sees to itself, so that one that fails holds up no other. */
  get duty(): Duty {
    return {
      name: 'stream',
      turn: async () => {
        const looked = await this.attempt(() => this.look());
        const heard = await Promise.all(this.heardBy.map(listener => this.attempt(() => this.turn(listener))));
        const cleared = await this.attempt(() => this.clear());
        return [looked, ...heard, cleared].includes(true);
      },
    };
  }

  /** How many events each listener has not heard yet. Raw: as far as the identities tell, which is near enough. */
  get measure(): Measure {
    return {
      name: 'kineta_listener_behind',
      help: 'How many events a listener has not heard yet.',
      labels: ['listener'],
      look: async () => {
        const rows = await this.tables.database.query<{ name: string; behind: string }>(
          'SELECT name, (SELECT COALESCE(MAX(id), 0) FROM events) - position AS behind FROM listeners',
          { type: QueryTypes.SELECT },
        );
        return rows.map(({ name, behind }) => ({ labels: { listener: name }, value: Math.max(0, Number(behind)) }));
      },
    };
  }

  private async attempt(work: () => Promise<boolean>): Promise<boolean> {
    try {
      return await work();
    } catch (error) {
      this.logger.error({ err: error }, 'the stream stumbled');
      return false;
    }
  }

  /** Makes a place for listeners that are new, from which they hear all that is still there. */
  async open(): Promise<void> {
    // Raw: of processes that start at once the first makes the place, and the others leave it as it is.
    for (const { name } of this.heardBy)
      await this.tables.database.query('INSERT IGNORE INTO listeners (name, position) VALUES (:name, 0)', {
        replacements: { name },
        type: QueryTypes.INSERT,
      });
    const places = await this.tables.everywhere(listeners).all({ name: this.heardBy.map(({ name }) => name) });
    const [least] = places.map(({ position }) => BigInt(position)).toSorted((a, b) => (a < b ? -1 : 1));
    this.horizon = String(least ?? 0n);
  }

  /**
   * Looks how far everything is committed. Raw: read under a shared lock, so that an event that is written but not
   * committed yet is waited for, not gone past: a transaction may take its number early and commit late.
   */
  private async look(): Promise<boolean> {
    const rows = await this.tables.database.query<{ id: string; kind: string; settled: number | string }>(
      `SELECT id, kind, at < UTC_TIMESTAMP(3) - INTERVAL ${SETTLED * 1_000} MICROSECOND AS settled
       FROM events WHERE id > :horizon ORDER BY id LIMIT ${LOOKED_AT} LOCK IN SHARE MODE`,
      { replacements: { horizon: this.horizon }, type: QueryTypes.SELECT },
    );
    for (const { id, kind, settled } of rows) {
      if (Number(settled) === 0) return false;
      this.horizon = id;
      this.newest.set(kind, BigInt(id));
    }
    return rows.length === LOOKED_AT;
  }

  private async turn(listener: Listener): Promise<boolean> {
    const { name, kinds } = listener;
    const seen = this.seen.get(name);
    const isFor = kinds.some(kind => (this.newest.get(kind) ?? 0n) > (seen?.position ?? 0n));
    const pace = isFor ? (listener.pace ?? 0) : MOVED_ON_AFTER;
    if (seen && !seen.more && Date.now() - seen.at < pace) return false;
    const { horizon } = this;
    let tell: (() => void) | undefined;
    let next: string | undefined;
    let more = false;
    try {
      await this.tables.database.transaction(async transaction => {
        const place = await this.place(listener, transaction);
        if (!place) return;
        // After a failure one by one, so that only what it fails at is passed over in the end.
        const most = place.failures > 0 ? 1 : AT_ONCE;
        const heard = await this.wanted(place.position, horizon, kinds, most, transaction);
        more = heard.length === most;
        next = heard[0]?.id;
        if (heard.length > 0) tell = await listener.hear(heard, transaction);
        const reached = more ? heard.at(-1)!.id : horizon;
        const position = BigInt(reached) > BigInt(place.position) ? reached : place.position;
        if (position !== place.position || place.failures > 0)
          await this.tables
            .everywhere(listeners)
            .change({ position, failures: 0, why: null }, { name }, { transaction });
        this.seen.set(name, { position: BigInt(position), at: Date.now(), more });
      });
    } catch (error) {
      this.seen.delete(name);
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

  /** What a listener wants to hear of, behind its place and as far as everything is committed. */
  private wanted(
    position: string,
    horizon: string,
    kinds: readonly string[],
    most: number,
    transaction: Transaction,
  ): Promise<StreamEvent[]> {
    // Raw: a stretch of the table by its key, of which few rows may be wanted.
    return this.tables.database.query<StreamEvent>(
      `SELECT id, workspace_id AS workspaceId, kind, at, conversation_id AS conversationId, flow_id AS flowId,
              edition_id AS editionId, number, said
       FROM events WHERE id > :position AND id <= :horizon AND kind IN (:kinds) ORDER BY id LIMIT ${most}`,
      { replacements: { position, horizon, kinds }, type: QueryTypes.SELECT, transaction },
    );
  }

  private async failed({ name }: Listener, event: string, error: unknown): Promise<void> {
    const rows = this.tables.everywhere(listeners);
    const place = await rows.one({ name });
    const failures = (place?.failures ?? 0) + 1;
    const why = cut(String((error as Error).message ?? error), 500);
    const passesOver = failures >= MOST_FAILURES;
    await rows.change(passesOver ? { position: event, failures: 0, why } : { failures, why }, { name });
    this.logger.error({ err: error, listener: name, event, failures, passesOver }, 'a listener failed');
  }

  /** Clears away what is old and was heard by all, a little at a time. */
  private async clear(): Promise<boolean> {
    if (Date.now() - this.cleared < CLEARED_EVERY) return false;
    this.cleared = Date.now();
    const places = await this.tables.everywhere(listeners).all({});
    // Identities come as text, which as numbers may be more than a number holds.
    const [heard] = places.map(({ position }) => BigInt(position)).toSorted((a, b) => (a < b ? -1 : 1));
    if (heard === undefined) return false;
    const removed = await this.tables
      .everywhere(events)
      .remove(
        { id: { upTo: String(heard) }, at: { before: new Date(Date.now() - KEPT * 86_400_000) } },
        { most: CLEARED_AT_ONCE },
      );
    if (removed === CLEARED_AT_ONCE) this.cleared = 0;
    return removed === CLEARED_AT_ONCE;
  }
}
