import { type HelpSite, MOST_PARTS } from '@kineta/contract';
import { cut, type FoundPart, questionKey } from '@kineta/core';
import { QueryTypes } from 'sequelize';
import type { Duty } from '../../clockwork/clockwork.ts';
import type { Row } from '../../database/table.ts';
import type { House } from '../../house/house.ts';
import { notFetchedWords } from '../../house/not-fetched.ts';
import { notFound, ProblemError } from '../../http/problem.ts';
import { helpPages, helpSites } from '../model.ts';
import { mayRead, type Robots, readRobots, readsAll, readsNothing } from './robots.ts';
import { readSitemap } from './sitemap.ts';

const DAY = 86_400_000;
/** So many sites a workspace has read, of each so many pages, from so many sitemaps. */
const MOST_SITES = 20;
const MOST_PAGES = 500;
const MOST_SITEMAPS = 20;
/** So many pages are kept of one, with those that were listed before. */
const MOST_KEPT = 2 * MOST_PAGES;
/** So many parts of a page are kept, and of what each answers so much. */
const MOST_OF_A_PAGE = 300;
const LONGEST_ANSWER = 20_000;
/** So many pages are read at a time for who looks through them. */
const LOOKED_THROUGH = 25;
/** So many sites are read at once, each of another workspace, and so many pages in one turn. */
const AT_ONCE = 2;
const PAGES_A_TURN = 5;
/** So long a site is left to the process that reads it, in milliseconds: longer than a page may take. */
const LEASE = 120_000;
const LONGEST_WHY = 300;
const LONGEST_ADDRESS = 1_000;

type SiteRow = Row<(typeof helpSites)['columns']>;
type PageRow = Row<(typeof helpPages)['columns']>;

function siteOf(
  { id, address, everyDays, state, why, leftOut, readAt, changes, changesAt }: SiteRow,
  count?: { pages: number; waiting: string; refused: string },
): HelpSite {
  return {
    id,
    address,
    everyDays,
    state,
    why,
    leftOut,
    pages: Number(count?.pages ?? 0),
    waiting: Number(count?.waiting ?? 0),
    refused: Number(count?.refused ?? 0),
    readAt: readAt?.toISOString() ?? null,
    changed: changesAt && { count: changes, at: changesAt.toISOString() },
  };
}

/** What a page was found to answer: nothing, where it is there no more. */
export interface PageRead {
  /** Its path, by which what is taken in from it is known. */
  source: string;
  parts: readonly FoundPart[];
}

/** Reads sites for what they answer, page by page: what is stopped in the middle goes on from there, by whichever process. */
export class SiteReading {
  private readonly house: Pick<House, 'tables' | 'database' | 'ports' | 'logger'>;
  private readonly parts: (html: string) => Promise<readonly FoundPart[]>;

  /** @param parts what a page answers @throws `ProblemError` with why it cannot be read */
  constructor(
    house: Pick<House, 'tables' | 'database' | 'ports' | 'logger'>,
    parts: (html: string) => Promise<readonly FoundPart[]>,
  ) {
    this.house = house;
    this.parts = parts;
  }

  private sites(workspace: string) {
    return this.house.tables.in(workspace).of(helpSites);
  }
  private pages(workspace: string) {
    return this.house.tables.in(workspace).of(helpPages);
  }

  async all(workspace: string): Promise<HelpSite[]> {
    return this.shown(workspace, await this.sites(workspace).all({}, { by: 'id', most: MOST_SITES }));
  }

  /** Sites with how far they are, which is asked for again and again while one is read: counted for all of them at once. */
  private async shown(workspace: string, rows: readonly SiteRow[]): Promise<HelpSite[]> {
    if (rows.length === 0) return [];
    // Raw: three counts by site in one round trip, along the index of what waits.
    const counts = await this.house.database.query<{ id: string; pages: number; waiting: string; refused: string }>(
      `SELECT help_site_id AS id, COUNT(*) AS pages, SUM(waits) AS waiting, SUM(NOT waits AND why IS NOT NULL) AS refused
       FROM help_pages WHERE workspace_id = :workspace AND help_site_id IN (:sites) GROUP BY help_site_id`,
      { replacements: { workspace, sites: rows.map(({ id }) => id) }, type: QueryTypes.SELECT },
    );
    const bySite = new Map(counts.map(count => [String(count.id), count]));
    return rows.map(row => siteOf(row, bySite.get(row.id)));
  }

