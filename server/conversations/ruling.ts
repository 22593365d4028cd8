import {
  type Course,
  conditionsHold,
  type Deed,
  decided,
  deedKindOf,
  deedsOf,
  dueAt,
  type EntryBody,
  type Fact,
  factsAskedBy,
  factsIn,
  type Looked,
  type Numbered,
  passed,
  ruleValues,
  shownValues,
} from '@kineta/core';
import type { Transaction } from '../database/connect.ts';
import { ask } from '../database/transaction.ts';
import type { House } from '../house/house.ts';
import type { Directory, RuleBook } from '../house/ports.ts';
import type { Acting, Undone } from './deeds/deed.ts';
import { doingOf } from './deeds/registry.ts';
import { courseOf, type Following, followEntries, momentOf } from './following.ts';
import type { Host } from './host.ts';
import type { Outcome } from './log.ts';
import { lookedAt } from './looked.ts';
import type { Changes, ConversationRow } from './model.ts';
import type { WaysBack } from './way-back.ts';

/** So deep one rule may have another do what it does. */
const DEEPEST = 5;

/** Where a visitor stands in the line, as it was read before. */
export interface Standing {
  place?: number;
  minutes?: number | null;
}

/** Whether a flow goes on by itself: it waits for a time, or for what it ordered. Raw: by the keys of both. */
async function isUnderWay({ id }: ConversationRow, transaction: Transaction): Promise<boolean> {
  const [found] = await ask<Array<{ under: number | string }>>(
    transaction,
    `SELECT EXISTS (SELECT 1 FROM timers t WHERE t.conversation_id = ?)
         OR EXISTS (SELECT 1 FROM outbox o WHERE o.conversation_id = ? AND o.settled IS NULL) AS under`,
    [id, id],
  );
  return Number(found?.under ?? 0) === 1;
}

/**
 * The rules of a workspace act in one of its conversations: each that is due, in their order, looked at anew and in full, with what
 * those before it did. All of it is written in the transaction in which it is looked at.
 */
export class Ruling {
  private readonly house: House;
  private readonly host: Host;
  private readonly waysBack: WaysBack;
  private readonly book: RuleBook;
  private readonly directory: Directory;
  private readonly standing: Standing;
  private readonly transaction: Transaction;
  private readonly now = new Date();
  private readonly entries: EntryBody[] = [];
  private readonly dues: number[] = [];
  private changes: Changes = {};
  private row: ConversationRow;
  private course!: Course;
  private speaker = '';
  private facts: readonly Fact[] = [];
  private underWay = false;

  constructor(
    { house, host, waysBack }: { house: House; host: Host; waysBack: WaysBack },
    { book, directory, standing }: { book: RuleBook; directory: Directory; standing: Standing },
    row: ConversationRow,
    transaction: Transaction,
  ) {
    this.house = house;
    this.host = host;
    this.waysBack = waysBack;
    this.book = book;
    this.directory = directory;
    this.standing = standing;
    this.row = row;
    this.transaction = transaction;
  }

  private get following(): Following {
    return { book: this.book, directory: this.directory };
  }

  /** What rules do that are due by now. */
  async act(): Promise<Outcome> {
    const { row, transaction } = this;
    const now = this.now.getTime();
    this.course = (await courseOf(row, this.following, transaction)).course;
    const edition =
      row.edition_id === null
        ? undefined
        : await this.house.ports.editions.get(row.workspace_id, row.edition_id, transaction);
    this.speaker = edition?.speaker ?? this.directory.workspace.name;
    this.facts = edition?.facts ?? [];
    this.underWay = await isUnderWay(row, transaction);
    // One that acts may make another due: each acts at most once in one go, and what is due again has its turn at once.
    for (const rule of this.book.rules) {
      const due = dueAt(rule, this.course, momentOf(this.directory, now));
      if (due !== null && due <= now) await this.decide(rule);
    }
    return {
      entries: this.entries,
      changes: this.changes,
      course: this.course,
      ...(this.dues.length > 0 ? { due: Math.min(...this.dues) } : {}),
    };
  }

  /** Lets everything pass that is due: a rule that fails again and again is over for what it began with. */
  async giveUp(): Promise<Outcome> {
    const now = this.now.getTime();
    this.course = (await courseOf(this.row, this.following, this.transaction)).course;
    for (const rule of this.book.rules) {
      const due = dueAt(rule, this.course, momentOf(this.directory, now));
      if (due !== null && due <= now) this.course = passed(rule, this.course, 'condition', now);
    }
    return { entries: [], course: this.course };
  }

