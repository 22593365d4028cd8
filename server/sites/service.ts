import { randomBytes } from 'node:crypto';
import type { SiteDetail } from '@kineta/contract';
import type { BeforeChat } from '@kineta/core';
import { QueryTypes } from 'sequelize';
import type { Transaction } from '../database/connect.ts';
import type { Tables } from '../database/rows.ts';
import type { Manner, Ports, Site } from '../house/ports.ts';
import { notFound } from '../http/problem.ts';
import { Before } from './before.ts';
import { allows, originOf } from './domains.ts';
import { fetchPage } from './install/fetching.ts';
import { Pages } from './install/pages.ts';
import { reaches, sites } from './model.ts';

const OLD_KEY_FOR = 24 * 60 * 60 * 1_000;

/** The sites of workspaces. */
export class Sites {
  private readonly tables: Tables;
  readonly asked: Before;

  constructor(tables: Tables) {
    this.tables = tables;
    this.asked = new Before(tables);
  }

  before(site: Pick<Site, 'id' | 'workspace' | 'beforeNumber'>): Promise<BeforeChat> {
    return this.asked.of(site);
  }

  /** A site by its key, with the edition that its visitors meet now. Raw: every opening asks for it, in one round trip. */
  async byKey(key: string): Promise<Site | undefined> {
    const [row] = await this.tables.database.query<Site>(
      `SELECT s.id, s.workspace_id AS workspace, s.name, s.domains,
              IF(f.removed_at IS NULL, f.id, NULL) AS flow,
              IF(f.removed_at IS NULL, f.edition_id, NULL) AS edition, s.is_off AS off, s.tells_passers AS tellsPassers, s.look_number AS lookNumber, s.before_number AS beforeNumber, s.own_page AS ownPage, s.signs_in AS signsIn, s.sign_in_number AS signInNumber, s.old_sign_in_until AS oldSignInUntil, COALESCE(r.number, 0) AS reachNumber,
              JSON_VALUE(e.content, '$.speaker') AS speaker
       FROM sites s LEFT JOIN flows f ON f.id = s.flow_id LEFT JOIN editions e ON e.id = f.edition_id LEFT JOIN reaches r ON r.site_id = s.id
       WHERE s.id = COALESCE(
         (SELECT id FROM sites WHERE site_key = :key),
         (SELECT MIN(id) FROM sites WHERE old_key = :key AND old_key_until > UTC_TIMESTAMP(3)))`,
      { replacements: { key }, type: QueryTypes.SELECT },
    );
    return (
      row && {
        ...row,
        off: Boolean(Number(row.off)),
        tellsPassers: Boolean(Number(row.tellsPassers)),
        lookNumber: Number(row.lookNumber),
        beforeNumber: Number(row.beforeNumber),
        reachNumber: Number(row.reachNumber),
        ownPage: Boolean(Number(row.ownPage)),
        signsIn: Boolean(Number(row.signsIn)),
        signInNumber: Number(row.signInNumber),
      }
    );
  }

  async pagesOf(workspace: string, site: string): Promise<string[]> {
    const seen = await new Pages(this.tables).of(workspace, site);
    return seen.map(({ page }) => page);
  }

  async ground(workspace: string): ReturnType<Ports['sites']['ground']> {
    const rows = await this.tables.in(workspace).of(sites).all({}, { by: 'id' });
    const pages = new Pages(this.tables);
    const seen = await Promise.all(rows.map(({ id }) => pages.of(workspace, id)));
    return {
      pages: [...new Set(seen.flat().map(({ page }) => page))],
      domains: [...new Set(rows.flatMap(({ domains }) => domains))],
    };
  }

  async page(
    workspace: string,
    address: string,
    allowed: readonly string[],
    types?: RegExp,
  ): ReturnType<Ports['sites']['page']> {
    const { domains } = await this.ground(workspace);
    return fetchPage(new URL(address), { domains, allowed, types });
  }

  allows({ domains }: Pick<Site, 'domains'>, origin: string): boolean {
    return allows(domains, origin);
  }

  async all(workspace: string): ReturnType<Ports['sites']['all']> {
    const rows = await this.tables.in(workspace).of(sites).all({}, { by: 'id' });
    return rows.map(({ id, name, siteKey, flowId, tellsPassers }) => ({
      id,
      name,
      key: siteKey,
      flow: flowId,
      tellsPassers,
    }));
  }

  async make(
    workspace: string,
    { name, domains }: { name: string; domains: readonly string[] },
    transaction?: Transaction,
  ): Promise<{ id: string; key: string }> {
    const key = randomBytes(12).toString('base64url');
    const id = await this.tables
      .in(workspace)
      .of(sites)
      .add({ name, siteKey: key, domains: [...domains], tellsPassers: true }, { transaction });
    return { id, key };
  }

