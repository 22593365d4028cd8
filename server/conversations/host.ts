import { type EntryBody, entriesOf, type Notice } from '@kineta/contract';
import { type Act, type Event, type Facts, type Flow, fits, freshSession, play, type Session } from '@kineta/core';
import { QueryTypes } from 'sequelize';
import type { Directories, Directory } from '../account/model.ts';
import type { Database, Transaction } from '../database/connect.ts';
import type { Editions } from '../flows/model.ts';
import { writeNotice } from '../notices/model.ts';
import { type ConsentAct, keepConsents } from '../people/consents.ts';
import { type Remembered, remember } from '../people/model.ts';
import { type Appended, append, type Outcome } from './log.ts';
import type { Changes, ConversationRow } from './model.ts';
import { worldOf } from './performance.ts';

/** An email in the outbox, to one address. */
export interface MailOrder {
  step: string;
  to: string;
  subject: string;
  line: Extract<Act, { act: 'email' }>['line'];
  charts: Extract<Act, { act: 'email' }>['charts'];
  speaker: string;
  /** The origin that links of the site lead to. */
  site: string;
}
/** A call of a service in the outbox. */
export type ServiceOrder = Pick<Extract<Act, { act: 'call service' }>, 'ticket' | 'request'>;

/** How many flows may go on with each other on one event. */
const MOST_FLOWS = 5;
/** A pause of at least this many milliseconds is told to the team; a shorter one is only taken breath for. */
const LONG_PAUSE = 60_000;
/** While it waits no longer than this, the visitor sees that more is coming. */
const SHORT_WAIT = 20_000;

/**
 * Plays conversations on and carries out what their flows order: all of it in the transaction of the event, so that what
 * is said, remembered, timed and sent is kept together or not at all. What goes outside, mail and calls, waits in the
 * outbox until that is committed.
 */
export class Host {
  private readonly database: Database;
  private readonly directories: Directories;
  private readonly editions: Editions;

  constructor(database: Database, directories: Directories, editions: Editions) {
    this.database = database;
    this.directories = directories;
    this.editions = editions;
  }

  /**
   * Something happened that nobody did: a timer fell due, a service answered, an email came back. When people lead, the
   * flow stays quiet.
   * @param also what is to be written in the same transaction
   */
  async happen(
    place: { workspace: string; conversation: string },
    event: Event,
    also?: (transaction: Transaction) => Promise<void>,
  ): Promise<Appended> {
    const directory = await this.directories.of(place.workspace);
    return append(this.database, place, async (row, transaction) => {
      await also?.(transaction);
      const leads = row.holder === 'flow' || (row.holder === 'done' && row.session.state !== 'handed over');
      if (row.edition_id === null || !leads) {
        if (event.event !== 'undelivered') return { entries: [] };
        return { entries: [{ kind: 'direction', text: `The email to ${event.to} did not arrive: ${event.why}` }] };
      }
      return this.perform(row, event, directory, new Date(), transaction);
    });
  }

  /** Plays a conversation’s edition on; says what that adds to its log, and writes the rest. */
  async perform(
    row: ConversationRow,
    event: Event,
    directory: Directory,
    now: Date,
    transaction: Transaction,
  ): Promise<Outcome & { changes: Changes }> {
    const entries: EntryBody[] = [];
    const notices: Notice[] = [];
    const changes: Changes = {};
    const world = worldOf(directory, row, now.getTime());
    let edition = await this.editions.get(row.workspace_id, row.edition_id!, transaction);
    let session = row.session;
    let happening = event;
    const dues: number[] = [];
    for (let flows = 1; ; flows++) {
      const played = play(edition, session, happening, world);
      session = played.session;
      entries.push(...entriesOf(played.acts, edition.speaker));
      const due = await this.carryOut(played.acts, row, edition, session, directory, now, transaction, {
        entries,
        changes,
        notices,
      });
      if (due !== undefined) dues.push(due);
      const leave = played.acts.find(act => act.act === 'start flow');
      if (!leave) break;
      const other =
        flows < MOST_FLOWS ? await this.editionCalled(row.workspace_id, leave.flow, transaction) : undefined;
      if (!other) {
        const reason = `The flow wanted to go on with “${leave.flow}”, which is not published.`;
        entries.push({ kind: 'handed over', team: null, reason });
        session = { ...session, state: 'handed over' };
        Object.assign(changes, { holder: 'waiting', waiting_since: now, agent_id: null, team_id: null });
        break;
      }
      entries.push({ kind: 'went on with', flow: leave.flow, edition: other.number });
      changes.flow_id = other.flow;
      changes.edition_id = other.edition;
      edition = await this.editions.get(row.workspace_id, other.edition, transaction);
      session = freshSession(carried(session.facts, edition));
      happening = { event: 'opened' };
    }
    changes.session = session;
    if (changes.holder !== 'waiting') {
      if (session.state === 'ended') changes.holder = 'done';
      else if (session.state !== 'handed over' && session.state !== 'fresh') changes.holder = 'flow';
    }
    const due = dues.length > 0 ? Math.min(...dues) : undefined;
    const busy = session.state === 'calling' || (session.state === 'pausing' && due !== undefined && due <= SHORT_WAIT);
    return { entries, changes, notices, busy, ...(due === undefined ? {} : { due }) };
  }

