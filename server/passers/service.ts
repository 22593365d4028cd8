import type { Passer } from '@kineta/contract';
import { QueryTypes } from 'sequelize';
import type { Duty } from '../clockwork/clockwork.ts';
import type { Transaction } from '../database/connect.ts';
import type { House } from '../house/house.ts';
import type { Directory, Invitation, PastVisit, SignedIn } from '../house/ports.ts';
import { notFound, ProblemError } from '../http/problem.ts';
import { passers } from './model.ts';

/** Who has not said for so long that they look at a page has left it, in milliseconds. */
const THERE_FOR = 25_000;
/** So long what somebody said waits for the page to ask. */
export const WAITS_FOR = 30_000;
/** So long who spoke sees what became of it, and so long a row is kept. */
const SHOWN_FOR = 5 * 60_000;
const SHOWN = 200;
/** Of so many it is told how they came. */
const MOST_TOLD = 5;
/** So many of a site are kept, however many there are: the last who came. */
const MOST_OF_A_SITE = 2_000;

interface PasserRow {
  id: string;
  site: string;
  page: string;
  device: Passer['device'];
  language: string;
  referrer: string;
  pages: number;
  arrived_at: Date;
  page_at: Date;
  seen_at: Date;
  said_by: string | null;
  said: string | null;
  said_at: Date | null;
  conversation_id: string | null;
}

function standsOf({ conversation_id, said_at, seen_at }: PasserRow, now: number): 'waits' | 'met' | 'left' {
  if (conversation_id !== null) return 'met';
  const isThere = now - seen_at.getTime() < THERE_FOR && now - (said_at?.getTime() ?? 0) < WAITS_FOR;
  return isThere ? 'waits' : 'left';
}

function passerOf(row: PasserRow, { members }: Directory, now: number): Passer {
  const by = row.said_by === null ? undefined : members.get(row.said_by);
  return {
    id: row.id,
    site: row.site,
    page: row.page,
    arrivedAt: row.arrived_at.toISOString(),
    pageAt: row.page_at.toISOString(),
    pages: row.pages,
    device: row.device,
    language: row.language,
    referrer: row.referrer,
    spoken:
      by && row.said_at
        ? {
            by: { id: by.id, name: by.name },
            text: row.said ?? '',
            at: row.said_at.toISOString(),
            conversation: row.conversation_id,
            stands: standsOf(row, now),
          }
        : null,
  };
}

/** Who is on a workspace’s sites without a chat, and what is said to them. */
export class Passers {
  private readonly house: Pick<House, 'database' | 'tables' | 'ports'>;

  constructor(house: Pick<House, 'database' | 'tables' | 'ports'>) {
    this.house = house;
  }

  /** Who is on a site now: how they came to the page that they look at. */
  async there(workspace: string, site: string): Promise<PastVisit[]> {
    const rows = await this.house.tables
      .in(workspace)
      .of(passers)
      .all(
        { siteId: site, seenAt: { after: new Date(Date.now() - THERE_FOR) } },
        { by: 'arrivedAt', newestFirst: true, most: MOST_TOLD },
      );
    return rows.map(({ id, arrivedAt, page, device, language, referrer }) => ({
      id,
      who: '',
      at: arrivedAt,
      visit: { page, device, language, referrer, campaign: '', returning: false, knownPerson: false },
    }));
  }

  async list(me: SignedIn): Promise<{ passers: Passer[]; count: number }> {
    const now = Date.now();
    const [rows, directory] = await Promise.all([
      this.rows(
        me,
        `(p.seen_at > :there AND p.conversation_id IS NULL) OR (p.said_by = :me AND p.said_at > :shown)`,
        now,
      ),
      this.house.ports.directories.of(me.workspace),
    ]);
    const count = await this.house.tables
      .in(me.workspace)
      .of(passers)
      .count({ seenAt: { after: new Date(now - THERE_FOR) }, conversationId: null });
    return { passers: rows.map(row => passerOf(row, directory, now)), count };
  }