  /** The sites as they are set up. @param origin where the chat is loaded from */
  async detailed(workspace: string, origin: string): Promise<SiteDetail[]> {
    const rows = await this.tables.in(workspace).of(sites).all({}, { by: 'id' });
    return rows.map(row => ({
      id: row.id,
      name: row.name,
      key: row.siteKey,
      domains: row.domains,
      language: row.language,
      zone: row.zone,
      flow: row.flowId,
      off: row.isOff,
      tellsPassers: row.tellsPassers,
      seen: row.seenAt && { at: row.seenAt.toISOString(), on: row.seenOn ?? '' },
      oldKeyUntil: row.oldKeyUntil && row.oldKeyUntil > new Date() ? row.oldKeyUntil.toISOString() : null,
      ownPage: row.ownPage,
      pageUrl: `${origin}/w/${row.siteKey}/chat`,
      snippet: `<script async src="${origin}/w/${row.siteKey}.js"></script>`,
    }));
  }

  async change(
    workspace: string,
    id: string,
    {
      off,
      flow,
      ...to
    }: {
      name?: string | undefined;
      domains?: string[] | undefined;
      language?: string | null | undefined;
      zone?: string | null | undefined;
      off?: boolean | undefined;
      tellsPassers?: boolean | undefined;
      ownPage?: boolean | undefined;
      flow?: string | null | undefined;
    },
  ): Promise<void> {
    const changes = {
      ...(to.name === undefined ? {} : { name: to.name }),
      ...(to.domains === undefined ? {} : { domains: to.domains }),
      ...(to.language === undefined ? {} : { language: to.language }),
      ...(to.zone === undefined ? {} : { zone: to.zone }),
      ...(to.ownPage === undefined ? {} : { ownPage: to.ownPage }),
      ...(off === undefined ? {} : { isOff: off }),
      ...(to.tellsPassers === undefined ? {} : { tellsPassers: to.tellsPassers }),
      ...(flow === undefined ? {} : { flowId: flow }),
    };
    if (Object.keys(changes).length > 0) await this.tables.in(workspace).of(sites).change(changes, { id });
  }

  /** Gives a site another key. Pages that were served with the one before go on for a day. */
  async newKey(workspace: string, id: string): Promise<void> {
    const rows = this.tables.in(workspace).of(sites);
    const site = await rows.one({ id });
    if (!site) return;
    await rows.change(
      {
        siteKey: randomBytes(12).toString('base64url'),
        oldKey: site.siteKey,
        oldKeyUntil: new Date(Date.now() + OLD_KEY_FOR),
      },
      { id },
    );
  }

  /** By which keys a site is known now. */
  async keysOf(workspace: string, id: string): Promise<{ key: string; oldKey: string | null }> {
    const site = await this.tables.in(workspace).of(sites).one({ id });
    if (!site) throw notFound('site');
    const isGood = site.oldKeyUntil !== null && site.oldKeyUntil > new Date();
    return { key: site.siteKey, oldKey: isGood ? site.oldKey : null };
  }

  async manners(workspace: string): Promise<ReadonlyMap<string, Manner>> {
    const rows = await this.tables
      .in(workspace)
      .of(sites)
      .all({}, { only: ['id', 'look', 'language', 'zone'] });
    return new Map(
      rows.map(({ id, look, language, zone }) => [
        id,
        { replies: look?.replies ?? {}, menu: look?.menu ?? [], language, zone },
      ]),
    );
  }

  async originOf(workspace: string, id: string, transaction?: Transaction): Promise<string> {
    const site = await this.tables.in(workspace).of(sites).one({ id }, { transaction });
    return originOf(site?.domains ?? []);
  }

  async cued(workspace: string): Promise<ReadonlyMap<string, readonly string[]>> {
    const rows = this.tables.in(workspace);
    const all = await rows.of(reaches).all({});
    if (all.length === 0) return new Map();
    const names = new Map((await rows.of(sites).all({}, { only: ['id', 'name'] })).map(({ id, name }) => [id, name]));
    const found = new Map<string, string[]>();
    for (const { siteId, reach } of all)
      for (const flow of new Set(reach.cues.filter(({ on }) => on).map(cue => cue.flow)))
        found.set(flow, [...(found.get(flow) ?? []), names.get(siteId) ?? '']);
    return found;
  }

  async switchOn(workspace: string, flow: string, ids: readonly string[], transaction: Transaction): Promise<void> {
    const rows = this.tables.in(workspace).of(sites);
    await rows.change({ flowId: null }, { flowId: flow }, { transaction });
    if (ids.length > 0) await rows.change({ flowId: flow }, { id: [...ids] }, { transaction });
  }
}
