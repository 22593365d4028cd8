import type { Edition } from '@kineta/contract';
import { check, difference, type Fact, type Flow, type Workplace } from '@kineta/core';
import { QueryTypes } from 'sequelize';
import type { Transaction } from '../database/connect.ts';
import type { Row } from '../database/table.ts';
import type { House } from '../house/house.ts';
import type { Directory, SignedIn } from '../house/ports.ts';
import { notFound, ProblemError } from '../http/problem.ts';
import { writeEvents } from '../stream/stream.ts';
import { changedSince, type Drafts } from './drafts.ts';
import { editions, flows, scheduledPublishes } from './model.ts';
import type { Runs } from './runs.ts';

/** An edition without its content, which only who opens it wants. */
type EditionRow = Omit<Row<typeof editions.columns>, 'content' | 'workspaceId' | 'flowId'>;
const TOLD = ['id', 'number', 'publishedAt', 'publishedBy', 'sentence', 'despite'] as const;

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

function workplaceOf({ teams, members, workspace, published, products }: Directory): Workplace {
  return {
    teams: [...teams.values()].map(team => team.name),
    skills: [...members.values()].flatMap(({ resting, skills }) => (resting ? [] : skills)),
    members: [...members.values()].filter(({ resting }) => !resting).map(member => member.name),
    facts: workspace.business.map(({ value: _, ...fact }): Fact => ({ ...fact, scope: 'business' })),
    flows: published,
    products: [...products.keys()],
  };
}

/** Brings drafts before visitors, as editions that never change; and takes them back. */
export class Publisher {
  private readonly house: House;
  private readonly drafts: Drafts;
  private readonly runs: Runs;