  private async decide(rule: Numbered): Promise<void> {
    const looked = this.look();
    const since = this.course.rules[rule.id]!.since!;
    const values = ruleValues(this.course, looked, since);
    const does = decided(rule, this.course, looked, conditionsHold(rule, values, this.book.factNames));
    if ('silent' in does) {
      this.course = passed(rule, this.course, does.silent, looked.now);
      return;
    }
    await this.carryOut(rule, does.does, does, 0);
  }

  /** Does what a rule does, with a line of its own in front of what that leaves in the log. */
  private async carryOut(
    rule: Numbered,
    deeds: readonly Deed[],
    { since, part }: { since: number; part: number },
    depth: number,
  ): Promise<void> {
    const at = this.entries.length;
    const did: Array<{ deed: string; why?: string }> = [];
    for (const deed of deeds) {
      const done: { deed: string } | Undone = (await doingOf(deed)?.carryOut(
        deed,
        this.acting(rule, since, depth),
      )) ?? {
        undone: 'met something that it does not know',
      };
      did.push('undone' in done ? { deed: 'nothing', why: done.undone } : done);
    }
    const line: EntryBody = { kind: 'ruled', rule: { id: rule.id, name: rule.name }, since, part, did };
    this.entries.splice(at, 0, line);
    const added = this.entries.slice(at).map(body => ({ at: this.now.getTime(), body }));
    // What another rule left in the log in between was followed with that one.
    this.course = followEntries(this.course, depth === 0 ? added : [], this.following);
  }

  private acting(rule: Numbered, since: number, depth: number): Acting {
    const values = ruleValues(this.course, this.look(), since);
    const { language, currency } = this.directory.workspace;
    const facts = [...this.facts, ...this.book.facts.filter(({ name }) => !this.facts.some(own => own.name === name))];
    return {
      house: this.house,
      host: this.host,
      rule,
      row: this.row,
      directory: this.directory,
      now: this.now,
      transaction: this.transaction,
      speaker: this.speaker,
      facts: this.facts,
      known: this.row.session.facts,
      shown: shownValues(values, facts, { language, currency }),
      write: (...entries) => this.entries.push(...entries),
      change: changes => {
        this.changes = { ...this.changes, ...changes };
        this.row = { ...this.row, ...changes };
      },
      due: after => this.dues.push(after),
      wayBack: () => this.wayBack(),
      run: id => this.runOther(id, since, depth + 1),
    };
  }

  /** The link of a letter, which leads back into the conversation; undefined where it is not known to which page. */
  private async wayBack(): Promise<string | undefined> {
    const { workspace_id: workspace, site_id: site, visitor_id: visitor, page } = this.row;
    const origin = await this.house.ports.sites.originOf(workspace, site, this.transaction);
    return origin === '' ? undefined : this.waysBack.onto(origin, page, { id: visitor, site });
  }

  private async runOther(id: string, since: number, depth: number): Promise<{ name: string } | Undone> {
    const rule = this.book.rules.find(one => one.id === id);
    if (!rule || depth > DEEPEST) return { undone: 'found the other rule off, or gone' };
    const values = ruleValues(this.course, this.look(), since);
    if (!conditionsHold(rule, values, this.book.factNames))
      return { undone: `did not do what “${rule.name}” does, as its conditions do not hold` };
    const deeds = rule.parts[0]!.do.filter(deed => !deedKindOf(deed)?.skips?.(deed, this.course));
    await this.carryOut(rule, deeds, { since, part: 0 }, depth);
    return { name: rule.name };
  }

  /** What is known of the conversation now, after what was done so far. */
  private look(): Looked {
    const { place, minutes } = this.standing;
    return lookedAt(this.row, this.following, this.now.getTime(), { place, minutes, isUnderWay: this.underWay });
  }
}

/** Whether any of the rules says something of the line, for which it is read. */
export function tellsOfLine({ rules }: RuleBook): boolean {
  const asked = factsAskedBy(rules);
  const said = rules.flatMap(rule => deedsOf(rule)).flatMap(deed => ('text' in deed ? factsIn(deed.text) : []));
  // A formula may read any fact.
  return asked === undefined || [...asked, ...said].some(name => name === 'place' || name === 'wait');
}
