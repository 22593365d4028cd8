import { beforeRoutes, type SiteBefore } from '@kineta/contract';
import { type BeforeChat, beforeFindings, plainBefore } from '@kineta/core';
import { LRUCache } from 'lru-cache';
import type { Tables } from '../database/rows.ts';
import type { House } from '../house/house.ts';
import type { Site } from '../house/ports.ts';
import { notFound, ProblemError } from '../http/problem.ts';
import { type Doors, serve } from '../http/serve.ts';
import { sites } from './model.ts';

/** What is asked on sites before their chats. */
export class Before {
  private readonly tables: Tables;
  /** By site and number, so that one of another process is never taken for today’s. */
  private readonly read = new LRUCache<string, Promise<BeforeChat>>({ max: 2_000 });

  constructor(tables: Tables) {
    this.tables = tables;
  }

  /** What a chat that begins now asks first. */
  of({ id, workspace, beforeNumber }: Pick<Site, 'id' | 'workspace' | 'beforeNumber'>): Promise<BeforeChat> {
    if (beforeNumber === 0) return Promise.resolve(plainBefore);
    const key = `${id} ${beforeNumber}`;
    const known = this.read.get(key);
    if (known) return known;
    const reading = this.get(workspace, id).then(({ before }) => before);
    this.read.set(key, reading);
    reading.catch(() => this.read.delete(key));
    return reading;
  }

  /** @throws {ProblemError} `not_found` */
  async get(workspace: string, id: string): Promise<SiteBefore> {
    const site = await this.tables.in(workspace).of(sites).one({ id });
    if (!site) throw notFound('site');
    return { before: site.beforeChat ?? plainBefore, number: site.beforeNumber };
  }

  /**
   * @param number how often it had been said when this was begun
   * @param language BCP 47, of the words above the card
   * @throws {ProblemError} `not_found`, `before_changed`, `invalid_request` with what cannot be asked like that
   */
  async put(workspace: string, id: string, { before, number }: SiteBefore, language: string): Promise<SiteBefore> {
    const problems = beforeFindings(before, language).filter(({ level }) => level === 'problem');
    if (problems[0])
      throw new ProblemError('invalid_request', problems[0].sentence, {
        fields: problems.map(({ at, sentence }) => ({ path: `body.before.${at}`, message: sentence })),
      });
    const rows = this.tables.in(workspace).of(sites);
    const changed = await rows.change({ beforeChat: before, beforeNumber: number + 1 }, { id, beforeNumber: number });
    const now = await this.get(workspace, id);
    if (changed === 0)
      throw new ProblemError('before_changed', 'Somebody else changed what is asked meanwhile. Look at theirs first.');
    return now;
  }
}

/** What leads settle about what is asked before the chat. */
export function beforeDoors(doors: Doors, { ports }: House, before: Before): void {
  serve(doors, beforeRoutes.get, ({ params }, me) => before.get(me.workspace, params.id));
  serve(doors, beforeRoutes.put, async ({ params, body }, me) => {
    const { workspace, manners } = await ports.directories.of(me.workspace);
    return before.put(me.workspace, params.id, body, manners.get(params.id)?.language ?? workspace.language);
  });
}
