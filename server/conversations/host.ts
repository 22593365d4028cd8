import {
  type Act,
  cut,
  dice,
  type EntryBody,
  type Event,
  entriesOf,
  type Fact,
  type Facts,
  type Flow,
  fits,
  freshSession,
  hearsTimers,
  isLed,
  ledByRule,
  type OutsideFact,
  type Played,
  play,
  playBefore,
  played,
  type Session,
  type Value,
  visitorWrote,
} from '@kineta/core';
import { outbox } from '../clockwork/model.ts';
import type { Transaction } from '../database/connect.ts';
import type { Effect, Performing } from '../house/effect.ts';
import type { House } from '../house/house.ts';
import type { Directory } from '../house/ports.ts';
import { changesFor, holdingOf } from './holding.ts';
import { type Appended, append, appendTogether, type Outcome } from './log.ts';
import type { Changes, ConversationRow } from './model.ts';
import type { ToldBy } from './outside.ts';
import { spendTimer } from './timer-writes.ts';
import { worldOf } from './world.ts';

/** How many flows may go on with each other on one event. */
const MOST_FLOWS = 5;
/** While it waits no longer than this, in milliseconds, the visitor sees that more is coming. */
const SHORT_WAIT = 20_000;

/**
 * Plays conversations on and has the areas carry out what their flows order: all of it in the transaction of the event,
 * so that what is said, remembered, timed and sent is kept together or not at all. What goes outside waits in the outbox
 * until that is committed.
 */
export class Host {
  private readonly house: House;
  // biome-ignore lint/suspicious/noExplicitAny: each effect knows its own acts
  private readonly effects: ReadonlyArray<Effect<any>>;

  constructor(house: House) {
    this.house = house;
    this.effects = house.areas.flatMap(area => area.effects?.(house) ?? []);
  }

  /**
   * Something happened that nobody did: a timer fell due, what was ordered came or failed. When people have the
   * conversation, the flow stays quiet, and what failed is told to them.
   * @param also what is to be written in the same transaction
   */
  async happen(
    place: { workspace: string; conversation: string },
    event: Event,
    also?: (transaction: Transaction) => Promise<void>,
  ): Promise<Appended> {
    const directory = await this.house.ports.directories.of(place.workspace);
    return append(this.house, place, async (row, transaction) => {
      await also?.(transaction);
      return this.hears(row, event, directory, transaction);
    });
  }

  /** The same for timers of several conversations of a workspace, each by its ticket, in one transaction. */
  async timersFell(workspace: string, tickets: ReadonlyMap<string, number>): Promise<Appended[]> {
    const directory = await this.house.ports.directories.of(workspace);
    return appendTogether(this.house, { workspace, conversations: [...tickets.keys()] }, async (row, transaction) => {
      const ticket = tickets.get(row.id)!;
      spendTimer(transaction, row.id, ticket);
      return this.hears(row, { event: 'timer', ticket }, directory, transaction);
    });
  }

  private async hears(
    row: ConversationRow,
    event: Event,
    directory: Directory,
    transaction: Transaction,
  ): Promise<Outcome> {
    const holding = holdingOf(row);
    if (event.event === 'timer' ? hearsTimers(holding) : isLed(holding))
      return this.perform(row, event, directory, new Date(), transaction);
    if (event.event !== 'told' || event.outcome !== 'failed' || event.about === undefined) return { entries: [] };
    const says = { code: 'email undelivered', to: event.about, why: event.why };
    return { entries: [{ kind: 'direction', says }] };
  }

  /** A flow cannot go on, for a reason that is not its own: people have the conversation from here. */
  giveUp(
    place: { workspace: string; conversation: string },
    also: (transaction: Transaction) => Promise<void>,
  ): Promise<Appended> {
    return append(this.house, place, async (row, transaction) => {
      await also(transaction);
      // Who waits for a person waits on, without what the flow did until then.
      if (!isLed(holdingOf(row)) || row.holder === 'waiting') return { entries: [] };
      const to: Played = { does: 'hand over', team: null };
      return {
        entries: [{ kind: 'handed over', team: null, reason: { code: 'flow stumbled' } }],
        changes: changesFor(row, played(holdingOf(row), to, Date.now())),
      };
    });
  }

