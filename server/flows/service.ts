import { randomBytes } from 'node:crypto';
import type { FlowDetail, FlowSummary } from '@kineta/contract';
import { blankFlow, check, type Fact, type Flow, FlowFileError, readFlow } from '@kineta/core';
import { QueryTypes } from 'sequelize';
import type { Directories } from '../account/model.ts';
import type { SignedIn } from '../account/session.ts';
import type { Database, Transaction } from '../database/connect.ts';
import { notFound, ProblemError } from '../http/problem.ts';
import { type FlowRow, reachOf, selectFlows } from './model.ts';
import { starters } from './starters.ts';

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
  };
}

/** In how many scenes, steps and facts two versions differ. */
export function countChanges(before: Flow | null, after: Flow): number {
  if (!before) return 0;
  const parts = (flow: Flow): Map<string, string> =>
    new Map([
      ['name', JSON.stringify([flow.name, flow.speaker])],
      ['order', JSON.stringify(flow.scenes.map(scene => [scene.id, scene.steps.map(step => step.id)]))],
      ...flow.facts.map((fact): [string, string] => [`fact ${fact.name}`, JSON.stringify(fact)]),
      ...flow.scenes.flatMap(
        (scene): Array<[string, string]> => [
          [`scene ${scene.id}`, scene.title],
          ...scene.steps.map((step): [string, string] => [`step ${step.id}`, JSON.stringify(step)]),
        ],
      ),
    ]);
  const [old, now] = [parts(before), parts(after)];
  const differs = [...now].filter(
    ([key, value]) => old.get(key) !== value && (key !== 'order' || now.size === old.size),
  );
  return differs.length + [...old.keys()].filter(key => !now.has(key)).length;
}

/** What leads do with flows. Every call is scoped by the workspace of who asks. */
export class FlowService {
  private readonly database: Database;
  private readonly directories: Directories;

  constructor(database: Database, directories: Directories) {
    this.database = database;
    this.directories = directories;
  }

  async list(me: SignedIn): Promise<FlowSummary[]> {
    return (await selectFlows(this.database, me.workspace)).map(summary);
  }

  async get(me: SignedIn, id: string): Promise<FlowDetail> {
    const row = await this.row(me, id);
    const reach = await reachOf(this.database, me.workspace, id);
    return { ...summary(row), draft: row.draft, revision: row.revision, reach };
  }

  async create(
    me: SignedIn,
    wish: { name?: string; from?: string; starter?: string; file?: string },
  ): Promise<FlowSummary> {
    const flow = await this.beginning(me, wish);
    const [id] = await this.database.query(
      `INSERT INTO flows (workspace_id, name, draft, revision, changes, created_at, updated_at, updated_by)
       VALUES (:workspace, :name, :draft, 1, 0, UTC_TIMESTAMP(3), UTC_TIMESTAMP(3), :me)`,
      {
        replacements: { workspace: me.workspace, name: flow.name, draft: JSON.stringify(flow), me: me.id },
        type: QueryTypes.INSERT,
      },
    );
    this.directories.forget(me.workspace);
    return summary(await this.row(me, String(id)));
  }

  private async beginning(
    me: SignedIn,
    wish: { name?: string; from?: string; starter?: string; file?: string },
  ): Promise<Flow> {
    if (wish.file !== undefined) {
      try {
        const flow = readFlow(wish.file);
        return wish.name ? { ...flow, name: wish.name } : flow;
      } catch (error) {
        if (error instanceof FlowFileError) throw new ProblemError('wrong_flow_file', error.message);
        throw error;
      }
    }
    if (wish.starter !== undefined) {
      const starter = starters.find(({ id }) => id === wish.starter);
      if (!starter) throw notFound('starter');
      return { ...starter.flow, name: wish.name ?? starter.flow.name };
    }
    if (wish.from !== undefined) {
      const { draft } = await this.row(me, wish.from);
      return { ...draft, name: wish.name ?? `${draft.name.slice(0, 90)} (copy)` };
    }
    return blankFlow(wish.name ?? 'New flow', SPEAKER, () => randomBytes(6).toString('base64url'));
  }

  async rename(me: SignedIn, id: string, name: string): Promise<FlowSummary> {
    await this.database.transaction(async transaction => {
      const row = await this.lock(me, id, transaction);
      await this.write(me, row, { ...row.draft, name }, transaction);
    });
    this.directories.forget(me.workspace);
    return summary(await this.row(me, id));
  }

