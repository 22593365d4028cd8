import type { Edition } from '@kineta/contract';
import { check, difference, type Fact, type Flow, type Workplace } from '@kineta/core';
import { QueryTypes } from 'sequelize';
import type { Directories, Directory } from '../account/model.ts';
import type { SignedIn } from '../account/session.ts';
import type { Database, Transaction } from '../database/connect.ts';
import { notFound, ProblemError } from '../http/problem.ts';
import { changedSince, type Drafts } from './drafts.ts';
import type { Runs } from './runs.ts';

interface EditionRow {
  id: string;
  number: number;
  published_at: Date;
  published_by: string | null;
  sentence: string;
  despite: string | null;
  live: number | string;
  conversations: number | string;
}

/** A version of a flow on its way to visitors. */
interface Version {
  workspace: string;
  flow: string;
  by: string | null;
  content: Flow;
  /** The sites whose visitors are to meet it. */
  sites: string[];
  sentence: string;
  despite: string | null;
}

/** How far ahead a publish may be set, in milliseconds. */
const FURTHEST = 366 * 86_400_000;

function told(row: EditionRow): Edition {
  return {
    id: row.id,
    number: row.number,
    publishedAt: row.published_at.toISOString(),
    publishedBy: row.published_by,
    sentence: row.sentence,
    despite: row.despite,
    live: Number(row.live) === 1,
    conversations: Number(row.conversations),
  };
}

function workplaceOf({ teams, workspace, published }: Directory): Workplace {
  return {
    teams: [...teams.values()].map(team => team.name),
    facts: workspace.business.map(({ value: _, ...fact }): Fact => ({ ...fact, scope: 'business' })),
    flows: published,
  };
}

/** Brings drafts before visitors, as editions that never change; and takes them back. */
export class Publisher {
  private readonly database: Database;
  private readonly directories: Directories;
  private readonly drafts: Drafts;
  private readonly runs: Runs;

  constructor(database: Database, directories: Directories, drafts: Drafts, runs: Runs) {
    this.database = database;
    this.directories = directories;
    this.drafts = drafts;
    this.runs = runs;
  }

  /**
   * Publishes the draft as the flow’s next edition, and lets the given sites’ visitors meet it; or, with a time, has
   * the draft as it is now published then.
   * @throws {ProblemError} `flow_has_problems` with what stops it; `runs_fail` when run-throughs fail and nothing says
   * why it is published all the same
   */
  async publish(
    me: SignedIn,
    id: string,
    wish: {
      revision: number;
      sites: string[];
      sentence?: string | undefined;
      despite?: string | undefined;
      at?: string | undefined;
    },
  ): Promise<void> {
    const directory = await this.directories.of(me.workspace);
    await this.database.transaction(async transaction => {
      const row = await this.drafts.lock(me, id, transaction);
      if (row.revision !== wish.revision) throw changedSince(row);
      const problems = check(row.draft, workplaceOf(directory)).filter(finding => finding.level === 'problem');
      if (problems.length > 0)
        throw new ProblemError(
          'flow_has_problems',
          problems.length === 1
            ? `A problem stands in the way: ${problems[0]!.sentence}`
            : `${problems.length} problems stand in the way. The first: ${problems[0]!.sentence}`,
          { findings: problems.map(({ code, sentence }) => ({ code, sentence })) },
        );
      const failing = await this.runs.failing(me, id, row.draft, directory, transaction);
      const [first] = failing;
      if (first && wish.despite === undefined)
        throw new ProblemError(
          'runs_fail',
          `${failing.length === 1 ? 'A run-through fails' : `${failing.length} run-throughs fail`}: in “${first.name}”, ${first.failures[0]!.why} Say why it is to be published all the same, or mend it.`,
          {
            findings: failing.map(({ name, failures }) => ({
              code: 'run-through fails',
              sentence: `“${name}”: ${failures.map(({ why }) => why).join(' ')}`,
            })),
          },
        );
      const version: Version = {
        workspace: me.workspace,
        flow: id,
        by: me.id,
        content: row.draft,
        sites: wish.sites,
        sentence: wish.sentence ?? '',
        despite: first ? (wish.despite ?? null) : null,
      };
      if (wish.at === undefined) await this.bringOut(version, row.draft, transaction);
      else await this.schedule(version, wish.at, transaction);
    });
    this.directories.forget(me.workspace);
  }

  /** What was to be published at a time is not. The draft and what visitors meet stay as they are. */
  async unschedule(me: SignedIn, flow: string): Promise<void> {
    const removed = await this.database.query(
      'DELETE FROM scheduled_publishes WHERE flow_id = :flow AND workspace_id = :workspace',
      { replacements: { flow, workspace: me.workspace }, type: QueryTypes.BULKDELETE },
    );
    if (removed === 0) throw notFound('time set for this flow');
  }

  /**
   * Publishes a version whose time has come, claimed by one process only. What somebody publishes by hand at this moment
   * is left alone, not waited for.
   * @returns whose it was, if there was one
   */
  async publishDue(): Promise<{ workspace: string; flow: string } | undefined> {
    const done = await this.database.transaction(async transaction => {
      const [due] = await this.database.query<Version & { draft: Flow }>(
        `SELECT s.flow_id AS flow, s.workspace_id AS workspace, s.member_id AS \`by\`, s.content, s.sites, s.sentence,
                s.despite, f.draft
         FROM scheduled_publishes s JOIN flows f ON f.id = s.flow_id
         WHERE s.due_at <= UTC_TIMESTAMP(3) ORDER BY s.due_at LIMIT 1 FOR UPDATE SKIP LOCKED`,
        { type: QueryTypes.SELECT, transaction },
      );
      if (!due) return undefined;
      await this.bringOut(due, due.draft, transaction);
      return { workspace: due.workspace, flow: due.flow };
    });
    if (done) this.directories.forget(done.workspace);
    return done;
  }

