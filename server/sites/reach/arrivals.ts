import type { ReachAsked } from '@kineta/contract';
import { cut, FACT_IN_LINK, type Visit } from '@kineta/core';
import { QueryTypes } from 'sequelize';
import type { Tables } from '../../database/rows.ts';
import type { Site } from '../../house/ports.ts';
import { type Came, reachArrivals } from '../model.ts';
import { COUNTED_FOR } from './counts.ts';
import { OnceInAWhile } from './once-in-a-while.ts';

const DAY = 86_400_000;
/** So many are kept of a day and a site. */
export const KEPT_OF_A_DAY = 100;
/** What comes in so many milliseconds is written together; of more sites and days than so many none is kept until then. */
const TOGETHER = 5_000;
const MOST_SITES = 5_000;

/** Somebody who came to a page of a site, and when. */
export interface Arrival {
  at: Date;
  came: Came;
}

interface Waiting extends Arrival {
  site: Pick<Site, 'id' | 'workspace'>;
  day: string;
  slot: number;
}

/** What is longer, in an address, is no name of anything that a cue would ask for. */
const LONGEST_ASKED = 60;

/** A page’s address without what says who somebody is: what a link says of whoever follows it, addresses of mail, and secrets. */
function pageOf(page: string): string {
  const address = new URL(page);
  for (const [name, value] of [...address.searchParams])
    if (name.startsWith(FACT_IN_LINK) || value.includes('@') || value.length > LONGEST_ASKED)
      address.searchParams.delete(name);
  return cut(`${address.origin}${address.pathname}${address.search}`, 500);
}

/**
 * Some of those who come to the pages of sites, each day’s as good as drawn from all of that day (Vitter’s algorithm R, in each
 * process): by them it is told what another order of cues would have changed.
 */
export class Arrivals {
  private readonly tables: Tables;
  private readonly random: () => number;
  /** How many came of a site today. */
  private seen = new Map<string, number>();
  private today = '';
  private waiting = new Map<string, Waiting>();
  private readonly writer = new OnceInAWhile(() => this.write(), TOGETHER);

  constructor(tables: Tables, random: () => number = Math.random) {
    this.tables = tables;
    this.random = random;
  }

  /** Somebody came. @param visit as it is known */
  came(site: Pick<Site, 'id' | 'workspace'>, asked: ReachAsked, { referrer, knownPerson }: Visit, now: number): void {
    const at = new Date(now);
    const day = at.toISOString().slice(0, 10);
    if (day !== this.today) {
      this.today = day;
      this.seen = new Map();
    }
    const count = this.seen.get(site.id) ?? 0;
    if (count === 0 && this.seen.size >= MOST_SITES) return;
    this.seen.set(site.id, count + 1);
    const slot = count < KEPT_OF_A_DAY ? count : Math.floor(this.random() * (count + 1));
    if (slot >= KEPT_OF_A_DAY) return;
    const { page, device, language, visits, daysAway, lot } = asked;
    const came: Came = {
      page: pageOf(page),
      device,
      language,
      referrer,
      visits,
      ...(daysAway === undefined ? {} : { daysAway }),
      lot,
      isKnown: knownPerson,
    };
    this.waiting.set(`${site.id} ${day} ${slot}`, { site, day, slot, at, came });
    this.writer.soon();
  }

  close(): Promise<void> {
    return this.writer.close();
  }

  /** What cannot be written is given up: it is a sample. Raw: in the place of what was drawn before, in one statement. */
  private async write(): Promise<void> {
    const rows = [...this.waiting.values()].map(({ site, day, slot, at, came }) => [
      site.id,
      day,
      slot,
      site.workspace,
      at,
      JSON.stringify(came),
    ]);
    this.waiting = new Map();
    if (rows.length === 0) return;
    try {
      await this.tables.database.query(
        `INSERT INTO reach_arrivals (site_id, day, slot, workspace_id, at, came) VALUES ${rows.map(() => '(?)').join(', ')}
         ON DUPLICATE KEY UPDATE at = VALUES(at), came = VALUES(came)`,
        { replacements: rows, type: QueryTypes.INSERT },
      );
    } catch {
      // The site is gone, or the database.
    }
  }

  /** Those of the last days that are kept, the newest first. */
  async of(workspace: string, site: string): Promise<Arrival[]> {
    const since = new Date(Date.now() - COUNTED_FOR * DAY).toISOString().slice(0, 10);
    return this.tables
      .in(workspace)
      .of(reachArrivals)
      .all(
        { siteId: site, day: { after: since } },
        { by: 'at', newestFirst: true, most: COUNTED_FOR * KEPT_OF_A_DAY, only: ['at', 'came'] },
      );
  }
}
