import { randomBytes } from 'node:crypto';
import type { FlowDetail, FlowSummary, flowRoutes } from '@kineta/contract';
import {
  blankFlow,
  cut,
  type Flow,
  type FlowFile,
  FlowFileError,
  type RunThrough,
  readFlowFile,
  uploadedPictures,
  withPictures,
  writeFlowFile,
} from '@kineta/core';
import type { z } from 'zod';
import type { House } from '../house/house.ts';
import type { SignedIn } from '../house/ports.ts';
import { notFound, ProblemError } from '../http/problem.ts';
import { listed } from './list.ts';
import { flows, scheduledPublishes } from './model.ts';
import type { Runs } from './runs.ts';
import { atHome, starters } from './starters.ts';

/** The name under which a new workspace’s flows speak. */
const SPEAKER = 'Robin';

interface Wish {
  name?: string;
  from?: string;
  starter?: string;
  file?: string;
}

/** What leads do with flows. Every call is scoped by the workspace of who asks. */
export class FlowService {
  private readonly house: House;
  private readonly runs: Runs;

  constructor(house: House, runs: Runs) {
    this.house = house;
    this.runs = runs;
  }

  list(me: SignedIn): Promise<FlowSummary[]> {
    return listed(this.house, me.workspace);
  }

  async get(me: SignedIn, id: string): Promise<FlowDetail> {
    const [summary, { draft, revision }, reach] = await Promise.all([
      this.summary(me, id),
      this.draft(me, id),
      this.house.ports.figures.reach(me.workspace, id),
    ]);
    return { ...summary, draft, revision, reach };
  }

  async summary(me: SignedIn, id: string): Promise<FlowSummary> {
    const [summary] = await listed(this.house, me.workspace, { id });
    if (!summary) throw notFound('flow');
    return summary;
  }

  async ways(me: SignedIn, id: string): Promise<z.output<typeof flowRoutes.ways.reply>> {
    const { figures } = this.house.ports;
    const [{ conversations }, reach, ways] = await Promise.all([
      this.summary(me, id),
      figures.reach(me.workspace, id),
      figures.ways(me.workspace, id),
    ]);
    return { conversations, reach, ways };
  }

  async create(me: SignedIn, wish: Wish): Promise<FlowSummary> {
    const { flow, runs } = await this.beginning(me, wish);
    const now = new Date();
    const id = await this.house.database.transaction(async transaction => {
      const made = await this.rows(me).add(
        { name: flow.name, draft: flow, revision: 1, changes: 0, createdAt: now, updatedAt: now, updatedBy: me.id },
        { transaction },
      );
      await this.runs.keep(me, made, runs, transaction);
      return made;
    });
    this.house.ports.directories.forget(me.workspace);
    return this.summary(me, id);
  }

  /** The draft as a file’s text, with everything that belongs to it. */
  async file(me: SignedIn, id: string): Promise<{ name: string; text: string }> {
    const { draft } = await this.draft(me, id);
    const kept = await this.runs.list(me, id);
    const pictures: Record<string, string> = {};
    for (const src of uploadedPictures(draft)) {
      const picture = await this.house.ports.pictures.at(src);
      if (picture) pictures[src] = `data:${picture.type};base64,${picture.content.toString('base64')}`;
    }
    return { name: draft.name, text: writeFlowFile({ flow: draft, pictures, runs: kept.map(({ run }) => run) }) };
  }

  async remove(me: SignedIn, id: string): Promise<void> {
    const removed = await this.rows(me).change({ removedAt: new Date() }, { id, removedAt: null });
    if (removed === 0) throw notFound('flow');
    // What is gone is not published by itself either.
    await this.house.tables.in(me.workspace).of(scheduledPublishes).remove({ flowId: id });
  }

  async restore(me: SignedIn, id: string): Promise<FlowSummary> {
    const restored = await this.rows(me).change({ removedAt: null }, { id, removedAt: { not: null } });
    if (restored === 0) throw notFound('flow');
    return this.summary(me, id);
  }

  private rows(me: SignedIn) {
    return this.house.tables.in(me.workspace).of(flows);
  }

  private async draft(me: SignedIn, id: string): Promise<{ draft: Flow; revision: number }> {
    const [row] = await this.rows(me).all({ id, removedAt: null }, { only: ['draft', 'revision'] });
    if (!row) throw notFound('flow');
    return row;
  }

  private async beginning(me: SignedIn, wish: Wish): Promise<{ flow: Flow; runs: readonly RunThrough[] }> {
    const named = (flow: Flow, name = flow.name): Flow => ({ ...flow, name: wish.name ?? name });
    if (wish.file !== undefined) {
      const { flow, runs } = await this.takeIn(me, wish.file);
      return { flow: named(flow), runs };
    }
    if (wish.starter !== undefined) {
      const starter = starters.find(({ id }) => id === wish.starter);
      if (!starter) throw notFound('starter');
      const { teams } = await this.house.ports.directories.of(me.workspace);
      return {
        flow: named(
          atHome(
            starter.flow,
            [...teams.values()].map(({ name }) => name),
          ),
        ),
        runs: starter.runs,
      };
    }
    if (wish.from !== undefined) {
      const { draft } = await this.draft(me, wish.from);
      const kept = await this.runs.list(me, wish.from);
      return { flow: named(draft, `${cut(draft.name, 90)} (copy)`), runs: kept.map(({ run }) => run) };
    }
    return { flow: blankFlow(wish.name ?? 'New flow', SPEAKER, () => randomBytes(6).toString('base64url')), runs: [] };
  }

  /** Reads a flow file, and keeps its pictures as this workspace’s own. @throws {ProblemError} when it is none */
  private async takeIn(me: SignedIn, text: string): Promise<Pick<FlowFile, 'flow' | 'runs'>> {
    let file: FlowFile;
    try {
      file = readFlowFile(text);
    } catch (error) {
      if (error instanceof FlowFileError) throw new ProblemError('wrong_flow_file', error.message);
      throw error;
    }
    const addresses = new Map<string, string>();
    for (const src of uploadedPictures(file.flow)) {
      const data = file.pictures[src];
      if (data === undefined) continue;
      const content = Buffer.from(data.slice(data.indexOf(',') + 1), 'base64');
      addresses.set(src, await this.house.ports.pictures.add(me.workspace, content));
    }
    return { flow: withPictures(file.flow, addresses), runs: file.runs };
  }
}
