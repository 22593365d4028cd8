import { type Alert, STUDIO_NAMESPACE } from '@kineta/contract';
import {
  type AlertKind,
  type AlertStanding,
  alertingEvents,
  alertKindOf,
  alertKinds,
  type Concerned,
  cut,
  type Sound,
} from '@kineta/core';
import { QueryTypes } from 'sequelize';
import type { Transaction } from '../../database/connect.ts';
import type { House } from '../../house/house.ts';
import type { Directory, StandingNow } from '../../house/ports.ts';
import { rooms } from '../../live/rooms.ts';
import type { Listener } from '../../stream/listener.ts';
import type { StreamEvent } from '../../stream/model.ts';
import { alertSendings, alerts } from '../model.ts';
import type { TellingBooks } from './book.ts';
import { PAUSE, toldNow } from './told-now.ts';
import { saysOf } from './words.ts';

/** What is older than so many milliseconds when it is heard is told to nobody: it is no news. */
const STALE = 600_000;

/** One that stands, as far as it is decided on. */
interface Standing {
  id: string;
  kind: string;
  member: string | null;
}

/** What is told once all of it is committed. */
interface Telling {
  alert: Alert;
  /** The members who are told in any way, each with the sound that it makes. */
  members: Map<string, Sound | null>;
}

/** Hears of what members may be told of, and whom nobody need tell any more; who is told how is written with it. */
export function alertListener(house: House, books: TellingBooks): Listener {
  return {
    name: 'alerts',
    kinds: alertingEvents,
    async hear(events, transaction) {
      const hearing = new Hearing(house, books, transaction);
      await hearing.hear(events);
      return () => hearing.tell();
    },
  };
}

class Hearing {
  private readonly house: House;
  private readonly books: TellingBooks;
  private readonly transaction: Transaction;
  private readonly told: Telling[] = [];
  private readonly over = new Map<string, string[]>();
  private readonly standing = new Map<string, Standing[]>();

  constructor(house: House, books: TellingBooks, transaction: Transaction) {
    this.house = house;
    this.books = books;
    this.transaction = transaction;
  }

  async hear(events: readonly StreamEvent[]): Promise<void> {
    const ids = [...new Set(events.flatMap(({ conversationId }) => conversationId ?? []))];
    if (ids.length === 0) return;
    const [now] = await Promise.all([
      this.house.ports.conversations.standings(ids, this.transaction),
      this.readStanding(ids),
    ]);
    for (const event of events) {
      const row = now.get(event.conversationId ?? '');
      if (!row || row.isTest) continue;
      const directory = await this.house.ports.directories.of(row.workspace);
      await this.end(event, row, directory);
      if (Date.now() - event.at.getTime() < STALE) await this.call(event, row, directory);
    }
  }

  /** Tells those who have the studio open; nobody hears of what may be undone. */
  tell(): void {
    const studio = this.house.io.of(STUDIO_NAMESPACE);
    for (const [workspace, ids] of this.over) studio.to(rooms.workspace(workspace)).emit('alertsOver', { ids });
    for (const { alert, members } of this.told)
      for (const [member, sound] of members) studio.to(rooms.member(member)).emit('alert', { alert, sound });
    if (this.over.size > 0) this.house.wake(0);
    if (this.told.length > 0) this.house.wake(PAUSE);
  }

  /** Raw: those of all of these conversations at once, along an index. */
  private async readStanding(ids: readonly string[]): Promise<void> {
    const rows = await this.house.database.query<Standing & { conversation: string }>(
      `SELECT id, kind, member_id AS member, conversation_id AS conversation FROM alerts
       WHERE conversation_id IN (:ids) AND standing IS NOT NULL ORDER BY id`,
      { replacements: { ids: [...ids] }, type: QueryTypes.SELECT, transaction: this.transaction },
    );
    for (const { conversation, id, kind, member } of rows)
      this.in(String(conversation)).push({ id: String(id), kind, member: member === null ? null : String(member) });
  }

  private in(conversation: string): Standing[] {
    const there = this.standing.get(conversation) ?? [];
    this.standing.set(conversation, there);
    return there;
  }