  /** Carries out the acts of one flow that are more than entries. Returns in how many milliseconds something is due. */
  private async carryOut(
    acts: readonly Act[],
    row: ConversationRow,
    edition: Flow,
    session: Session,
    directory: Directory,
    now: Date,
    transaction: Transaction,
    outcome: { entries: EntryBody[]; changes: Changes; notices: Notice[] },
  ): Promise<number | undefined> {
    const { changes, notices } = outcome;
    const consents: ConsentAct[] = [];
    const remembered: Remembered[] = [];
    const orders: Array<{ kind: 'mail' | 'service'; payload: MailOrder | ServiceOrder }> = [];
    let timer: Extract<Act, { act: 'set timer' | 'clear timer' }> | undefined;
    let site: string | undefined;
    for (const act of acts) {
      switch (act.act) {
        case 'end':
          changes.outcome = act.outcome ?? null;
          break;
        case 'hand over':
          changes.holder = 'waiting';
          changes.waiting_since = now;
          changes.agent_id = null;
          changes.team_id = [...directory.teams.values()].find(team => team.name === act.team)?.id ?? null;
          break;
        case 'record consent':
        case 'withdraw consent':
          consents.push(act);
          break;
        case 'remember': {
          const type = edition.facts.find(fact => fact.name === act.fact)?.type ?? 'text';
          remembered.push({ fact: act.fact, type, value: act.value });
          break;
        }
        case 'email': {
          const { step, subject, line, charts } = act;
          site ??= await this.originOf(row, transaction);
          for (const to of act.to)
            orders.push({ kind: 'mail', payload: { step, to, subject, line, charts, speaker: edition.speaker, site } });
          break;
        }
        case 'call service':
          orders.push({ kind: 'service', payload: { ticket: act.ticket, request: act.request } });
          break;
        case 'notify':
          notices.push(await writeNotice(this.database, row, act, directory, now, transaction));
          break;
        case 'set timer':
        case 'clear timer':
          timer = act;
          break;
      }
    }
    if (consents.length > 0) await keepConsents(this.database, row, consents, now, transaction);
    if (remembered.length > 0) {
      const name = await remember(this.database, row.workspace_id, row.visitor_id, remembered, transaction);
      const email = remembered.find(({ type }) => type === 'email')?.value;
      if (name) changes.visitor_name = name;
      else if (row.visitor_name.startsWith('Visitor ') && typeof email === 'string')
        changes.visitor_name = email.slice(0, 200);
    }
    if (orders.length > 0)
      await this.database.query(
        'INSERT INTO outbox (workspace_id, conversation_id, kind, payload, due_at, created_at) VALUES :rows',
        {
          replacements: {
            rows: orders.map(({ kind, payload }) => [
              row.workspace_id,
              row.id,
              kind,
              JSON.stringify(payload),
              now,
              now,
            ]),
          },
          transaction,
        },
      );
    if (timer) await this.setTimer(row, timer, now, transaction);
    if (timer?.act === 'set timer' && session.state === 'pausing' && timer.after >= LONG_PAUSE)
      outcome.entries.push({ kind: 'paused', until: new Date(now.getTime() + timer.after).toISOString() });
    if (orders.length > 0) return 0;
    return timer?.act === 'set timer' ? timer.after : undefined;
  }

  private async setTimer(
    row: ConversationRow,
    timer: Extract<Act, { act: 'set timer' | 'clear timer' }>,
    now: Date,
    transaction: Transaction,
  ): Promise<void> {
    if (timer.act === 'clear timer')
      await this.database.query('DELETE FROM timers WHERE conversation_id = :id', {
        replacements: { id: row.id },
        transaction,
      });
    else
      await this.database.query(
        `INSERT INTO timers (conversation_id, workspace_id, ticket, due_at) VALUES (:id, :workspace, :ticket, :due)
         ON DUPLICATE KEY UPDATE ticket = VALUES(ticket), due_at = VALUES(due_at)`,
        {
          replacements: {
            id: row.id,
            workspace: row.workspace_id,
            ticket: timer.ticket,
            due: new Date(now.getTime() + timer.after),
          },
          transaction,
        },
      );
  }

  /** Where the conversation’s site lives, for links in emails. */
  private async originOf(row: ConversationRow, transaction: Transaction): Promise<string> {
    const [site] = await this.database.query<{ domains: string[] }>('SELECT domains FROM sites WHERE id = :id', {
      replacements: { id: row.site_id },
      type: QueryTypes.SELECT,
      transaction,
    });
    const domain = site?.domains.find(known => !known.startsWith('*.')) ?? '';
    if (domain === '') return '';
    return `${/^(localhost|127\.)/.test(domain) ? 'http' : 'https'}://${domain}`;
  }

  private async editionCalled(
    workspace: string,
    name: string,
    transaction: Transaction,
  ): Promise<{ flow: string; edition: string; number: number } | undefined> {
    const [found] = await this.database.query<{ flow: string; edition: string; number: number }>(
      `SELECT f.id AS flow, e.id AS edition, e.number FROM flows f JOIN editions e ON e.id = f.edition_id
       WHERE f.workspace_id = :workspace AND f.name = :name AND f.removed_at IS NULL ORDER BY f.id LIMIT 1`,
      { replacements: { workspace, name }, type: QueryTypes.SELECT, transaction },
    );
    return found;
  }
}

/** The facts that go along into another flow: those that it knows by the same name, and can hold. */
function carried(facts: Facts, edition: Flow): Facts {
  return Object.fromEntries(
    Object.entries(facts).filter(([name, value]) => {
      const fact = edition.facts.find(known => known.name === name);
      return fact !== undefined && fits(value, fact.type);
    }),
  );
}