  private async row(workspace: string, id: string): Promise<SiteRow> {
    const row = await this.sites(workspace).one({ id });
    if (!row) throw notFound('site');
    return row;
  }

  async one(workspace: string, id: string): Promise<HelpSite> {
    const [site] = await this.shown(workspace, [await this.row(workspace, id)]);
    return site!;
  }

  /** Begins to read a site. @throws {ProblemError} `known_already` at the address */
  async begin(workspace: string, address: string, everyDays: number | null): Promise<HelpSite> {
    const { href } = new URL(address);
    const refuse = (message: string) =>
      new ProblemError('known_already', message, { fields: [{ path: 'body.address', message }] });
    if (await this.sites(workspace).one({ address: href })) throw refuse('This site is read already.');
    if ((await this.sites(workspace).count({})) >= MOST_SITES)
      throw refuse(`${MOST_SITES} sites are read already, and no more can be.`);
    const id = await this.sites(workspace).add({ address: href, everyDays, state: 'listing', dueAt: new Date() });
    return this.one(workspace, id);
  }

  /** Reads it again, from the list of its pages on; now, or as often as is said. */
  async again(workspace: string, id: string): Promise<HelpSite> {
    await this.row(workspace, id);
    await this.sites(workspace).change({ state: 'listing', why: null, dueAt: new Date() }, { id });
    return this.one(workspace, id);
  }

  async often(workspace: string, id: string, everyDays: number | null): Promise<HelpSite> {
    const { state, readAt } = await this.row(workspace, id);
    const dueAt = everyDays === null || !readAt ? null : new Date(readAt.getTime() + everyDays * DAY);
    await this.sites(workspace).change({ everyDays, ...(state === 'read' ? { dueAt } : {}) }, { id });
    return this.one(workspace, id);
  }

  /** Reads no more of it; what was read stays to be looked through. */
  async stop(workspace: string, id: string): Promise<HelpSite> {
    await this.row(workspace, id);
    await this.sites(workspace).change({ state: 'stopped', dueAt: null }, { id, state: ['listing', 'reading'] });
    return this.one(workspace, id);
  }

  async leave(workspace: string, id: string): Promise<void> {
    if ((await this.sites(workspace).remove({ id })) === 0) throw notFound('site');
  }

  /** What its pages were found to answer, of those that were read; not much more than is looked through at once. */
  async found(workspace: string, id: string): Promise<PageRead[]> {
    await this.row(workspace, id);
    const pages: PageRead[] = [];
    let parts = 0;
    let last = '0';
    while (parts <= MOST_PARTS) {
      const rows = await this.pages(workspace).all(
        { helpSiteId: id, waits: false, id: { after: last } },
        { by: 'id', most: LOOKED_THROUGH },
      );
      for (const { address, found, why } of rows) {
        // Of a page that is there no more everything is.
        if (!found && why !== GONE) continue;
        pages.push({ source: new URL(address).pathname, parts: found ?? [] });
        parts += found?.length ?? 0;
      }
      if (rows.length < LOOKED_THROUGH) break;
      last = rows.at(-1)!.id;
    }
    return pages;
  }

  /** Goes on with the sites whose time has come. @returns whether there may be more */
  async readDue(): Promise<boolean> {
    const due = await this.claim();
    await Promise.all(due.map(row => this.goOn(row)));
    return due.length > 0;
  }

  private claim(): Promise<SiteRow[]> {
    const { database } = this.house;
    return database.transaction(async transaction => {
      // Raw: what another process reads just now is gone past, along the index of what is due.
      const ids = await database.query<{ id: string; workspace: string }>(
        `SELECT id, workspace_id AS workspace FROM help_sites WHERE due_at <= UTC_TIMESTAMP(3)
         ORDER BY due_at LIMIT 20 FOR UPDATE SKIP LOCKED`,
        { type: QueryTypes.SELECT, transaction },
      );
      const first = [...new Map(ids.toReversed().map(row => [row.workspace, row])).values()].slice(0, AT_ONCE);
      if (first.length === 0) return [];
      const which = { id: first.map(({ id }) => id) };
      const sites = this.house.tables.everywhere(helpSites);
      await sites.change({ dueAt: new Date(Date.now() + LEASE) }, which, { transaction });
      return sites.all(which, { by: 'id', most: AT_ONCE, transaction });
    });
  }

