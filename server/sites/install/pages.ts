import { cut } from '@kineta/core';
import { LRUCache } from 'lru-cache';
import { QueryTypes } from 'sequelize';
import type { Tables } from '../../database/rows.ts';
import type { Site } from '../../house/ports.ts';
import { sitePages, sites } from '../model.ts';

/** How often a page is written down again, in milliseconds, by each process; and how many pages of a site there are. */
const EVERY = 60_000;
const MOST = 500;
const SHOWN = 100;

/** By what a page is known: its host and its path, without what is asked of it. */
function named(host: string, path: string): string {
  const [plain = ''] = path.split(/[?#]/);
  return cut(`${host}${plain.startsWith('/') ? plain : `/${plain}`}`, 300);
}

/** The pages on which browsers of visitors had the chat, and when. */
export class Pages {
  private readonly tables: Tables;
  private readonly written = new LRUCache<string, true>({ max: 20_000, ttl: EVERY });

  constructor(tables: Tables) {
    this.tables = tables;
  }

  /** A page says that it has the chat. */
  async seen(site: Pick<Site, 'id' | 'workspace'>, host: string, path: string): Promise<void> {
    const page = named(host, path);
    const key = `${site.id} ${page}`;
    if (this.written.has(key)) return;
    this.written.set(key, true);
    const now = new Date();
    await this.tables
      .in(site.workspace)
      .of(sites)
      .change({ seenAt: now, seenOn: cut(host, 253) }, { id: site.id });
    const { database } = this.tables;
    // Raw: written or renewed in one statement.
    await database.query(
      `INSERT INTO site_pages (workspace_id, site_id, page, seen_at) VALUES (:workspace, :site, :page, :now)
       ON DUPLICATE KEY UPDATE seen_at = :now`,
      { replacements: { workspace: site.workspace, site: site.id, page, now }, type: QueryTypes.INSERT },
    );
    const pages = this.tables.in(site.workspace).of(sitePages);
    const over = (await pages.count({ siteId: site.id })) - MOST;
    // Raw: whoever makes up pages drives out the oldest, and those that are there come again within a minute.
    if (over > 0)
      await database.query('DELETE FROM site_pages WHERE site_id = :site ORDER BY seen_at LIMIT :over', {
        replacements: { site: site.id, over },
        type: QueryTypes.DELETE,
      });
  }

  /** When a browser last had the chat on a page. */
  async seenOn(workspace: string, site: string, { host, pathname }: URL): Promise<Date | undefined> {
    const row = await this.tables
      .in(workspace)
      .of(sitePages)
      .one({ siteId: site, page: named(host, pathname) });
    return row?.seenAt;
  }

  async of(workspace: string, site: string): Promise<Array<{ page: string; at: string }>> {
    const rows = await this.tables
      .in(workspace)
      .of(sitePages)
      .all({ siteId: site }, { by: 'seenAt', newestFirst: true, most: SHOWN });
    return rows.map(({ page, seenAt }) => ({ page, at: seenAt.toISOString() }));
  }
}