  /**
   * Plays a conversation on: what is asked before it, and then its edition. Says what that adds to its log, and writes the
   * rest.
   */
  async perform(
    row: ConversationRow,
    event: Event,
    directory: Directory,
    now: Date,
    transaction: Transaction,
  ): Promise<Outcome & { changes: Changes }> {
    const { editions } = this.house.ports;
    const { workspace_id: workspace } = row;
    const scene: Scene = { row, directory, now, transaction, entries: [], changes: {}, dues: [] };
    const { entries, changes, dues } = scene;
    const world = worldOf(directory, row, now.getTime());
    let edition = row.edition_id === null ? undefined : await editions.get(workspace, row.edition_id, transaction);
    // Who talks with a person is asked nothing; only a card that was sent in that moment still counts.
    const isSent = event.event === 'replied' && event.fields !== undefined;
    const asked = row.holder === 'agent' && !isSent ? undefined : playBefore(row.session, event, world);
    let session = asked?.session ?? row.session;
    let happening = asked?.next ?? event;
    if (asked) {
      changes.session = session;
      await this.carryOut(asked.acts, session, edition?.speaker ?? directory.workspace.name, scene);
      if (session.state === 'ended') leadOn(scene, { does: 'end' });
      else if (row.holder === 'done') leadOn(scene, { does: 'go on' });
      if (!asked.next) return { entries, changes };
      // What a flow throws at its beginning is the same whenever that is, so that a replay throws it too.
      if (happening.event === 'opened') world.random = dice(row.seed);
    }
    if (happening.event === 'opened' || happening.event === 'replied') {
      const { holding, plays } = visitorWrote(holdingOf(row), now.getTime());
      if (!plays) return { entries, changes: { ...changesFor(row, holding), ...changes } };
    }
    if (!edition) return { entries, changes };
    let to: Played | undefined;
    for (let flows = 1; ; flows++) {
      const { acts, session: next } = play(edition, session, happening, world);
      session = next;
      const came = await this.carryOut(acts, session, edition.speaker, scene);
      to = came.to;
      if (came.onWith === undefined) break;
      const { flow: name, scene: at } = came.onWith;
      const other = flows < MOST_FLOWS ? await editions.called(workspace, name, transaction) : undefined;
      if (!other) {
        const reason = { code: 'flow not published', flow: name };
        entries.push({ kind: 'handed over', team: null, reason });
        session = { ...session, state: 'handed over' };
        to = { does: 'hand over', team: null };
        break;
      }
      entries.push({ kind: 'went on with', flow: name, edition: other.number });
      changes.flow_id = other.flow;
      changes.edition_id = other.edition;
      edition = await editions.get(workspace, other.edition, transaction);
      const { before } = session;
      const { fetching, inLine } = row.session;
      session = {
        ...freshSession(carried(session.facts, edition)),
        ...(before ? { before } : {}),
        // Who waits for a person waits on, whichever flow goes on until one comes.
        ...(fetching ? { fetching: { step: fetching.step } } : {}),
        ...(inLine === undefined ? {} : { inLine }),
      };
      happening = edition.scenes.some(({ id }) => id === at) ? { event: 'handed back', to: at } : { event: 'opened' };
    }
    // Where the flow ends while somebody is waited for, that is over as well.
    if (session.state === 'ended') to = { does: 'end' };
    else if (session.state !== 'handed over' && session.state !== 'fresh' && !session.fetching)
      to ??= { does: 'go on' };
    if (to) leadOn(scene, to);
    changes.session = session;
    const due = dues.length > 0 ? Math.min(...dues) : undefined;
    const soon = session.state === 'pausing' && due !== undefined && due <= SHORT_WAIT;
    const busy = session.state === 'awaiting' || soon;
    return { entries, changes, busy, ...(due === undefined ? {} : { due }) };
  }

  /**
   * Somebody of the team puts right what is known. What is remembered of visitors is kept as when the flow learns it.
   * @param entry what stands in the log of it
   */
  async correct(
    row: ConversationRow,
    fact: Fact,
    value: Value,
    entry: EntryBody,
    around: Pick<Scene, 'directory' | 'now' | 'transaction'>,
  ): Promise<Outcome> {
    return this.keep(row, [{ fact, value }], [entry], around);
  }

  /** Something was told of the visitor from outside: it is known from here on, as when the flow learns it. */
  async takes(
    row: ConversationRow,
    told: readonly ToldBy[],
    around: Pick<Scene, 'directory' | 'now' | 'transaction'>,
  ): Promise<Outcome> {
    const entries = told.map(
      ({ by, facts }): EntryBody => ({
        kind: 'given',
        by,
        facts: facts.map(({ fact: { name, type }, value }) => ({ fact: name, type, value })),
      }),
    );
    return this.keep(
      row,
      told.flatMap(({ facts }) => facts),
      entries,
      around,
    );
  }

  /** Keeps facts in a conversation and, of what is remembered of visitors, for the next ones. */
  private async keep(
    row: ConversationRow,
    facts: readonly OutsideFact[],
    entries: EntryBody[],
    around: Pick<Scene, 'directory' | 'now' | 'transaction'>,
  ): Promise<Outcome> {
    const scene: Scene = { row, ...around, entries, changes: {}, dues: [] };
    const known = Object.fromEntries(facts.map(({ fact, value }) => [fact.name, value]));
    const session = { ...row.session, facts: { ...row.session.facts, ...known } };
    const remembered = facts.flatMap(({ fact: { name: fact, type, scope, person }, value }): Act[] =>
      scope === 'visitor' ? [{ act: 'remember', fact, type, value, ...(person ? { person } : {}) }] : [],
    );
    if (remembered.length > 0) await this.carryOut(remembered, session, around.directory.workspace.name, scene);
    return { entries: scene.entries, changes: { ...scene.changes, session } };
  }

