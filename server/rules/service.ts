import type { RuleNames, RuleRow } from '@kineta/contract';
import {
  circleIn,
  conditionRows,
  type Fact,
  firstRules,
  isGone,
  lacks,
  type Names,
  type Numbered,
  type Rule,
  refersTo,
} from '@kineta/core';
import type { Transaction } from '../database/connect.ts';
import type { Row } from '../database/table.ts';
import type { House } from '../house/house.ts';
import { notFound, ProblemError } from '../http/problem.ts';
import { type Books, factsOf, MOST_RULES } from './book.ts';
import { ruleDays, rules } from './model.ts';
import { namesIn } from './names.ts';

/** For how many days it is counted how often a rule acted. */
const DAYS = 30;

type Kept = Row<(typeof rules)['columns']>;

const refuse = (message: string, path = 'body.rule') =>
  new ProblemError('wrong_rule', message, { fields: [{ path, message }] });

/** Takes in the rules that ship, but for those whose name there is. */
export async function shipTo(tables: House['tables'], workspace: string, transaction?: Transaction): Promise<void> {
  const rows = tables.in(workspace).of(rules);
  const within = transaction ? { transaction } : {};
  const before = await rows.all({}, { by: 'place', most: MOST_RULES, ...within });
  const known = new Set(before.map(({ rule }) => rule.name));
  const last = before.at(-1)?.place ?? 0;
  const fresh = firstRules.filter(({ rule }) => !known.has(rule.name)).slice(0, MOST_RULES - before.length);
  await rows.addAll(
    fresh.map(({ rule, on }, index) => ({ rule, isOn: on, place: last + index + 1 })),
    within,
  );
}

/** What happens by itself in a workspace, as leads write it. */
export class RuleService {
  private readonly house: House;
  private readonly books: Books;

  constructor(house: House, books: Books) {
    this.house = house;
    this.books = books;
  }

  private rows(workspace: string) {
    return this.house.tables.in(workspace).of(rules);
  }

  async list(workspace: string): Promise<{ rules: RuleRow[]; names: RuleNames; facts: Fact[] }> {
    const { ports } = this.house;
    const [kept, acted, directory, flows] = await Promise.all([
      this.rows(workspace).all({}, { by: 'place', most: MOST_RULES }),
      this.acted(workspace),
      ports.directories.of(workspace),
      ports.flows.live(workspace),
    ]);
    const called = <T extends { id: string; name: string }>(all: Iterable<T>) =>
      [...all].map(({ id, name }) => ({ id, name }));
    const { teams, members, tags } = directory;
    const names = {
      teams: called(teams.values()),
      members: called([...members.values()].filter(({ resting }) => !resting)),
      tags: called(tags.values()),
      flows: flows.map(({ id, name, scenes }) => ({ id, name, scenes })),
    };
    return { rules: kept.map(row => this.rowOf(row, acted)), names, facts: factsOf(directory, flows) };
  }

  /** @throws {ProblemError} `wrong_rule` */
  async add(workspace: string, { rule, on }: { rule: Rule; on: boolean }): Promise<RuleRow> {
    const before = await this.rows(workspace).all({}, { by: 'place', most: MOST_RULES });
    if (before.length >= MOST_RULES) throw refuse(`There are ${MOST_RULES} rules, and no more can be written.`);
    await this.holds(workspace, { id: '', ...rule }, before, on);
    const id = await this.rows(workspace).add({ rule, isOn: on, place: (before.at(-1)?.place ?? 0) + 1 });
    await this.changed(workspace);
    return this.get(workspace, id);
  }

  /** @throws {ProblemError} `not_found`, `rule_changed`, `wrong_rule` */
  async change(workspace: string, id: string, { rule, number }: { rule: Rule; number: number }): Promise<RuleRow> {
    const before = await this.rows(workspace).all({}, { by: 'place', most: MOST_RULES });
    const own = before.find(one => one.id === id);
    if (!own) throw notFound('rule');
    await this.holds(workspace, { id, ...rule }, before, own.isOn);
    const changed = await this.rows(workspace).change({ rule, number: number + 1 }, { id, number });
    if (changed === 0)
      throw new ProblemError(
        'rule_changed',
        'Somebody else wrote this rule otherwise meanwhile. Look at theirs first.',
      );
    await this.changed(workspace);
    return this.get(workspace, id);
  }