  /** Keeps a site for this process while it takes its time. @returns false when it was stopped, or is gone */
  private async hold(workspace: string, id: string): Promise<boolean> {
    const dueAt = new Date(Date.now() + LEASE);
    return (await this.sites(workspace).change({ dueAt }, { id, state: ['listing', 'reading', 'read', 'failed'] })) > 0;
  }

  private async goOn(row: SiteRow): Promise<void> {
    const { workspaceId: workspace, id } = row;
    try {
      if (row.state === 'reading') await this.read(row);
      else await this.list(row);
    } catch (error) {
      this.house.logger.error({ err: error, site: id }, 'a site could not be read for what it answers');
      await this.sites(workspace).change(
        { state: 'failed', why: 'Something failed here. Read it again in a while.', dueAt: null },
        { id, state: ['listing', 'reading', 'read'] },
      );
    }
  }

  /** Lists the pages that are to be read. */
  private async list({ workspaceId: workspace, id, address, everyDays }: SiteRow): Promise<void> {
    const robots = await this.robots(workspace, new URL(address));
    const pages = new Set<string>();
    const left = [address];
    const seen = new Set<string>();
    let trouble: string | undefined;
    for (let next = left.shift(); next !== undefined && seen.size < MOST_SITEMAPS; next = left.shift()) {
      if (seen.has(next)) continue;
      seen.add(next);
      if (!(await this.hold(workspace, id))) return;
      const fetched = await this.fetch(workspace, next);
      if ('code' in fetched) {
        trouble ??= notFetchedWords(fetched);
        continue;
      }
      const sitemap = readSitemap(fetched.html);
      if (!sitemap) {
        // A page stands for itself.
        if (next === address) pages.add(address);
        continue;
      }
      const { host } = new URL(next);
      const own = (link: string) => link.length <= LONGEST_ADDRESS && URL.canParse(link) && new URL(link).host === host;
      left.push(...sitemap.sitemaps.filter(own));
      for (const page of sitemap.pages.filter(own)) pages.add(new URL(page).href);
    }
    const allowed = [...pages].filter(page => mayRead(robots, new URL(page)));
    if (allowed.length === 0) {
      const why = trouble ?? (pages.size > 0 ? 'Its robots.txt lets none of its pages be read.' : 'It lists no pages.');
      const dueAt = everyDays === null ? null : new Date(Date.now() + everyDays * DAY);
      await this.sites(workspace).change({ state: 'failed', why, dueAt }, { id, state: ['listing', 'read', 'failed'] });
      return;
    }
    const listed = allowed.slice(0, MOST_PAGES);
    await this.house.database.transaction(async transaction => {
      const isMeant = await this.sites(workspace).change(
        { state: 'reading', why: null, leftOut: pages.size - listed.length, dueAt: new Date() },
        { id, state: ['listing', 'read', 'failed'] },
        { transaction },
      );
      if (isMeant === 0) return;
      const rows = this.pages(workspace);
      const known = new Map(
        (await rows.all({ helpSiteId: id }, { by: 'id', newestFirst: true, most: MOST_KEPT, transaction })).map(row => [
          row.address,
          row.id,
        ]),
      );
      const isListed = new Set(listed);
      // Those that are listed no more are looked at once more, as they may be gone; only as many as are kept, and none that may not be read.
      const unlisted = [...known].filter(([page]) => !isListed.has(page));
      const left = unlisted.filter(([page], at) => at >= MOST_PAGES || !mayRead(robots, new URL(page)));
      if (left.length > 0) await rows.remove({ id: left.map(([, row]) => row) }, { transaction });
      await rows.change({ waits: true, changes: 0 }, { helpSiteId: id }, { transaction });
      await rows.addAll(
        listed.filter(page => !known.has(page)).map(page => ({ helpSiteId: id, address: page, waits: true })),
        { transaction },
      );
    });
  }