  /**
   * Keeps the draft when it builds on the newest revision.
   * @throws {ProblemError} `draft_changed` with who saved in the meantime; nothing is overwritten
   */
  async saveDraft(
    me: SignedIn,
    id: string,
    { revision, draft }: { revision: number; draft: Flow },
  ): Promise<{ revision: number; savedAt: string; changes: number }> {
    const saved = await this.database.transaction(async transaction => {
      const row = await this.lock(me, id, transaction);
      if (row.revision !== revision) throw this.changedSince(row);
      return this.write(me, row, draft, transaction);
    });
    this.directories.forget(me.workspace);
    return { ...saved, savedAt: new Date().toISOString() };
  }

  /**
   * Publishes the draft as the flow’s next edition, and lets the given sites’ visitors meet it.
   * @throws {ProblemError} `flow_has_problems` with what stops it
   */
  async publish(me: SignedIn, id: string, wish: { revision: number; sites: string[] }): Promise<FlowDetail> {
    const { teams, workspace, published } = await this.directories.of(me.workspace);
    const workplace = {
      teams: [...teams.values()].map(team => team.name),
      facts: workspace.business.map(({ value: _, ...fact }): Fact => ({ ...fact, scope: 'business' })),
      flows: published,
    };
    await this.database.transaction(async transaction => {
      const row = await this.lock(me, id, transaction);
      if (row.revision !== wish.revision) throw this.changedSince(row);
      const problems = check(row.draft, workplace).filter(finding => finding.level === 'problem');
      if (problems.length > 0)
        throw new ProblemError(
          'flow_has_problems',
          problems.length === 1
            ? `A problem stands in the way: ${problems[0]!.sentence}`
            : `${problems.length} problems stand in the way. The first: ${problems[0]!.sentence}`,
          { findings: problems.map(({ code, sentence }) => ({ code, sentence })) },
        );
      const [edition] = await this.database.query(
        `INSERT INTO editions (workspace_id, flow_id, number, content, published_at, published_by)
         SELECT :workspace, :id, COALESCE(MAX(number), 0) + 1, :content, UTC_TIMESTAMP(3), :me
         FROM editions WHERE flow_id = :id`,
        {
          replacements: { workspace: me.workspace, id, content: JSON.stringify(row.draft), me: me.id },
          type: QueryTypes.INSERT,
          transaction,
        },
      );
      await this.database.query('UPDATE flows SET edition_id = :edition, changes = 0 WHERE id = :id', {
        replacements: { edition, id },
        transaction,
      });
      this.directories.forget(me.workspace);
      await this.database.query(
        `UPDATE sites SET flow_id = IF(id IN (:sites), :id, NULL)
         WHERE workspace_id = :workspace AND (id IN (:sites) OR flow_id = :id)`,
        {
          replacements: { workspace: me.workspace, id, sites: wish.sites.length > 0 ? wish.sites : ['0'] },
          transaction,
        },
      );
    });
    return this.get(me, id);
  }

  async remove(me: SignedIn, id: string): Promise<void> {
    await this.setRemoved(me, id, 'UTC_TIMESTAMP(3)', 'removed_at IS NULL');
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
    return `/p/${id}`;
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

  private async lock(me: SignedIn, id: string, transaction: Transaction): Promise<FlowRow> {
    await this.database.query('SELECT id FROM flows WHERE id = :id AND workspace_id = :workspace FOR UPDATE', {
      replacements: { id, workspace: me.workspace },
      type: QueryTypes.SELECT,
      transaction,
    });
    const [row] = await selectFlows(this.database, me.workspace, { id, transaction });
    if (!row) throw notFound('flow');
    return row;
  }

  private changedSince(row: FlowRow): ProblemError {
    const by = row.updated_by ?? 'Somebody';
    return new ProblemError(
      'draft_changed',
      `${by} changed this draft in the meantime. Your words are kept here until you choose.`,
      {
        changed: { by, revision: row.revision },
      },
    );
  }

  private async write(
    me: SignedIn,
    row: FlowRow,
    draft: Flow,
    transaction: Transaction,
  ): Promise<{ revision: number; changes: number }> {
    const [edition] =
      row.edition_id === null
        ? []
        : await this.database.query<{ content: Flow }>('SELECT content FROM editions WHERE id = :id', {
            replacements: { id: row.edition_id },
            type: QueryTypes.SELECT,
            transaction,
          });
    const changes = countChanges(edition?.content ?? null, draft);
    const revision = row.revision + 1;
    await this.database.query(
      `UPDATE flows SET name = :name, draft = :draft, revision = :revision, changes = :changes,
              updated_at = UTC_TIMESTAMP(3), updated_by = :me WHERE id = :id`,
      {
        replacements: { id: row.id, name: draft.name, draft: JSON.stringify(draft), revision, changes, me: me.id },
        transaction,
      },
    );
    return { revision, changes };
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
