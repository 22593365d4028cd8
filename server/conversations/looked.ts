import { type Facts, givenValues, type Looked, plainVisit } from '@kineta/core';
import type { Directory, RuleBook } from '../house/ports.ts';
import { momentOf } from './following.ts';
import type { ConversationRow } from './model.ts';
import { worldOf } from './world.ts';

/** What is known of a conversation at an instant (epoch milliseconds), as conditions ask about it. */
export function lookedAt(
  row: ConversationRow,
  { book, directory }: { book: RuleBook; directory: Directory },
  now: number,
  more: Pick<Looked, 'isUnderWay' | 'place' | 'minutes'>,
): Looked {
  const { zone, hours, taking } = worldOf(directory, row, now);
  const occasion = { now, zone, visit: row.visit ?? plainVisit, hours, ...(taking ? { taking } : {}) };
  const given: Facts = givenValues(new Set(book.factNames), occasion, row.session.lastCall);
  return {
    ...momentOf(directory, now),
    facts: { ...directory.business, ...given, ...row.session.facts },
    ...(taking ? { taking } : {}),
    outcome: row.outcome,
    flow: row.flow_id === null ? null : (directory.flowNames.get(row.flow_id) ?? null),
    ...more,
  };
}
