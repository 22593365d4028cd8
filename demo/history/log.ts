import type { Entry } from '@kineta/contract';
import {
  type Course,
  conditionsHold,
  type Deed,
  decided,
  dueAt,
  type EntryBody,
  entriesOf,
  type Fact,
  type Facts,
  freshCourse,
  givenValues,
  type Looked,
  movesOf,
  type Names,
  type Numbered,
  passed,
  ratingQuestion,
  ruleValues,
  saidLine,
  shownValues,
  type Visit,
  type World,
  watched,
} from '@kineta/core';

/** What follows a conversation: the business’s rules, what they name, and what they may tell of. */
export interface Followed {
  rules: readonly Numbered[];
  names: Names;
  facts: readonly Fact[];
  world: World;
  speaker: string;
}

/** So often rules may act in one go, should they ever go round in circles. */
const MOST_ACTS = 50;

/** The log of a conversation as it is made up: whatever is written is numbered and timed, and rules act in between as they do. */
export class Log {
  readonly entries: Entry[] = [];
  /** What the flow knows. */
  facts: Facts = {};
  outcome: string | null = null;
  /** When a rule closed it. */
  closed = false;
  private course: Course = freshCourse;
  private readonly followed: Followed;
  private readonly visit: Visit;
  private readonly flow: string;

  constructor(followed: Followed, visit: Visit, flow: string) {
    this.followed = followed;
    this.visit = visit;
    this.flow = flow;
  }

  /** The question that was asked last, if it is still the last thing that was said. */
  get lastAsked(): Extract<EntryBody, { kind: 'asked' }> | undefined {
    const last = this.entries.findLast(({ kind }) => kind !== 'ruled');
    return last?.kind === 'asked' ? last : undefined;
  }

  get urgent(): boolean {
    return this.course.urgent;
  }

  /** Writes what happened at an instant (epoch milliseconds), behind what rules did until then. */
  write(at: number, body: EntryBody): void {
    this.passTo(at);
    this.put(at, body);
  }

  /** Lets rules do what falls due until an instant. */
  passTo(at: number): void {
    for (let acts = 0; acts < MOST_ACTS; acts++) {
      let next: { rule: Numbered; due: number } | undefined;
      for (const rule of this.followed.rules) {
        const due = this.course.rules[rule.id] ? dueAt(rule, this.course, this.momentAt(at)) : null;
        if (due !== null && due <= at && (!next || due < next.due)) next = { rule, due };
      }
      if (!next) return;
      this.act(next.rule, next.due);
    }
  }

  private put(at: number, body: EntryBody): void {
    this.entries.push({ number: this.entries.length + 1, at: new Date(at).toISOString(), ...body });
    for (const move of movesOf(body))
      this.course = watched(this.followed.rules, this.course, move, at, this.momentAt(at), this.followed.names);
  }

  private momentAt(now: number) {
    const { world } = this.followed;
    return { now, hours: world.hours, language: world.locale.language };
  }

  private lookAt(now: number): Looked {
    const { world, facts } = this.followed;
    const given = givenValues(new Set(facts.map(({ name }) => name)), { ...world, now, visit: this.visit }, undefined);
    return {
      ...this.momentAt(now),
      facts: { ...world.business, ...given, ...this.facts },
      outcome: this.outcome,
      flow: this.flow,
      place: 1,
      minutes: 2,
      isUnderWay: false,
    };
  }

  private act(rule: Numbered, at: number): void {
    const { since, part } = this.course.rules[rule.id]!;
    const looked = this.lookAt(at);
    const values = ruleValues(this.course, looked, since!);
    const names = this.followed.facts.map(({ name }) => name);
    const does = decided(rule, this.course, looked, conditionsHold(rule, values, names));
    if ('silent' in does) {
      this.course = passed(rule, this.course, does.silent, at);
      return;
    }
    const shown = shownValues(values, this.followed.facts, this.followed.world.locale);
    const bodies: EntryBody[] = [];
    const did = does.does.map(deed => this.carryOut(deed, rule, shown, bodies));
    this.put(at, { kind: 'ruled', rule: { id: rule.id, name: rule.name }, since: since!, part, did });
    for (const body of bodies) this.put(at, body);
  }

  /** What a deed leaves in the log, and what the rule’s own line says of it. */
  private carryOut(deed: Deed, rule: Numbered, shown: ReadonlyMap<string, string>, bodies: EntryBody[]) {
    const { speaker, world, names } = this.followed;
    const { language } = world.locale;
    const kind = deed.deed;
    if ('text' in deed && !('to' in deed)) {
      const line = saidLine(deed.text, shown);
      bodies.push(
        kind === 'rate'
          ? ratingQuestion(speaker, line, language)
          : { kind: 'said', speaker, line, rule: { id: rule.id, name: rule.name } },
      );
    }
    if (kind === 'notify') {
      const leads = deed.to === 'leads';
      const team = typeof deed.to === 'object' ? (names.team(deed.to.team) ?? null) : leads ? this.course.team : null;
      const text = [...shown].reduce((all, [name, value]) => all.replaceAll(`{${name}|a visitor}`, value), deed.text);
      const act = {
        act: 'notify' as const,
        step: '',
        team,
        text: text.replaceAll('{first name|a visitor}', 'a visitor'),
      };
      bodies.push(...entriesOf([leads ? { ...act, leads } : act], speaker));
      return { deed: kind, to: leads ? `who leads ${team ?? 'all'}` : (team ?? 'everybody') };
    }
    if (kind === 'close') {
      this.closed = true;
      this.outcome ??= deed.outcome ?? null;
      return { deed: kind, ...(this.course.with === 'waiting' ? { waiting: true as const } : {}) };
    }
    return { deed: kind };
  }
}