  async list(me: SignedIn, flow: string): Promise<Edition[]> {
    return (await this.rows(me, flow)).map(told);
  }

  async edition(me: SignedIn, flow: string, id: string): Promise<Edition & { content: Flow }> {
    const [row] = await this.rows(me, flow, id);
    if (!row) throw notFound('edition');
    return { ...told(row), content: await this.content(me, flow, id) };
  }

  /** New visitors meet an earlier edition again. What has begun stays on its own, and the draft stays as it is. */
  async rollBack(me: SignedIn, flow: string, id: string): Promise<void> {
    await this.database.transaction(async transaction => {
      const { draft } = await this.drafts.lock(me, flow, transaction);
      const content = await this.content(me, flow, id, transaction);
      await this.bringLive(
        me.workspace,
        flow,
        { edition: id, changes: difference(content, draft).length },
        transaction,
      );
    });
    this.directories.forget(me.workspace);
  }

  /** Switches a flow on for some sites, and off for all others. @throws {ProblemError} when it has no edition */
  async switchSites(me: SignedIn, flow: string, sites: string[]): Promise<void> {
    await this.database.transaction(async transaction => {
      const { edition_id } = await this.drafts.lock(me, flow, transaction);
      if (edition_id === null && sites.length > 0)
        throw new ProblemError(
          'invalid_request',
          'Publish the flow first: there is nothing to meet visitors with yet.',
        );
      await this.switchOn(me.workspace, flow, sites, transaction);
    });
    this.directories.forget(me.workspace);
  }

  /** Makes a version the next edition, brings it before visitors, and forgets what else waited for its time. */
  private async bringOut(version: Version, draft: Flow, transaction: Transaction): Promise<void> {
    const { workspace, flow, content, by, sentence, despite } = version;
    const [edition] = await this.database.query(
      `INSERT INTO editions (workspace_id, flow_id, number, content, published_at, published_by, sentence, despite)
       SELECT :workspace, :flow, COALESCE(MAX(number), 0) + 1, :content, UTC_TIMESTAMP(3), :by, :sentence, :despite
       FROM editions WHERE flow_id = :flow`,
      {
        replacements: { workspace, flow, content: JSON.stringify(content), by, sentence, despite },
        type: QueryTypes.INSERT,
        transaction,
      },
    );
    const changes = difference(content, draft).length;
    await this.bringLive(workspace, flow, { edition: String(edition), changes }, transaction);
    await this.switchOn(workspace, flow, version.sites, transaction);
    await this.database.query('DELETE FROM scheduled_publishes WHERE flow_id = :flow', {
      replacements: { flow },
      transaction,
    });
  }

  private async schedule(version: Version, at: string, transaction: Transaction): Promise<void> {
    const due = new Date(at);
    if (due.getTime() <= Date.now()) throw new ProblemError('invalid_request', 'That time has passed already.');
    if (due.getTime() > Date.now() + FURTHEST)
      throw new ProblemError('invalid_request', 'Choose a time within the next year.');
    await this.database.query(
      `REPLACE INTO scheduled_publishes
         (flow_id, workspace_id, member_id, content, sites, sentence, despite, due_at)
       VALUES (:flow, :workspace, :by, :content, :sites, :sentence, :despite, :due)`,
      {
        replacements: {
          ...version,
          content: JSON.stringify(version.content),
          sites: JSON.stringify(version.sites),
          due,
        },
        transaction,
      },
    );
  }

  private async bringLive(
    workspace: string,
    flow: string,
    { edition, changes }: { edition: string; changes: number },
    transaction: Transaction,
  ): Promise<void> {
    await this.database.query(
      'UPDATE flows SET edition_id = :edition, changes = :changes WHERE id = :flow AND workspace_id = :workspace',
      { replacements: { edition, changes, flow, workspace }, transaction },
    );
  }

  private async switchOn(workspace: string, flow: string, sites: string[], transaction: Transaction): Promise<void> {
    await this.database.query(
      `UPDATE sites SET flow_id = IF(id IN (:sites), :flow, NULL)
       WHERE workspace_id = :workspace AND (id IN (:sites) OR flow_id = :flow)`,
      {
        replacements: { workspace, flow, sites: sites.length > 0 ? sites : ['0'] },
        transaction,
      },
    );
  }

  private rows(me: SignedIn, flow: string, id?: string): Promise<EditionRow[]> {
    return this.database.query<EditionRow>(
      `SELECT e.id, e.number, e.published_at, m.name AS published_by, e.sentence, e.despite, f.edition_id = e.id AS live,
              (SELECT COUNT(*) FROM conversations c WHERE c.edition_id = e.id) AS conversations
       FROM editions e JOIN flows f ON f.id = e.flow_id LEFT JOIN members m ON m.id = e.published_by
       WHERE e.flow_id = :flow AND e.workspace_id = :workspace ${id === undefined ? '' : 'AND e.id = :id'}
       ORDER BY e.number DESC LIMIT 500`,
      { replacements: { flow, workspace: me.workspace, id }, type: QueryTypes.SELECT },
    );
  }

  private async content(me: SignedIn, flow: string, id: string, transaction?: Transaction): Promise<Flow> {
    const [row] = await this.database.query<{ content: Flow }>(
      'SELECT content FROM editions WHERE id = :id AND flow_id = :flow AND workspace_id = :workspace',
      { replacements: { id, flow, workspace: me.workspace }, type: QueryTypes.SELECT, transaction },
    );
    if (!row) throw notFound('edition');
    return row.content;
  }
}
