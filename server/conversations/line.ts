import { VISITOR_NAMESPACE } from '@kineta/contract';
import { expectedWait, type Pace, type Presence, placesIn, toldWait } from '@kineta/core';
import { LRUCache } from 'lru-cache';
import { QueryTypes } from 'sequelize';
import type { Duty } from '../clockwork/clockwork.ts';
import type { House } from '../house/house.ts';
import type { Directory, Site } from '../house/ports.ts';
import { answeringFor, isAtDesk } from '../house/there.ts';
import { rooms } from '../live/rooms.ts';
import { workspacesWithLine } from './routing.ts';
import { paceOf } from './turns.ts';
import type { VisitorService } from './visitors.ts';

/** How often visitors are told where they stand, in milliseconds: where that is new. */
const EVERY = 2_000;
/** How many of a line are told; for who stands behind them it is too long to be counted. */
const MOST = 2_000;
/** For how long it is good how long people have conversations, in milliseconds. */
const PACE_FOR = 30_000;

const newsOf = ({ open, changes }: Presence): string => `${open} ${changes}`;

/** What the visitors of this process were told last of how it is: they are told what is new only. */
export class Line {
  private readonly house: House;
  private readonly visitors: VisitorService;
  /** The sites whose chat is open, with their workspaces; and what was told there of who is there. */
  private readonly sites = new Map<string, string>();
  private readonly there = new Map<string, string>();
  private readonly told = new Map<string, string>();
  private readonly paces = new LRUCache<string, Promise<Pick<Pace, 'held' | 'takenIn'>>>({ max: 500, ttl: PACE_FOR });

  constructor(house: House, visitors: VisitorService) {
    this.house = house;
    this.visitors = visitors;
  }

  /** A page of a visitor’s has come, and was told who is there: what it is told from now on follows from that. */
  comes(site: Pick<Site, 'id' | 'workspace'>, conversation: string, welcomed: Presence): void {
    this.sites.set(site.id, site.workspace);
    this.told.delete(conversation);
    // Others were told otherwise: everybody is told once more.
    if (this.there.get(site.id) !== newsOf(welcomed)) this.there.delete(site.id);
  }

  /** Tells those who have the chat open whether somebody is there, when that has changed. */
  async tellWhoIsThere(): Promise<void> {
    const end = this.house.io.of(VISITOR_NAMESPACE);
    for (const [id, workspace] of this.sites) {
      if (!end.adapter.rooms.has(rooms.site(id))) {
        this.sites.delete(id);
        this.there.delete(id);
        continue;
      }
      const { open, changes } = await this.visitors.presence({ id, workspace });
      const news = newsOf({ open, changes });
      const before = this.there.get(id);
      this.there.set(id, news);
      if (before !== news) end.local.to(rooms.site(id)).emit('now', { open, changes });
    }
  }

  /** Tells those who wait, and have a page open in this process, where they stand and how long it may take. */
  async tell(): Promise<void> {
    const waiting = new Set<string>();
    const here = new Set(this.sites.values());
    for (const workspace of await workspacesWithLine(this.house))
      if (here.has(workspace)) await this.tellIn(workspace, waiting);
    for (const conversation of this.told.keys()) if (!waiting.has(conversation)) this.told.delete(conversation);
  }

  /** Where somebody stands who waits, and for how many minutes that may be; nothing of who does not, or stands too far behind. */
  async placeOf(workspace: string, conversation: string): Promise<{ place?: number; minutes?: number | null }> {
    const line = await this.lineOf(workspace);
    const own = line.find(({ id }) => id === conversation);
    if (!own) return {};
    const place = placesIn(line).get(conversation)!;
    const directory = await this.house.ports.directories.of(workspace);
    return { place, minutes: toldWait(expectedWait(place, await this.paceOf(workspace, own.team, directory))) };
  }

  /** Raw: along the index of who waits. */
  private async lineOf(workspace: string): Promise<Array<{ id: string; team: string | null }>> {
    const line = await this.house.database.query<{ id: string; team: string | null }>(
      `SELECT id, team_id AS team FROM conversations WHERE workspace_id = :workspace AND holder = 'waiting'
       ORDER BY line_at, id LIMIT ${MOST}`,
      { replacements: { workspace }, type: QueryTypes.SELECT },
    );
    return line.map(({ id, team }) => ({ id: String(id), team }));
  }

  private async tellIn(workspace: string, waiting: Set<string>): Promise<void> {
    const end = this.house.io.of(VISITOR_NAMESPACE);
    const line = await this.lineOf(workspace);
    const here = line.filter(({ id }) => (end.adapter.rooms.get(rooms.visitor(id))?.size ?? 0) > 0);
    if (here.length === 0) return;
    const places = placesIn(line);
    const directory = await this.house.ports.directories.of(workspace);
    for (const { id, team } of here) {
      const place = places.get(id)!;
      const minutes = toldWait(expectedWait(place, await this.paceOf(workspace, team, directory)));
      waiting.add(id);
      const news = `${place} ${minutes}`;
      if (this.told.get(id) === news) continue;
      this.told.set(id, news);
      // Each process tells its own: none is told twice.
      end.local.to(rooms.visitor(id)).emit('now', { place, minutes });
    }
  }

  private async paceOf(workspace: string, team: string | null, directory: Directory): Promise<Pace> {
    const key = `${workspace} ${team}`;
    let known = this.paces.get(key);
    if (!known) {
      known = paceOf(this.house, workspace, team);
      // Kept once: putting it back with every look would make it good for ever.
      this.paces.set(key, known);
      known.catch(() => this.paces.delete(key));
    }
    const theirs = team === null ? undefined : directory.teams.get(team);
    const there = answeringFor(directory, theirs).filter(({ availability }) => isAtDesk(availability));
    const sum = (of: (one: (typeof there)[number]) => number): number => there.reduce((all, one) => all + of(one), 0);
    return {
      ...(await known),
      most: sum(({ attendance }) => attendance.most),
      holds: sum(({ attendance }) => Math.min(attendance.holds, attendance.most)),
    };
  }
}

/** Tells visitors, again and again, who is there and where they stand. */
export function standing(line: Line): Duty {
  return {
    name: 'how it is now',
    every: EVERY,
    async turn() {
      await line.tellWhoIsThere();
      await line.tell();
      return false;
    },
  };
}
