import type { NamedLook, SiteLook } from '@kineta/contract';
import {
  type LauncherDress,
  type Look,
  launcherDress,
  picturesOf,
  plainLook,
  type WindowDress,
  windowDress,
  withTeam,
} from '@kineta/core';
import { LRUCache } from 'lru-cache';
import { isTaken } from '../database/connect.ts';
import type { Tables } from '../database/rows.ts';
import type { Row } from '../database/table.ts';
import type { House } from '../house/house.ts';
import type { Directory, Ports, Site } from '../house/ports.ts';
import { notFound, ProblemError } from '../http/problem.ts';
import { looks, sites } from './model.ts';

/** How many looks of one workspace are kept under names. */
const MOST = 50;

/** How the chat looks on sites, and what pages are told of that. */
export class Looks {
  private readonly tables: Tables;
  private readonly ports: Pick<Ports, 'pictures' | 'sites'>;
  /** By site and number, so that one of another process is never taken for today’s. */
  private readonly read = new LRUCache<string, Promise<Look>>({ max: 2_000 });
  /** To work a palette out takes a millisecond. */
  private readonly launchers = new WeakMap<Look, Map<string, LauncherDress>>();
  private readonly windows = new WeakMap<Look, WindowDress>();

  constructor({ tables, ports }: Pick<House, 'tables' | 'ports'>) {
    this.tables = tables;
    this.ports = ports;
  }

  /** The look of a site as its visitors meet it now. */
  of({ id, workspace, lookNumber }: Pick<Site, 'id' | 'workspace' | 'lookNumber'>): Promise<Look> {
    if (lookNumber === 0) return Promise.resolve(plainLook);
    const key = `${id} ${lookNumber}`;
    const known = this.read.get(key);
    if (known) return known;
    const reading = this.row(workspace, id).then(({ look }) => look ?? plainLook);
    this.read.set(key, reading);
    reading.catch(() => this.read.delete(key));
    return reading;
  }

  /** What a page of the site shows before the chat is opened. @param words what the launcher says without words of its own */
  async launcher(site: Site, words: (name: string) => string): Promise<LauncherDress> {
    const look = await this.of(site);
    const label = words(look.voice.name || site.speaker || '');
    const known = this.launchers.get(look) ?? new Map<string, LauncherDress>();
    this.launchers.set(look, known);
    const dress = known.get(label) ?? launcherDress(look, label);
    known.set(label, dress);
    return dress;
  }

  /** What the chat’s window goes by. */
  async window(site: Site, { members }: Directory): Promise<WindowDress> {
    const team = [...members.values()].flatMap(({ id, name, picture, resting }) =>
      picture && !resting ? [{ id, name, picture }] : [],
    );
    const look = await this.of(site);
    const dress = this.windows.get(look) ?? windowDress(look);
    this.windows.set(look, dress);
    return withTeam(dress, team);
  }

  /** @throws {ProblemError} `not_found` */
  async get(workspace: string, id: string): Promise<SiteLook> {
    const { look, lookNumber, siteKey } = await this.row(workspace, id);
    const site = await this.ports.sites.byKey(siteKey);
    return { look: look ?? plainLook, number: lookNumber, speaker: site?.speaker ?? '' };
  }

  /**
   * Puts a look on a site.
   * @param number how often one had been put there when this one was begun
   * @throws {ProblemError} `not_found`, `look_changed`, `invalid_request` with the picture that is not there
   */
  async put(workspace: string, id: string, { look, number }: Pick<SiteLook, 'look' | 'number'>): Promise<SiteLook> {
    await this.allThere(workspace, look);
    const rows = this.tables.in(workspace).of(sites);
    const changed = await rows.change({ look, lookNumber: number + 1 }, { id, lookNumber: number });
    const now = await this.get(workspace, id);
    if (changed === 0)
      throw new ProblemError('look_changed', 'Somebody else put a look on the site meanwhile. Look at theirs first.');
    return now;
  }

  async named(workspace: string): Promise<NamedLook[]> {
    const rows = await this.tables.in(workspace).of(looks).all({}, { by: 'name', most: MOST });
    return rows.map(({ id, name, look, keptAt }) => ({ id, name, look, keptAt: keptAt.toISOString() }));
  }

  async keep(workspace: string, { name, look }: Pick<NamedLook, 'name' | 'look'>): Promise<NamedLook[]> {
    await this.allThere(workspace, look);
    const rows = this.tables.in(workspace).of(looks);
    const known = await rows.one({ name });
    if (known) await rows.change({ look, keptAt: new Date() }, { id: known.id });
    else if ((await rows.count({})) >= MOST)
      throw new ProblemError('not_allowed', `There are ${MOST} looks, and no more can be kept.`);
    else
      await rows.add({ name, look, keptAt: new Date() }).catch(async error => {
        // Kept under the same name at the same moment by somebody else: the later one counts.
        if (!isTaken(error)) throw error;
        await rows.change({ look, keptAt: new Date() }, { name });
      });
    return this.named(workspace);
  }

  async remove(workspace: string, id: string): Promise<void> {
    await this.tables.in(workspace).of(looks).remove({ id });
  }

  private async row(workspace: string, id: string): Promise<Row<(typeof sites)['columns']>> {
    const site = await this.tables.in(workspace).of(sites).one({ id });
    if (!site) throw notFound('site');
    return site;
  }

  private async allThere(workspace: string, look: Look): Promise<void> {
    const missing = await this.ports.pictures.missing(workspace, picturesOf(look));
    if (missing.length === 0) return;
    const message = 'A picture of this look is not there any more. Choose it again.';
    throw new ProblemError('invalid_request', message, { fields: [{ path: 'body.look', message }] });
  }
}
