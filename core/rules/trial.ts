import { type Course, freshCourse, type Standing } from './course.ts';
import { deedKindOf } from './deeds/registry.ts';
import { conditionsHold, factsAskedBy, ruleValues } from './facts.ts';
import type { Looked, Moment } from './moment.ts';
import type { Move } from './move.ts';
import type { Names } from './names.ts';
import type { Numbered } from './rule.ts';
import { decided, dueAt, passed, type Silence, watched } from './watch.ts';

/** A move of a conversation that has been, by the number of its entry and its instant (epoch milliseconds). */
export interface Past {
  number: number;
  at: number;
  move: Move;
}

/** What would have become of a rule in a conversation, each time that it began. */
export interface Case {
  rule: string;
  /** Since when it was so (epoch milliseconds), and which part of it was due, when. */
  since: number;
  part: number;
  at: number;
  /** What it would have done, or what it was silent for; undefined where it acts. */
  silent?: Silence | 'ended';
  /** The entry that ended it. */
  by?: number;
}

/** What of a rule’s doings changes what other rules see, and not who has the conversation. */
const TOLD: ReadonlySet<Move['move']> = new Set(['rule', 'rating', 'tagged', 'raised']);
/** So many cases of one conversation are told. */
const MOST_CASES = 40;

/**
 * What rules would have done in a conversation that has been. Its moves go by as they were, but for what rules did then: what
 * these rules would have done stands in its place. Between two moves, what falls due is decided on as it was known at that instant.
 * @param past its moves in order, without those of rules
 * @param until how far it is looked, epoch milliseconds
 * @param world how the hours were at an instant, and, which takes longer to find out, what was known then, after so many of the moves
 */
export function tried(
  rules: readonly Numbered[],
  past: readonly Past[],
  until: number,
  world: { momentAt(now: number): Moment; lookAt(now: number, moves: number): Looked },
  names: Names,
  factNames: readonly string[],
): Case[] {
  const cases: Case[] = [];
  let course: Course = freshCourse;
  let moves = 0;
  const asked = factsAskedBy(rules);
  // When a rule is due hangs on how it stands, which most moves leave as it is.
  const dues = new WeakMap<Standing, { team: string | null; due: number | null }>();
  const dueOf = (rule: Numbered, moment: Moment): number | null => {
    const standing = course.rules[rule.id];
    if (!standing) return null;
    let kept = dues.get(standing);
    if (!kept || kept.team !== course.team) {
      kept = { team: course.team, due: dueAt(rule, course, moment) };
      dues.set(standing, kept);
    }
    return kept.due;
  };

  function act(rule: Numbered, at: number): void {
    const { since, part } = course.rules[rule.id]!;
    const looked = world.lookAt(at, moves);
    const holds = conditionsHold(rule, ruleValues(course, looked, since!, asked), factNames);
    const does = decided(rule, course, looked, holds);
    if ('silent' in does) {
      if (does.silent !== 'under way') cases.push({ rule: rule.id, since: since!, part, at, silent: does.silent });
      course = passed(rule, course, does.silent, at);
      return;
    }
    cases.push({ rule: rule.id, since: since!, part, at });
    const caused = does.does.flatMap(deed => deedKindOf(deed)?.moves?.(deed, names) ?? []);
    // Who has a conversation goes by as it was: what people did then, they did not do because of a rule of today.
    const told = caused.filter(({ move }) => TOLD.has(move));
    for (const move of [...told, { move: 'ran' as const, rule: rule.id, since: since!, part }])
      course = watched(rules, course, move, at, looked, names);
  }

  /** Lets pass what falls due until an instant. */
  function passTo(at: number): void {
    // Each act leaves one part less to do, or looks again a minute later.
    for (let acts = 0; acts < 2_000; acts++) {
      const moment = world.momentAt(at);
      let next: { rule: Numbered; due: number } | undefined;
      for (const rule of rules) {
        const due = dueOf(rule, moment);
        if (due !== null && due <= at && (!next || due < next.due)) next = { rule, due };
      }
      if (!next) return;
      act(next.rule, next.due);
    }
  }

  for (const { number, at, move } of past) {
    passTo(at);
    const before = course;
    moves++;
    course = watched(rules, course, move, at, world.momentAt(at), names);
    for (const rule of rules) {
      const [was, is] = [before.rules[rule.id], course.rules[rule.id]];
      // What only begins anew, as silence does with every word, has not ended.
      if (!was || was.since === null || !rule.parts[was.part] || is?.since !== null) continue;
      // What was over in the moment in which it began was never so.
      if (at <= was.since) continue;
      cases.push({ rule: rule.id, since: was.since, part: was.part, at, silent: 'ended', by: number });
    }
    if (cases.length >= MOST_CASES) return cases.slice(0, MOST_CASES);
  }
  passTo(until);
  return cases.slice(0, MOST_CASES);
}
