import { randomBytes } from 'node:crypto';
import type { FlowDetail, FlowSummary, flowRoutes } from '@kineta/contract';
import {
  blankFlow,
  type Flow,
  type FlowFile,
  FlowFileError,
  type RunThrough,
  readFlowFile,
  uploadedPictures,
  withPictures,
  writeFlowFile,
} from '@kineta/core';
import { QueryTypes } from 'sequelize';
import type { z } from 'zod';
import type { Directories } from '../account/model.ts';
import type { SignedIn } from '../account/session.ts';
import type { Database } from '../database/connect.ts';
import { notFound, ProblemError } from '../http/problem.ts';
import { type FlowRow, reachOf, selectFlows, waysOf } from './model.ts';
import type { Runs } from './runs.ts';
import { starters } from './starters.ts';

/** Where uploaded pictures are served. */
const PICTURES = '/p/';
/** The name under which a new workspace’s flows speak. */
const SPEAKER = 'Robin';

function summary(row: FlowRow): FlowSummary {
  return {
    id: row.id,
    name: row.name,
    scenes: row.draft.scenes.length,
    steps: row.draft.scenes.reduce((sum, scene) => sum + scene.steps.length, 0),
    edition:
      row.edition_id !== null && row.number !== null && row.published_at
        ? { id: row.edition_id, number: row.number, publishedAt: row.published_at.toISOString() }
        : null,
    changes: row.changes,
    sites: row.sites?.split('\n') ?? [],
    conversations: Number(row.conversations),
    updatedAt: row.updated_at.toISOString(),
    updatedBy: row.updated_by,
    scheduled: row.scheduled_at ? { at: row.scheduled_at.toISOString(), by: row.scheduled_by } : null,
  };
}

/** What leads do with flows. Every call is scoped by the workspace of who asks. */
export class FlowService {
  private readonly database: Database;
  private readonly directories: Directories;
  private readonly runs: Runs;

  constructor(database: Database, directories: Directories, runs: Runs) {
    this.database = database;
    this.directories = directories;
    this.runs = runs;
  }

  async list(me: SignedIn): Promise<FlowSummary[]> {
    return (await selectFlows(this.database, me.workspace)).map(summary);
  }

  async get(me: SignedIn, id: string): Promise<FlowDetail> {
    const row = await this.row(me, id);
    const reach = await reachOf(this.database, me.workspace, id);
    return { ...summary(row), draft: row.draft, revision: row.revision, reach };
  }

  async summary(me: SignedIn, id: string): Promise<FlowSummary> {
    return summary(await this.row(me, id));
  }

  async ways(me: SignedIn, id: string): Promise<z.output<typeof flowRoutes.ways.reply>> {
    const [{ conversations }, reach, ways] = await Promise.all([
      this.row(me, id),
      reachOf(this.database, me.workspace, id),
      waysOf(this.database, me.workspace, id),
    ]);
    return { conversations: Number(conversations), reach, ways };
  }

  async create(
    me: SignedIn,
    wish: { name?: string; from?: string; starter?: string; file?: string },
  ): Promise<FlowSummary> {
    const { flow, runs } = await this.beginning(me, wish);
    const id = await this.database.transaction(async transaction => {
      const [made] = await this.database.query(
        `INSERT INTO flows (workspace_id, name, draft, revision, changes, created_at, updated_at, updated_by)
         VALUES (:workspace, :name, :draft, 1, 0, UTC_TIMESTAMP(3), UTC_TIMESTAMP(3), :me)`,
        {
          replacements: { workspace: me.workspace, name: flow.name, draft: JSON.stringify(flow), me: me.id },
          type: QueryTypes.INSERT,
          transaction,
        },
      );
      await this.runs.keep(me, String(made), runs, transaction);
      return String(made);
    });
    this.directories.forget(me.workspace);
    return summary(await this.row(me, id));
  }

  /** The draft as a file’s text, with everything that belongs to it. */
  async file(me: SignedIn, id: string): Promise<{ name: string; text: string }> {
    const { draft } = await this.row(me, id);
    const kept = await this.runs.list(me, id);
    const pictures: Record<string, string> = {};
    for (const src of uploadedPictures(draft)) {
      const picture = await this.picture(src.slice(PICTURES.length));
      if (picture) pictures[src] = `data:${picture.type};base64,${picture.content.toString('base64')}`;
    }
    return { name: draft.name, text: writeFlowFile({ flow: draft, pictures, runs: kept.map(({ run }) => run) }) };
  }