  /** Raw: with the names of their sites, along the indexes of who is there and to whom was spoken. */
  private rows(me: SignedIn, where: string, now: number, id?: string): Promise<PasserRow[]> {
    return this.house.database.query<PasserRow>(
      `SELECT p.*, s.name AS site FROM passers p JOIN sites s ON s.id = p.site_id
       WHERE p.workspace_id = :workspace AND (${where}) ORDER BY p.arrived_at DESC, p.id DESC LIMIT ${SHOWN}`,
      {
        replacements: {
          workspace: me.workspace,
          me: me.id,
          id,
          there: new Date(now - THERE_FOR),
          shown: new Date(now - SHOWN_FOR),
        },
        type: QueryTypes.SELECT,
      },
    );
  }

  /**
   * Says something to somebody, once they ask: theirs is the next word.
   * @throws {ProblemError} `not_found` when they have left, `already_taken` when somebody has spoken to them
   */
  async speak(me: SignedIn, id: string, text: string): Promise<Passer> {
    const now = Date.now();
    const directory = await this.house.ports.directories.of(me.workspace);
    // Raw: of two who speak at once, one is first.
    const [, changed] = await this.house.database.query(
      `UPDATE passers SET said_by = :me, said = :text, said_at = :now
       WHERE id = :id AND workspace_id = :workspace AND conversation_id IS NULL AND seen_at > :there
         AND (said_at IS NULL OR said_at <= :waits)`,
      {
        replacements: {
          me: me.id,
          text,
          id,
          workspace: me.workspace,
          now: new Date(now),
          there: new Date(now - THERE_FOR),
          waits: new Date(now - WAITS_FOR),
        },
        type: QueryTypes.UPDATE,
      },
    );
    const [row] = await this.rows(me, 'p.id = :id', now, id);
    if (!row) throw notFound('visitor on the site');
    const shown = passerOf(row, directory, now);
    if (changed > 0) return shown;
    if (shown.spoken && shown.spoken.stands !== 'left')
      throw new ProblemError('already_taken', `${shown.spoken.by.name} has just spoken to them.`);
    throw new ProblemError('not_found', 'They have left the page. What you wrote is still here.');
  }

  /** What is to be said to the visitor whose tab that was, if anything still is. */
  async invitation(site: { id: string; workspace: string }, passer: string): Promise<Invitation | undefined> {
    const row = await this.house.tables
      .in(site.workspace)
      .of(passers)
      .one({ siteId: site.id, passer, saidAt: { after: new Date(Date.now() - WAITS_FOR) } });
    if (!row || row.saidBy === null || row.said === null || row.conversationId !== null) return undefined;
    const member = (await this.house.ports.directories.of(site.workspace)).members.get(row.saidBy);
    if (!member || member.resting) return undefined;
    return { id: row.id, member: { id: member.id, name: member.name }, text: row.said };
  }

  /** It was said, in this conversation. @returns false when it was said already */
  async met(workspace: string, id: string, conversation: string, transaction: Transaction): Promise<boolean> {
    const changed = await this.house.tables
      .in(workspace)
      .of(passers)
      .change({ conversationId: conversation }, { id, conversationId: null }, { transaction });
    return changed > 0;
  }
}

/** Forgets who has left, and of a site with more than anybody could see all but the last. */
export function forgetting({ database, tables }: Pick<House, 'database' | 'tables'>): Duty {
  return {
    name: 'who has left the sites',
    every: 20_000,
    async turn() {
      const most = 1_000;
      const gone = await tables
        .everywhere(passers)
        .remove({ seenAt: { before: new Date(Date.now() - SHOWN_FOR) } }, { most });
      // Raw: counted over an index; whoever makes tabs up drives out the oldest.
      const full = await database.query<{ site: string; surplus: string }>(
        `SELECT site_id AS site, COUNT(*) - ${MOST_OF_A_SITE} AS surplus FROM passers GROUP BY site_id
         HAVING COUNT(*) > ${MOST_OF_A_SITE}`,
        { type: QueryTypes.SELECT },
      );
      for (const { site, surplus } of full)
        await database.query('DELETE FROM passers WHERE site_id = :site ORDER BY seen_at LIMIT :surplus', {
          replacements: { site, surplus: Math.min(Number(surplus), 10_000) },
          type: QueryTypes.DELETE,
        });
      return gone === most;
    },
  };
}
