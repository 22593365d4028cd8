import { type Fact, FactName, givenFacts, lacks, type Numbered, ruleFacts } from '@kineta/core';
import { LRUCache } from 'lru-cache';
import type { House } from '../house/house.ts';
import type { Directory, RuleBook } from '../house/ports.ts';
import { rules } from './model.ts';
import { namesIn } from './names.ts';

/** For so long what another process changed may not be known yet, in milliseconds, as with directories. */
const GOOD_FOR = 2_000;
/** So many rules a workspace has at most. */
export const MOST_RULES = 200;

/** Every fact that rules may ask about: theirs, those that are given, those of the business and of the flows that are live. */
export function factsOf({ teams, workspace }: Directory, flows: ReadonlyArray<{ facts: readonly Fact[] }>): Fact[] {
  const business = workspace.business.map(({ name, type }): Fact => ({ name, type, scope: 'business' }));
  const given = givenFacts([...teams.values()].map(({ name }) => name));
  const byName = new Map<string, Fact>();
  // What a flow has by a name goes before; of several flows, the first.
  // A team may be called as no fact can be; that is not asked about then.
  for (const fact of [...flows.flatMap(({ facts }) => facts), ...business, ...given, ...ruleFacts])
    if (!byName.has(fact.name) && FactName.safeParse(fact.name).success) byName.set(fact.name, fact);
  return [...byName.values()];
}

/** The rules of workspaces as those who follow them need them: at most two seconds old. */
export class Books {
  private readonly house: House;
  private readonly kept = new LRUCache<string, Promise<RuleBook>>({ max: 2_000, ttl: GOOD_FOR });

  constructor(house: House) {
    this.house = house;
  }

  of(workspace: string): Promise<RuleBook> {
    let book = this.kept.get(workspace);
    if (!book) {
      book = this.read(workspace);
      this.kept.set(workspace, book);
      book.catch(() => this.kept.delete(workspace));
    }
    return book;
  }

  forget(workspace: string): void {
    this.kept.delete(workspace);
  }

  private async read(workspace: string): Promise<RuleBook> {
    const { tables, ports } = this.house;
    const [rows, directory, flows] = await Promise.all([
      tables.in(workspace).of(rules).all({}, { by: 'place', most: MOST_RULES }),
      ports.directories.of(workspace),
      ports.flows.live(workspace),
    ]);
    const all = rows.map(({ id, rule, isOn }) => ({ id, ...rule, isOn }));
    const facts = factsOf(directory, flows);
    return {
      rules: all.filter(({ isOn, ...rule }) => isOn && !lacks(rule)).map(({ isOn: _, ...rule }): Numbered => rule),
      names: namesIn(directory, flows, all),
      facts,
      factNames: facts.map(({ name }) => name),
    };
  }
}
