import type { CueCount } from '@kineta/contract';
import { QueryTypes } from 'sequelize';
import type { Database } from '../../database/connect.ts';
import type { Site } from '../../house/ports.ts';
import { OnceInAWhile } from './once-in-a-while.ts';

const DAY = 86_400_000;
/** Over so many days it is told how often a cue was met. */
export const COUNTED_FOR = 30;
/** What happens in so many milliseconds is written together; of more cues than so many nothing is counted until then. */
const TOGETHER = 2_000;
const MOST_WAITING = 20_000;

type What = 'met' | 'appeared' | 'taken';
interface Count extends Record<What, number> {
  site: Pick<Site, 'id' | 'workspace'>;
  cue: string;
  day: string;
}

/** How often cues are met, appear and are taken up. However many pages ask, each process writes once in a while. */
export class CueCounts {
  private readonly database: Database;
  private waiting = new Map<string, Count>();
  private readonly writer = new OnceInAWhile(() => this.write(), TOGETHER);

  constructor(database: Database) {
    this.database = database;
  }

  count(site: Pick<Site, 'id' | 'workspace'>, cue: string, what: What): void {
    const day = new Date().toISOString().slice(0, 10);
    const key = `${site.id} ${cue} ${day}`;
    const known = this.waiting.get(key);
    if (!known && this.waiting.size >= MOST_WAITING) return;
    const count = known ?? { site, cue, day, met: 0, appeared: 0, taken: 0 };
    count[what]++;
    this.waiting.set(key, count);
    this.writer.soon();
  }

  /** Writes what is there, and begins nothing any more. */
  close(): Promise<void> {
    return this.writer.close();
  }

  /** A figure that cannot be written is given up: nobody waits for it. Raw: added to what is there, in one statement. */
  private async write(): Promise<void> {
    const counts = this.waiting;
    this.waiting = new Map();
    if (counts.size === 0) return;
    // In one order in all processes, so that none waits for a row of another while it has one that the other wants.
    const rows = [...counts.keys()].sort().map(key => {
      const { site, cue, day, met, appeared, taken } = counts.get(key)!;
      return [site.id, cue, day, site.workspace, met, appeared, taken];
    });
    try {
      await this.database.query(
        `INSERT INTO cue_days (site_id, cue, day, workspace_id, met, appeared, taken) VALUES ${rows.map(() => '(?)').join(', ')}
         ON DUPLICATE KEY UPDATE met = met + VALUES(met), appeared = appeared + VALUES(appeared), taken = taken + VALUES(taken)`,
        { replacements: rows, type: QueryTypes.INSERT },
      );
    } catch {
      // The site is gone, or the database: as above.
    }
  }

  /** How often in the last days, by cue. Raw: sums. */
  async of(workspace: string, site: string): Promise<CueCount[]> {
    const since = new Date(Date.now() - COUNTED_FOR * DAY).toISOString().slice(0, 10);
    const rows = await this.database.query<Record<keyof CueCount, string>>(
      `SELECT cue, SUM(met) AS met, SUM(appeared) AS appeared, SUM(taken) AS taken FROM cue_days
       WHERE site_id = :site AND workspace_id = :workspace AND day > :since GROUP BY cue`,
      { replacements: { site, workspace, since }, type: QueryTypes.SELECT },
    );
    return rows.map(({ cue, met, appeared, taken }) => ({
      cue,
      met: Number(met),
      appeared: Number(appeared),
      taken: Number(taken),
    }));
  }
}
