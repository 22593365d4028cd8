import { milliseconds } from '../hours/duration.ts';
import { openAfter } from '../hours/opening.ts';
import { type Course, followed, type Standing } from './course.ts';
import { type Deed, deedKindOf } from './deeds/registry.ts';
import { hoursOf, type Looked, type Moment } from './moment.ts';
import type { Move } from './move.ts';
import type { Names } from './names.ts';
import { type Numbered, waitOf } from './rule.ts';
import { whenKindOf } from './whens/registry.ts';

/** So often rules speak at most until the visitor does something, and act in one conversation at all. */
export const MOST_ALONE = 5;
export const MOST_RUNS = 60;
/** What waits for a flow that goes on by itself is looked at again after so long, in milliseconds. */
const AGAIN_AFTER = 60_000;

const nothingYet: Standing = { since: null, part: 0, partAt: null, times: 0 };

/** It waits for nothing any more; how often it has acted is kept. */
const waitsNot = ({ times }: Standing): Standing => ({ since: null, part: 0, partAt: null, times });

/** How rules stand after a move: what begins for them, and what is over. */
export function watched(
  rules: readonly Numbered[],
  before: Course,
  move: Move,
  at: number,
  moment: Moment,
  names: Names,
): Course {
  const course = followed(before, move, at);
  const standings: Record<string, Standing> = {};
  // One that is off may be on again: what it has done once it does not once more.
  for (const [id, standing] of Object.entries(course.rules)) if (standing.times > 0) standings[id] = waitsNot(standing);
  for (const rule of rules) {
    const kind = whenKindOf(rule.when);
    let standing = course.rules[rule.id] ?? nothingYet;
    if (standing.since !== null && standing.when !== rule.when.when) standing = waitsNot(standing);
    const isSpent = rule.atMost === 'once' && standing.times > 0;
    const since = kind.since(rule.when, { move, at, course, moment, names });
    if (since !== null && since !== standing.since && !isSpent)
      standing = { ...waitsNot(standing), when: rule.when.when, since };
    if (standing.since !== null && kind.stands?.(course, standing.since) === false) standing = waitsNot(standing);
    if (standing !== nothingYet) standings[rule.id] = standing;
  }
  return { ...course, rules: standings };
}

/** When a rule does its next part, if nothing comes between (epoch milliseconds); null when there is none to come. */
export function dueAt(rule: Numbered, course: Course, moment: Moment): number | null {
  const standing = course.rules[rule.id];
  const part = standing && rule.parts[standing.part];
  if (!standing || standing.since === null || !part || standing.when !== rule.when.when) return null;
  const from = standing.part === 0 ? standing.since : (standing.partAt ?? standing.since);
  const due = part.after?.open ? openAfter(hoursOf(moment, course.team), from, waitOf(part)) : from + waitOf(part);
  return due === null ? null : Math.max(due, standing.again ?? 0);
}

/** When the first of the rules does something, if nothing comes between; null when none does. */
export function firstDue(rules: readonly Numbered[], course: Course, moment: Moment): number | null {
  return rules.reduce<number | null>((first, rule) => {
    const due = dueAt(rule, course, moment);
    return due === null || (first !== null && first <= due) ? first : due;
  }, null);
}

/** Why a rule does nothing that is due. */
export type Silence = 'condition' | 'person wrote' | 'spoke enough' | 'acted enough' | 'under way' | 'nothing to do';

/** What a rule does that is due: a part of it, or nothing, and why. */
export type Decided = { does: readonly Deed[]; since: number; part: number } | { silent: Silence };

/**
 * What a rule does now that a part of it is due: everything that must hold is looked at here, in full.
 * @param holds whether its conditions hold, of what is known now
 */
export function decided(rule: Numbered, course: Course, looked: Looked, holds: boolean): Decided {
  const standing = course.rules[rule.id]!;
  const { since, part } = standing;
  if (whenKindOf(rule.when).waitsForFlow && course.with === 'flow' && looked.isUnderWay) return { silent: 'under way' };
  if (!holds) return { silent: 'condition' };
  if (course.ran >= MOST_RUNS) return { silent: 'acted enough' };
  const does = rule.parts[part]!.do.filter(deed => !deedKindOf(deed)?.skips?.(deed, course));
  if (does.length === 0) return { silent: 'nothing to do' };
  const reaches = does.some(deed => deedKindOf(deed)?.reaches?.(deed) ?? false);
  if (reaches && !maySpeak(rule, course, looked.now)) return { silent: 'person wrote' };
  const speaks = does.some(deed => deedKindOf(deed)?.speaks);
  if (speaks && course.alone >= MOST_ALONE) return { silent: 'spoke enough' };
  return { does, since: since!, part };
}

/** Whether a rule may speak, where a person may have written. */
function maySpeak({ afterPerson }: Numbered, { person }: Course, now: number): boolean {
  return person === null || (afterPerson !== null && now - person >= milliseconds(afterPerson));
}

/** How a rule stands that did nothing at its time: it is over for what it began with, or looked at again soon. */
export function passed(rule: Numbered, course: Course, silence: Silence, now: number): Course {
  const standing = course.rules[rule.id]!;
  const next = ((): Standing => {
    if (silence === 'under way') return { ...standing, again: now + AGAIN_AFTER };
    // What was not to be done is over, and what follows is still to come.
    if (silence === 'nothing to do') return { ...standing, part: standing.part + 1, partAt: now };
    return { ...standing, part: rule.parts.length };
  })();
  return { ...course, rules: { ...course.rules, [rule.id]: next } };
}