  /** What is over after an event: nobody is told of it any more, and what was notified is taken back. */
  private async end(event: StreamEvent, row: StandingNow, directory: Directory): Promise<void> {
    const there = this.in(event.conversationId!);
    const standing = standingOf(row, directory);
    const over = there.filter(one => {
      const stands = alertKindOf(one.kind)?.stands;
      if (!stands) return true;
      if (stands.overBy.includes(event.kind)) return true;
      return stands.askedAfter.includes(event.kind) && !stands.still(standing, one.member ?? '');
    });
    if (over.length === 0) return;
    this.standing.set(
      event.conversationId!,
      there.filter(one => !over.includes(one)),
    );
    const ids = over.map(({ id }) => id);
    const overBy = row.agent === null ? null : (directory.members.get(row.agent)?.name ?? null);
    const { transaction } = this;
    await this.house.tables
      .in(row.workspace)
      .of(alerts)
      .change({ standing: null, overBy }, { id: ids }, { transaction });
    // Raw: what was notified goes out once more, to be taken back; the rest need not go.
    await this.house.database.query(
      `UPDATE alert_sendings SET
         due_at = IF(channel = 'push' AND went = 'sent', UTC_TIMESTAMP(3), NULL),
         tries = IF(went = 'sent', 0, tries),
         went = IF(went IS NULL, 'over', went), went_at = UTC_TIMESTAMP(3)
       WHERE alert_id IN (:ids) AND (went IS NULL OR (channel = 'push' AND went = 'sent'))`,
      { replacements: { ids }, type: QueryTypes.UPDATE, transaction },
    );
    this.over.set(row.workspace, [...(this.over.get(row.workspace) ?? []), ...ids]);
  }

  private async call(event: StreamEvent, row: StandingNow, directory: Directory): Promise<void> {
    for (const kind of alertKinds) {
      const concerned = kind.calledBy[event.kind]?.(event.said, standingOf(row, directory));
      if (!concerned) continue;
      const member = 'members' in concerned && kind.stands ? (concerned.members[0] ?? null) : null;
      const there = this.in(event.conversationId!);
      if (kind.stands && there.some(one => one.kind === kind.alert && one.member === member)) continue;
      const id = await this.write(kind, concerned, member, event, row, directory);
      if (id !== undefined && kind.stands) there.push({ id, kind: kind.alert, member });
    }
  }

  /** Whoever is told of it, with when; nothing where nobody is. */
  private async write(
    kind: AlertKind,
    concerned: Concerned,
    member: string | null,
    event: StreamEvent,
    row: StandingNow,
    directory: Directory,
  ): Promise<string | undefined> {
    const { tables } = this.house;
    const { transaction } = this;
    const { alert: code } = kind;
    const conversation = event.conversationId!;
    const told = await toldNow(this.house, this.books, { code, concerned, conversation, directory }, transaction);
    if (told.length === 0) return undefined;
    const by = typeof event.said.member === 'string' ? event.said.member : null;
    const text = cut(kind.text?.(event.said) ?? '', 1_000);
    const rows = tables.in(row.workspace);
    const id = await rows.of(alerts).add(
      {
        conversationId: conversation,
        kind: code,
        memberId: member,
        standing: kind.stands ? `${code} ${conversation} ${member ?? ''}`.trim() : null,
        byId: by,
        text,
        at: event.at,
      },
      { transaction },
    );
    const sendings = told.flatMap(one => {
      if (one.channel === 'sound') return [];
      const to = one.channel === 'push' ? { member: one.member } : one.to;
      return [
        {
          alertId: id,
          channel: one.channel,
          memberId: 'member' in to ? to.member : null,
          address: 'address' in to ? to.address : null,
          transcript: one.channel === 'mail' && one.transcript,
          dueAt: new Date(one.at),
        },
      ];
    });
    await rows.of(alertSendings).addAll(sendings, { transaction });
    const members = new Map<string, Sound | null>();
    for (const { memberId } of sendings) if (memberId !== null) members.set(memberId, null);
    for (const one of told) if (one.channel === 'sound') members.set(one.member, one.sound);
    const says = saysOf({ kind: code, text, byId: by }, row.visitor, directory);
    const alert = { id, of: code, conversation, visitor: row.visitor, says, at: event.at.toISOString() };
    this.told.push({ alert, members });
    return id;
  }
}

const standingOf = ({ holder, agent, team, offered }: StandingNow, { teams }: Directory): AlertStanding => ({
  holder,
  agent,
  offered,
  team: team === null ? null : (teams.get(team)?.name ?? null),
});
