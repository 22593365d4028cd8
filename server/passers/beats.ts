import type { Here } from '@kineta/contract';
import { cut } from '@kineta/core';
import { QueryTypes } from 'sequelize';
import type { Database } from '../database/connect.ts';
import type { Site } from '../house/ports.ts';
import { ProblemError } from '../http/problem.ts';
import { WAITS_FOR } from './service.ts';

/** What comes in so many milliseconds is written together; more than so many at a time are told to come later. */
const TOGETHER = 300;
const MOST_WAITING = 2_000;

interface Beat {
  site: Pick<Site, 'id' | 'workspace'>;
  here: Here;
  told(come: boolean): void;
  failed(error: unknown): void;
}

const hostOf = (address: string): string => (URL.canParse(address) ? new URL(address).host : '');
/** A page as its site names it, whatever stands in the rest of its address. */
const pageOf = (page: string): string =>
  URL.canParse(page, 'https://site.example') ? new URL(page, 'https://site.example').pathname : '/';

/**
 * What pages say while somebody looks at them. However many they are, each process writes once in a while, and asks in the
 * same go for whom somebody of the team has something to say to.
 */
export class Beats {
  private readonly database: Database;
  /** By site and tab: a tab that says it twice is written once, as it was last. */
  private waiting = new Map<string, Beat[]>();
  private timer: ReturnType<typeof setTimeout> | undefined;
  private writing: Promise<void> = Promise.resolve();

  constructor(database: Database) {
    this.database = database;
  }

  /**
   * @returns whether somebody has something to say to them
   * @throws {ProblemError} `slow_down` when there are too many
   */
  hear(site: Pick<Site, 'id' | 'workspace'>, here: Here): Promise<boolean> {
    if (this.waiting.size >= MOST_WAITING)
      throw new ProblemError('slow_down', 'Too many are here just now.', { retryAfter: 30 });
    const key = `${site.id} ${here.passer}`;
    const told = new Promise<boolean>((resolve, reject) => {
      this.waiting.set(key, [...(this.waiting.get(key) ?? []), { site, here, told: resolve, failed: reject }]);
    });
    this.timer ??= setTimeout(() => {
      this.timer = undefined;
      this.writing = this.writing.then(() => this.write());
    }, TOGETHER);
    return told;
  }

  /** Writes what is there, and begins nothing any more. */
  async close(): Promise<void> {
    clearTimeout(this.timer);
    await this.writing;
    await this.write();
  }

  private async write(): Promise<void> {
    const beats = this.waiting;
    this.waiting = new Map();
    if (beats.size === 0) return;
    // In one order in all processes, so that none waits for a row of the other while it has one that the other wants.
    const keys = [...beats.keys()].sort();
    try {
      const asked = await this.keep(keys.map(key => beats.get(key)!.at(-1)!));
      for (const key of keys) for (const beat of beats.get(key)!) beat.told(asked.has(key));
    } catch (error) {
      for (const key of keys) for (const beat of beats.get(key)!) beat.failed(error);
    }
  }

  /** Raw: some thousand pages say it every ten seconds, so they are written together. @returns who is to come, by site and tab */
  private async keep(beats: readonly Beat[]): Promise<Set<string>> {
    const now = new Date();
    const rows = beats.map(({ site, here }) => [
      site.workspace,
      site.id,
      here.passer,
      cut(pageOf(here.page), 500),
      here.device,
      cut(here.language, 35),
      cut(hostOf(here.referrer), 200),
      1,
      now,
      now,
      now,
    ]);
    await this.database.query(
      `INSERT INTO passers
         (workspace_id, site_id, passer, page, device, language, referrer, pages, arrived_at, page_at, seen_at)
       VALUES :rows
       ON DUPLICATE KEY UPDATE pages = passers.pages + (passers.page <> VALUES(page)),
         page_at = IF(passers.page <> VALUES(page), VALUES(page_at), passers.page_at),
         page = VALUES(page), seen_at = VALUES(seen_at)`,
      { replacements: { rows }, type: QueryTypes.INSERT },
    );
    const asked = await this.database.query<{ site: string; passer: string }>(
      `SELECT site_id AS site, passer FROM passers
       WHERE said_at > :lately AND conversation_id IS NULL LIMIT ${MOST_WAITING}`,
      { replacements: { lately: new Date(now.getTime() - WAITS_FOR) }, type: QueryTypes.SELECT },
    );
    return new Set(asked.map(({ site, passer }) => `${site} ${passer}`));
  }
}