  /**
   * Has a flow lead a conversation from one of its scenes, or from its beginning, whoever had it.
   * @returns what came of it, with what leads now; undefined when the flow, or its scene, is not there any more
   */
  async lead(
    row: ConversationRow,
    to: { flow: string; scene?: string | undefined },
    around: Pick<Scene, 'directory' | 'now' | 'transaction'>,
  ): Promise<{ outcome: Outcome; flow: string; scene?: { id: string; title: string }; other?: true } | undefined> {
    const { directory, now, transaction } = around;
    const { editions } = this.house.ports;
    const name = directory.flowNames.get(to.flow);
    const live = name === undefined ? undefined : await editions.called(row.workspace_id, name, transaction);
    if (name === undefined || !live) return undefined;
    // A conversation goes on with the edition that it began with, as long as it is the same flow.
    const isSame = row.flow_id === to.flow && row.edition_id !== null;
    const edition = await editions.get(row.workspace_id, isSame ? row.edition_id! : live.edition, transaction);
    const scene = edition.scenes.find(({ id }) => id === to.scene);
    if (to.scene !== undefined && !scene) return undefined;
    const { before } = row.session;
    const begins = { ...freshSession(carried(row.session.facts, edition)), ...(before ? { before } : {}) };
    const changes: Changes = {
      ...changesFor(row, ledByRule(holdingOf(row))),
      ...(isSame ? {} : { flow_id: live.flow, edition_id: live.edition }),
      ...(isSame && scene ? {} : { session: begins }),
    };
    const event: Event = scene ? { event: 'handed back', to: scene.id } : { event: 'opened' };
    const outcome = await this.perform({ ...row, ...changes }, event, directory, now, transaction);
    return {
      outcome: { ...outcome, changes: { ...changes, ...outcome.changes } },
      flow: name,
      ...(scene ? { scene: { id: scene.id, title: scene.title } } : {}),
      ...(isSame ? {} : { other: true as const }),
    };
  }

  /** Has something carried out that no flow has ordered, in the transaction of what it belongs to. */
  async order(
    row: ConversationRow,
    acts: readonly Act[],
    around: Pick<Scene, 'directory' | 'now' | 'transaction'>,
  ): Promise<Outcome> {
    const scene: Scene = { row, ...around, entries: [], changes: {}, dues: [] };
    await this.carryOut(acts, row.session, around.directory.workspace.name, scene);
    const { entries, changes, dues } = scene;
    return { entries, changes, ...(dues.length > 0 ? { due: Math.min(...dues) } : {}) };
  }

  /** Writes what acts leave in the log, and has every area carry out its share of them. */
  private async carryOut(
    acts: readonly Act[],
    session: Session,
    speaker: string,
    { row, directory, now, transaction, entries, changes, dues }: Scene,
  ): Promise<Performing['came']> {
    entries.push(...entriesOf(acts, speaker));
    const orders: Array<{ kind: string; what: string; payload: object }> = [];
    const performing: Performing = {
      conversation: {
        id: row.id,
        workspace: row.workspace_id,
        site: row.site_id,
        visitor: row.visitor_id,
        visitorName: changes.visitor_name ?? row.visitor_name,
        isTest: Boolean(row.is_test),
      },
      speaker,
      session,
      directory,
      now,
      transaction,
      entries,
      changes: {},
      came: {},
      order: (kind, what, payload) => orders.push({ kind, what: cut(what, 300), payload }),
      due: after => dues.push(after),
    };
    for (const effect of this.effects) {
      const own = acts.filter(({ act }) => effect.acts.includes(act));
      if (own.length > 0) await effect.carryOut(own, performing);
    }
    const { visitorName, outcome } = performing.changes;
    if (visitorName !== undefined) changes.visitor_name = visitorName;
    if (outcome !== undefined) changes.outcome = outcome;
    if (orders.length > 0) {
      await this.house.tables
        .in(row.workspace_id)
        .of(outbox)
        .addAll(
          orders.map(order => ({ ...order, conversationId: row.id, dueAt: now, createdAt: now })),
          { transaction },
        );
      dues.push(0);
    }
    return performing.came;
  }
}

/** An event of a conversation, and what comes of it until it is written. */
interface Scene extends Pick<Performing, 'directory' | 'now' | 'transaction' | 'entries'> {
  row: ConversationRow;
  changes: Changes;
  /** In how many milliseconds something falls due. */
  dues: number[];
}

function leadOn({ row, changes, now }: Scene, to: Played): void {
  Object.assign(changes, changesFor(row, played(holdingOf(row), to, now.getTime())));
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
