import type { Flow } from '@kineta/core';
import { LRUCache } from 'lru-cache';
import type { Transaction } from '../database/connect.ts';
import type { Tables } from '../database/rows.ts';
import type { Ports } from '../house/ports.ts';
import { editions, flows } from './model.ts';

/** Editions never change, so a process keeps those that were read last. */
export class Editions {
  private readonly kept = new LRUCache<string, Promise<Flow>>({ max: 300 });
  private readonly tables: Tables;

  constructor(tables: Tables) {
    this.tables = tables;
  }

  get(workspace: string, id: string, transaction?: Transaction): Promise<Flow> {
    const key = `${workspace}/${id}`;
    const known = this.kept.get(key);
    if (known) return known;
    const reading = this.read(workspace, id, transaction);
    this.kept.set(key, reading);
    reading.catch(() => this.kept.delete(key));
    return reading;
  }

  async numberOf(workspace: string, id: string, transaction?: Transaction): Promise<number | null> {
    const [edition] = await this.tables
      .in(workspace)
      .of(editions)
      .all({ id }, { only: ['number'], transaction });
    return edition?.number ?? null;
  }

  async called(workspace: string, name: string, transaction?: Transaction): ReturnType<Ports['editions']['called']> {
    const rows = this.tables.in(workspace);
    const [flow] = await rows
      .of(flows)
      .all(
        { name, removedAt: null, editionId: { not: null } },
        { by: 'id', most: 1, only: ['id', 'editionId'], transaction },
      );
    if (!flow?.editionId) return undefined;
    const number = await this.numberOf(workspace, flow.editionId, transaction);
    return number === null ? undefined : { flow: flow.id, edition: flow.editionId, number };
  }

  private async read(workspace: string, id: string, transaction?: Transaction): Promise<Flow> {
    const edition = await this.tables.in(workspace).of(editions).one({ id }, { transaction });
    if (!edition) throw new Error(`There is no edition ${id} in workspace ${workspace}.`);
    return edition.content;
  }
}
