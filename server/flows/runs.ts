import type { KeptRun } from '@kineta/contract';
import { type Flow, type Outcome, type RehearsalStage, type RunThrough, runThrough } from '@kineta/core';
import type { Transaction } from '../database/connect.ts';
import type { Tables } from '../database/rows.ts';
import type { Directory, SignedIn } from '../house/ports.ts';
import { notFound } from '../http/problem.ts';
import { flows, runThroughs } from './model.ts';

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
    wishes: workspace.wishes,
    ...(workspace.sure ? { sure: workspace.sure } : {}),
    hours: Object.fromEntries(all.flatMap(({ name, hours }) => (hours ? [[name, hours]] : []))),
    teams: all.map(({ name }) => name),
  };
}

/** The run-throughs that are kept with flows. */
export class Runs {
  private readonly tables: Tables;

  constructor(tables: Tables) {
    this.tables = tables;
  }

  async list(me: SignedIn, flow: string, transaction?: Transaction): Promise<KeptRun[]> {
    const kept = await this.rows(me).all({ flowId: flow }, { by: 'id', most: MOST, transaction });
    return kept.map(({ id, run }) => ({ id, run }));
  }

  /** Keeps run-throughs with a flow, in their order; all of them or none. */
  async keep(me: SignedIn, flow: string, runs: readonly RunThrough[], transaction?: Transaction): Promise<KeptRun[]> {
    const owned = await this.tables.in(me.workspace).of(flows).count({ id: flow }, { transaction });
    if (owned === 0) throw notFound('flow');
    const changedAt = new Date();
    const ids = await this.rows(me).addAll(
      runs.map(run => ({ flowId: flow, run, changedAt })),
      { transaction },
    );
    return ids.map((id, index) => ({ id, run: runs[index]! }));
  }

  async change(me: SignedIn, flow: string, id: string, run: RunThrough): Promise<KeptRun> {
    const changed = await this.rows(me).change({ run, changedAt: new Date() }, { id, flowId: flow });
    if (changed === 0) throw notFound('run-through');
    return { id, run };
  }

  async remove(me: SignedIn, flow: string, id: string): Promise<void> {
    if ((await this.rows(me).remove({ id, flowId: flow })) === 0) throw notFound('run-through');
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

  private rows(me: SignedIn) {
    return this.tables.in(me.workspace).of(runThroughs);
  }
}