  constructor(house: House, drafts: Drafts, runs: Runs) {
    this.house = house;
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
    const directory = await this.house.ports.directories.of(me.workspace);
    await this.house.database.transaction(async transaction => {
      const row = await this.drafts.lock(me, id, transaction);
      if (row.revision !== wish.revision) throw changedSince(row, directory);
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
    this.house.ports.directories.forget(me.workspace);
  }

  /** What was to be published at a time is not. The draft and what visitors meet stay as they are. */
  async unschedule(me: SignedIn, flow: string): Promise<void> {
    const removed = await this.rows(me.workspace).of(scheduledPublishes).remove({ flowId: flow });
    if (removed === 0) throw notFound('time set for this flow');
  }

  /**
   * Publishes a version whose time has come, claimed by one process only. What somebody publishes by hand at this moment
   * is left alone, not waited for.
   * @returns whose it was, if there was one
   */
  async publishDue(): Promise<{ workspace: string; flow: string } | undefined> {
    const done = await this.house.database.transaction(async transaction => {
      // Raw: claimed by one process, with its flow; what another holds, or somebody publishes by hand now, is left alone.
      const [due] = await this.house.database.query<{ flow: string; workspace: string }>(
        `SELECT s.flow_id AS flow, s.workspace_id AS workspace FROM scheduled_publishes s JOIN flows f ON f.id = s.flow_id
         WHERE s.due_at <= UTC_TIMESTAMP(3) ORDER BY s.due_at LIMIT 1 FOR UPDATE SKIP LOCKED`,
        { type: QueryTypes.SELECT, transaction },
      );
      if (!due) return undefined;
      const rows = this.rows(due.workspace);
      const version = await rows.of(scheduledPublishes).one({ flowId: due.flow }, { transaction });
      const flow = await rows.of(flows).one({ id: due.flow }, { transaction });
      if (!version || !flow) return undefined;
      const { memberId: by, content, sites, sentence, despite } = version;
      await this.bringOut({ ...due, by, content, sites, sentence, despite }, flow.draft, transaction);
      return due;
    });
    if (done) this.house.ports.directories.forget(done.workspace);
    return done;
  }

  async list(me: SignedIn, flow: string): Promise<Edition[]> {
    return this.told(me, flow, {});
  }

  async edition(me: SignedIn, flow: string, id: string): Promise<Edition & { content: Flow }> {
    const [[edition], content] = await Promise.all([this.told(me, flow, { id }), this.content(me, flow, id)]);
    if (!edition) throw notFound('edition');
    return { ...edition, content };
  }

  /** New visitors meet an earlier edition again. What has begun stays on its own, and the draft stays as it is. */
  async rollBack(me: SignedIn, flow: string, id: string): Promise<void> {
    await this.house.database.transaction(async transaction => {
      const { draft } = await this.drafts.lock(me, flow, transaction);
      const content = await this.content(me, flow, id, transaction);
      await this.bringLive(
        me.workspace,
        flow,
        { edition: id, changes: difference(content, draft).length },
        transaction,
      );
    });
    this.house.ports.directories.forget(me.workspace);
  }

  /** Switches a flow on for some sites, and off for all others. @throws {ProblemError} when it has no edition */
  async switchSites(me: SignedIn, flow: string, sites: string[]): Promise<void> {
    await this.house.database.transaction(async transaction => {
      const { editionId } = await this.drafts.lock(me, flow, transaction);
      if (editionId === null && sites.length > 0)
        throw new ProblemError(
          'invalid_request',
          'Publish the flow first: there is nothing to meet visitors with yet.',
        );
      await this.house.ports.sites.switchOn(me.workspace, flow, sites, transaction);
    });
    this.house.ports.directories.forget(me.workspace);
  }

  /** Makes a version the next edition, brings it before visitors, and forgets what else waited for its time. */
  private async bringOut(version: Version, draft: Flow, transaction: Transaction): Promise<void> {
    const { workspace, flow, content, by, sentence, despite } = version;
    const rows = this.rows(workspace);
    const [newest] = await rows
      .of(editions)
      .all({ flowId: flow }, { by: 'number', newestFirst: true, most: 1, only: ['number'], transaction });
    const publishedAt = new Date();
    const edition = await rows
      .of(editions)
      .add(
        { flowId: flow, number: (newest?.number ?? 0) + 1, content, publishedAt, publishedBy: by, sentence, despite },
        { transaction },
      );
    await this.bringLive(workspace, flow, { edition, changes: difference(content, draft).length }, transaction);
    await this.house.ports.sites.switchOn(workspace, flow, version.sites, transaction);
    await rows.of(scheduledPublishes).remove({ flowId: flow }, { transaction });
  }

  private async schedule(version: Version, at: string, transaction: Transaction): Promise<void> {
    const due = new Date(at);
    if (due.getTime() <= Date.now()) throw new ProblemError('invalid_request', 'That time has passed already.');
    if (due.getTime() > Date.now() + FURTHEST)
      throw new ProblemError('invalid_request', 'Choose a time within the next year.');
    const { workspace, flow, by, content, sites, sentence, despite } = version;
    const rows = this.rows(workspace).of(scheduledPublishes);
    await rows.remove({ flowId: flow }, { transaction });
    await rows.add({ flowId: flow, memberId: by, content, sites, sentence, despite, dueAt: due }, { transaction });
  }

  private async bringLive(
    workspace: string,
    flow: string,
    { edition, changes }: { edition: string; changes: number },
    transaction: Transaction,
  ): Promise<void> {
    await this.rows(workspace).of(flows).change({ editionId: edition, changes }, { id: flow }, { transaction });
    const nowhere = { conversationId: null, number: null };
    await writeEvents(
      [
        {
          ...nowhere,
          workspaceId: workspace,
          kind: 'published',
          at: new Date(),
          flowId: flow,
          editionId: edition,
          said: {},
        },
      ],
      transaction,
    );
  }

  private rows(workspace: string) {
    return this.house.tables.in(workspace);
  }

  /** Editions as they are told of, the newest first. */
  private async told(me: SignedIn, flow: string, only: { id?: string }): Promise<Edition[]> {
    const rows = this.rows(me.workspace);
    const { directories, figures } = this.house.ports;
    const [found, [of], { members }, conversations] = await Promise.all([
      rows.of(editions).all({ flowId: flow, ...only }, { by: 'number', newestFirst: true, most: 500, only: TOLD }),
      rows.of(flows).all({ id: flow }, { only: ['editionId'] }),
      directories.of(me.workspace),
      figures.byEdition(me.workspace, flow),
    ]);
    return found.map(
      ({ id, number, publishedAt, publishedBy, sentence, despite }: EditionRow): Edition => ({
        id,
        number,
        publishedAt: publishedAt.toISOString(),
        publishedBy: publishedBy === null ? null : (members.get(publishedBy)?.name ?? null),
        sentence,
        despite,
        live: of?.editionId === id,
        conversations: conversations.get(id) ?? 0,
      }),
    );
  }

  private async content(me: SignedIn, flow: string, id: string, transaction?: Transaction): Promise<Flow> {
    const row = await this.rows(me.workspace).of(editions).one({ id, flowId: flow }, { transaction });
    if (!row) throw notFound('edition');
    return row.content;
  }
}