  private async beginning(
    me: SignedIn,
    wish: { name?: string; from?: string; starter?: string; file?: string },
  ): Promise<{ flow: Flow; runs: readonly RunThrough[] }> {
    const named = (flow: Flow, name = flow.name): Flow => ({ ...flow, name: wish.name ?? name });
    if (wish.file !== undefined) {
      const { flow, runs } = await this.takeIn(me, wish.file);
      return { flow: named(flow), runs };
    }
    if (wish.starter !== undefined) {
      const starter = starters.find(({ id }) => id === wish.starter);
      if (!starter) throw notFound('starter');
      return { flow: named(starter.flow), runs: starter.runs };
    }
    if (wish.from !== undefined) {
      const { draft } = await this.row(me, wish.from);
      const kept = await this.runs.list(me, wish.from);
      return { flow: named(draft, `${draft.name.slice(0, 90)} (copy)`), runs: kept.map(({ run }) => run) };
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
      if (data !== undefined)
        addresses.set(src, await this.addPicture(me, Buffer.from(data.slice(data.indexOf(',') + 1), 'base64')));
    }
    return { flow: withPictures(file.flow, addresses), runs: file.runs };
  }

  async remove(me: SignedIn, id: string): Promise<void> {
    await this.setRemoved(me, id, 'UTC_TIMESTAMP(3)', 'removed_at IS NULL');
    // What is gone is not published by itself either.
    await this.database.query('DELETE FROM scheduled_publishes WHERE flow_id = :id AND workspace_id = :workspace', {
      replacements: { id, workspace: me.workspace },
    });
  }

  async restore(me: SignedIn, id: string): Promise<FlowSummary> {
    await this.setRemoved(me, id, 'NULL', 'removed_at IS NOT NULL');
    return summary(await this.row(me, id));
  }

  async addPicture(me: SignedIn, content: Buffer): Promise<string> {
    const type = pictureType(content);
    if (!type) throw new ProblemError('wrong_picture', 'A picture is a PNG, JPEG, GIF or WebP file; this is none.');
    const id = randomBytes(16).toString('base64url');
    await this.database.query(
      `INSERT INTO pictures (id, workspace_id, type, content, created_at)
       VALUES (:id, :workspace, :type, :content, UTC_TIMESTAMP(3))`,
      { replacements: { id, workspace: me.workspace, type, content } },
    );
    return `${PICTURES}${id}`;
  }

  /** A picture for anyone who has its address, which cannot be guessed. */
  async picture(id: string): Promise<{ type: string; content: Buffer } | undefined> {
    const [row] = await this.database.query<{ type: string; content: Buffer }>(
      'SELECT type, content FROM pictures WHERE id = :id',
      { replacements: { id }, type: QueryTypes.SELECT },
    );
    return row;
  }

  private async setRemoved(me: SignedIn, id: string, value: string, where: string): Promise<void> {
    const [, changed] = await this.database.query(
      `UPDATE flows SET removed_at = ${value} WHERE id = :id AND workspace_id = :workspace AND ${where}`,
      { replacements: { id, workspace: me.workspace }, type: QueryTypes.UPDATE },
    );
    if (changed === 0) throw notFound('flow');
  }

  private async row(me: SignedIn, id: string): Promise<FlowRow> {
    const [row] = await selectFlows(this.database, me.workspace, { id });
    if (!row) throw notFound('flow');
    return row;
  }
}

/** The type of a picture by its first bytes, never by its name. */
function pictureType(content: Buffer): string | undefined {
  const starts = (bytes: number[], at = 0): boolean => bytes.every((byte, index) => content[at + index] === byte);
  if (starts([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a])) return 'image/png';
  if (starts([0xff, 0xd8, 0xff])) return 'image/jpeg';
  if (starts([0x47, 0x49, 0x46, 0x38])) return 'image/gif';
  if (starts([0x52, 0x49, 0x46, 0x46]) && starts([0x57, 0x45, 0x42, 0x50], 8)) return 'image/webp';
  return undefined;
}