  private async read({ workspaceId: workspace, id, everyDays, readAt }: SiteRow): Promise<void> {
    const waiting = await this.pages(workspace).all({ helpSiteId: id, waits: true }, { by: 'id', most: PAGES_A_TURN });
    for (const page of waiting) {
      if (!(await this.hold(workspace, id))) return;
      await this.readPage(workspace, page, readAt !== null);
    }
    const isOver = waiting.length < PAGES_A_TURN;
    const now = Date.now();
    const changes = isOver ? await this.changesOf(workspace, id) : 0;
    await this.sites(workspace).change(
      isOver
        ? {
            state: 'read',
            readAt: new Date(now),
            dueAt: everyDays === null ? null : new Date(now + everyDays * DAY),
            ...(changes > 0 ? { changes, changesAt: new Date(now) } : {}),
          }
        : { dueAt: new Date(now) },
      { id, state: 'reading' },
    );
  }

  private async changesOf(workspace: string, id: string): Promise<number> {
    // Raw: one sum over the pages of a site, along their index.
    const [sum] = await this.house.database.query<{ changes: string | null }>(
      'SELECT SUM(changes) AS changes FROM help_pages WHERE workspace_id = :workspace AND help_site_id = :id',
      { replacements: { workspace, id }, type: QueryTypes.SELECT },
    );
    return Number(sum?.changes ?? 0);
  }

  /** @param again whether the site was read before, so that what is here for the first time is new */
  private async readPage(workspace: string, { id, address, found: before }: PageRow, again: boolean): Promise<void> {
    const fetched = await this.fetch(workspace, address);
    const keep = (is: Partial<PageRow>) => this.pages(workspace).change({ waits: false, ...is }, { id });
    if ('code' in fetched) {
      // What was there before and cannot be reached today stays as it was read.
      const isGone = fetched.about === '404' || fetched.about === '410';
      await keep(
        isGone
          ? { found: null, why: GONE, changes: before?.length ?? 0 }
          : { why: cut(notFetchedWords(fetched), LONGEST_WHY) },
      );
      return;
    }
    try {
      const found = (await this.parts(fetched.html))
        .slice(0, MOST_OF_A_PAGE)
        .map(part => ({ ...part, answer: cut(part.answer, LONGEST_ANSWER) }));
      await keep({ found, why: null, changes: again ? differences(before ?? [], found) : 0 });
    } catch (error) {
      if (!(error instanceof ProblemError)) throw error;
      await keep({ why: cut(error.message, LONGEST_WHY) });
    }
  }

  private async fetch(workspace: string, address: string) {
    const { allowedHosts } = (await this.house.ports.directories.of(workspace)).workspace;
    return this.house.ports.sites.page(workspace, address, allowedHosts, /html|xml|text\/plain|gzip|octet-stream/i);
  }

  /** What its robots.txt lets be read: all where there is none, nothing where it cannot be had (RFC 9309, 2.3.1). */
  private async robots(workspace: string, { origin }: URL): Promise<Robots> {
    const fetched = await this.fetch(workspace, `${origin}/robots.txt`);
    if (!('code' in fetched)) return readRobots(fetched.html);
    return fetched.code === 'page not reached' && (/^4\d\d$/.test(fetched.about) || fetched.about === 'no page')
      ? readsAll
      : readsNothing;
  }
}

const GONE = 'gone';

/** How many answers are new, otherwise, or gone. */
function differences(before: readonly FoundPart[], now: readonly FoundPart[]): number {
  const keyOf = ({ question, heading }: FoundPart) => questionKey(question || heading);
  const answers = new Map(before.map(part => [keyOf(part), part.answer]));
  let count = 0;
  const there = new Map(now.map(part => [keyOf(part), part.answer]));
  for (const [key, answer] of there) if (answers.get(key) !== answer) count++;
  for (const key of answers.keys()) if (!there.has(key)) count++;
  return count;
}

/** Goes on reading sites whose time has come. */
export const readingSites = (reading: SiteReading): Duty => ({
  name: 'reading sites for what they answer',
  every: 3_000,
  turn: () => reading.readDue(),
});