  /** @throws {ProblemError} `not_found`, `wrong_rule` for one in which something is still to be said */
  async switch(workspace: string, id: string, on: boolean): Promise<RuleRow> {
    const before = await this.rows(workspace).all({}, { by: 'place', most: MOST_RULES });
    const own = before.find(one => one.id === id);
    if (!own) throw notFound('rule');
    if (on) await this.holds(workspace, { id, ...own.rule }, before, on);
    await this.rows(workspace).change({ isOn: on }, { id });
    await this.changed(workspace);
    return this.get(workspace, id);
  }

  async remove(workspace: string, id: string): Promise<void> {
    if ((await this.rows(workspace).remove({ id })) === 0) throw notFound('rule');
    await this.changed(workspace);
  }

  /** Puts those that are named first, in this order; others stay behind them in theirs. */
  async order(workspace: string, ids: readonly string[]): Promise<void> {
    await this.house.database.transaction(async transaction => {
      const rows = this.rows(workspace);
      const all = await rows.all({}, { by: 'place', most: MOST_RULES, transaction, lock: true });
      const placed = [...new Set([...ids.filter(id => all.some(one => one.id === id)), ...all.map(({ id }) => id)])];
      for (const [index, id] of placed.entries())
        if (all.find(one => one.id === id)?.place !== index + 1)
          await rows.change({ place: index + 1 }, { id }, { transaction });
    });
    await this.changed(workspace);
  }

  async ship(workspace: string): Promise<void> {
    await shipTo(this.house.tables, workspace);
    await this.changed(workspace);
  }

  private async get(workspace: string, id: string): Promise<RuleRow> {
    const row = await this.rows(workspace).one({ id });
    if (!row) throw notFound('rule');
    return this.rowOf(row, await this.acted(workspace));
  }

  private rowOf({ id, rule, isOn, number }: Kept, acted: ReadonlyMap<string, number>): RuleRow {
    return { id, rule, on: isOn, number, acted: acted.get(id) ?? 0 };
  }

  private async acted(workspace: string): Promise<Map<string, number>> {
    const since = new Date(Date.now() - DAYS * 86_400_000).toISOString().slice(0, 10);
    const rows = await this.house.tables
      .in(workspace)
      .of(ruleDays)
      .all({ day: { from: since } }, { most: MOST_RULES * (DAYS + 2) });
    const sums = new Map<string, number>();
    for (const { ruleId, times } of rows) sums.set(ruleId, (sums.get(ruleId) ?? 0) + times);
    return sums;
  }

  private async changed(workspace: string): Promise<void> {
    this.books.forget(workspace);
    await this.house.ports.conversations.lookAgain(workspace);
  }

  /** That a rule can be as it is, among the others. */
  private async holds(workspace: string, rule: Numbered, before: readonly Kept[], on: boolean): Promise<void> {
    const { ports } = this.house;
    const [directory, flows] = await Promise.all([ports.directories.of(workspace), ports.flows.live(workspace)]);
    const others = before.filter(one => one.id !== rule.id);
    if (others.some(one => one.rule.name.toLowerCase() === rule.name.toLowerCase()))
      throw refuse(`There is a rule “${rule.name}” already.`, 'body.rule.name');
    const all = [...others.map(one => ({ id: one.id, ...one.rule })), rule];
    const names = namesIn(directory, flows, all);
    if (on && lacks(rule)) throw refuse(`Something is still to be said in “${rule.name}” before it can be on.`);
    const gone = refersTo(rule).find(one => one.id !== '' && isGone(names, one));
    if (gone) throw refuse(`The ${gone.what} that “${rule.name}” names is gone.`);
    const noScene = sceneGone(rule, names);
    if (noScene) throw refuse(`The scene that “${rule.name}” goes to is gone.`);
    const facts = new Set(factsOf(directory, flows).map(({ name }) => name));
    const unknown = rule.onlyIf && conditionRows(rule.onlyIf).find(({ fact }) => !facts.has(fact));
    if (unknown && on)
      throw refuse(
        unknown.fact === '' ? 'Say which fact the condition is about.' : `There is no fact “${unknown.fact}”.`,
        'body.rule.onlyIf',
      );
    const circle = circleIn(all, names);
    if (circle) {
      const way = [...circle, circle[0]!].map(one => `“${one.name}”`).join(', then ');
      throw refuse(
        `These rules would run each other for ever: ${way} again. Let one of them act once in a conversation.`,
      );
    }
  }
}

function sceneGone({ parts }: Rule, names: Names): boolean {
  return parts
    .flatMap(part => part.do)
    .some(deed => 'scene' in deed && deed.scene !== undefined && names.scene(deed.flow, deed.scene) === undefined);
}
