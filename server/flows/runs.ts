import type { KeptRun } from '@kineta/contract';
import { type Flow, type Outcome, type RehearsalStage, type RunThrough, runThrough } from '@kineta/core';
import { QueryTypes } from 'sequelize';
import type { Directory } from '../account/model.ts';
import type { SignedIn } from '../account/session.ts';
import type { Database, Transaction } from '../database/connect.ts';
import { notFound } from '../http/problem.ts';

/** The most run-throughs that a flow keeps. */
const MOST = 2_000;

/** What of a workspace run-throughs go by. */
export function stageOf({ workspace, teams }: Directory): RehearsalStage {
  const all = [...teams.values()];
  return {
    zone: workspace.zone,
    country: workspace.country,
    locale: workspace,
    business: Object.fromEntries(workspace.business.map(({ name, value }) => [name, value])),
    hours: Object.fromEntries(all.flatMap(({ name, hours }) => (hours ? [[name, hours]] : []))),
    teams: all.map(({ name }) => name),
  };
}

/** The run-throughs that are kept with flows. */
export class Runs {
  private readonly database: Database;

  constructor(database: Database) {
    this.database = database;
  }

  async list(me: SignedIn, flow: string, transaction?: Transaction): Promise<KeptRun[]> {
    return this.database.query<KeptRun>(
      `SELECT id, run FROM run_throughs WHERE flow_id = :flow AND workspace_id = :workspace ORDER BY id LIMIT ${MOST}`,
      { replacements: { flow, workspace: me.workspace }, type: QueryTypes.SELECT, transaction },
    );
  }

  /** Keeps run-throughs with a flow, in their order; all of them or none. */
  async keep(me: SignedIn, flow: string, runs: readonly RunThrough[], transaction?: Transaction): Promise<KeptRun[]> {
    const [owned] = await this.database.query('SELECT id FROM flows WHERE id = :flow AND workspace_id = :workspace', {
      replacements: { flow, workspace: me.workspace },
      type: QueryTypes.SELECT,
      transaction,
    });
    if (!owned) throw notFound('flow');
    if (runs.length === 0) return [];
    const now = new Date();
    const kept = await this.database.query<{ id: string }>(
      'INSERT INTO run_throughs (workspace_id, flow_id, run, changed_at) VALUES :rows RETURNING id',
      {
        replacements: { rows: runs.map(run => [me.workspace, flow, JSON.stringify(run), now]) },
        type: QueryTypes.SELECT,
        transaction,
      },
    );
    return kept.map(({ id }, index) => ({ id, run: runs[index]! }));
  }

  async change(me: SignedIn, flow: string, id: string, run: RunThrough): Promise<KeptRun> {
    const [, changed] = await this.database.query(
      `UPDATE run_throughs SET run = :run, changed_at = UTC_TIMESTAMP(3)
       WHERE id = :id AND flow_id = :flow AND workspace_id = :workspace`,
      {
        replacements: { id, flow, workspace: me.workspace, run: JSON.stringify(run) },
        type: QueryTypes.UPDATE,
      },
    );
    if (changed === 0) throw notFound('run-through');
    return { id, run };
  }

  async remove(me: SignedIn, flow: string, id: string): Promise<void> {
    const removed = await this.database.query(
      'DELETE FROM run_throughs WHERE id = :id AND flow_id = :flow AND workspace_id = :workspace',
      { replacements: { id, flow, workspace: me.workspace }, type: QueryTypes.BULKDELETE },
    );
    if (removed === 0) throw notFound('run-through');
  }

  /** Plays all of them through a draft. @returns those that fail */
  async failing(
    me: SignedIn,
    flow: string,
    draft: Flow,
    directory: Directory,
    transaction: Transaction,
  ): Promise<Outcome[]> {
    const stage = stageOf(directory);
    const kept = await this.list(me, flow, transaction);
    return kept.map(({ run }) => runThrough(draft, run, stage)).filter(({ failures }) => failures.length > 0);
  }
}
