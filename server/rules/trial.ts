import { setImmediate as pause } from 'node:timers/promises';
import type { RuleCase, TriedConversation } from '@kineta/contract';
import {
  type Case,
  entryWords,
  type Facts,
  factsAskedBy,
  givenValues,
  type Looked,
  lacks,
  type Moment,
  movesOf,
  type Numbered,
  type Past,
  plainVisit,
  type Rule,
  tried,
} from '@kineta/core';
import { DateTime } from 'luxon';
import type { House } from '../house/house.ts';
import type { Directory, PastConversation, RuleBook } from '../house/ports.ts';

/** So many conversations are gone through before others have their turn. */
const AT_A_STRETCH = 10;

/** A conversation’s moves, without those of rules, and what was known after each. */
function pastOf({ entries, remembered }: PastConversation): { past: Past[]; known: Facts[] } {
  const past: Past[] = [];
  let facts = remembered;
  const known: Facts[] = [facts];
  for (const entry of entries) {
    const moves = movesOf(entry);
    // What rules did then is what is to be found out anew.
    if (moves.some(({ move }) => move === 'ran' || move === 'rule')) continue;
    if ('fact' in entry && 'value' in entry) facts = { ...facts, [entry.fact]: entry.value };
    for (const move of moves) {
      past.push({ number: entry.number, at: Date.parse(entry.at), move });
      known.push(facts);
    }
  }
  return { past, known };
}

/** What rules would have done in a conversation that has been, up to now. */
export function casesOf(
  rules: readonly Numbered[],
  conversation: PastConversation,
  { names, factNames }: Pick<RuleBook, 'names' | 'factNames'>,
  directory: Directory,
  now: number,
): RuleCase[] {
  const { hours, workspace, business } = directory;
  const { past, known } = pastOf(conversation);
  const zone = workspace.zone;
  // Opening hours take longer to work out than all the rest: only what is asked about.
  const given = factsAskedBy(rules) ?? new Set(factNames);
  const { language } = workspace;
  const visit = conversation.visit ?? plainVisit;
  // Who was there is not known any more: it is taken to be as the hours say, and they are today’s.
  const lookAt = (at: number, moves: number): Looked => ({
    now: at,
    hours,
    language,
    facts: { ...business, ...givenValues(given, { now: at, zone, visit, hours }, undefined), ...known[moves] },
    outcome: conversation.outcome,
    flow: conversation.flow,
    isUnderWay: false,
  });
  const words = (number: number | undefined): string | undefined => {
    const entry = conversation.entries.find(one => one.number === number);
    const locale = { language: workspace.language, currency: workspace.currency };
    if (!entry) return undefined;
    const time = (instant: string) => DateTime.fromISO(instant, { zone }).toFormat('d LLL, HH:mm');
    // What is set as somebody’s own words has none about it.
    return (
      entryWords(entry, { locale, time }) ??
      ('member' in entry && entry.member ? `${entry.member.name} wrote.` : 'The visitor wrote.')
    );
  };
  const momentAt = (at: number): Moment => ({ now: at, hours, language });
  return tried(rules, past, now, { momentAt, lookAt }, names, factNames).map((one: Case): RuleCase => {
    const ended = words(one.by);
    return {
      rule: one.rule,
      since: new Date(one.since).toISOString(),
      at: new Date(one.at).toISOString(),
      part: one.part,
      ...(one.silent ? { silent: one.silent } : {}),
      ...(ended === undefined ? {} : { ended }),
    };
  });
}

/** What is tried: one that is written, in the place of the kept one or behind all, as if it were on. */
export function rulesTried(
  kept: readonly Numbered[],
  written: { id: string | null; rule: Rule } | undefined,
): Numbered[] {
  if (!written || lacks(written.rule)) return [...kept];
  const own: Numbered = { id: written.id ?? '', ...written.rule };
  return kept.some(({ id }) => id === own.id) ? kept.map(one => (one.id === own.id ? own : one)) : [...kept, own];
}

/** A page of the last 30 days’ conversations, with what rules would have done in them. */
export async function tryRules(
  { ports }: House,
  workspace: string,
  book: RuleBook,
  { rule, before }: { rule?: { id: string | null; rule: Rule } | undefined; before?: string | undefined },
): Promise<{ days: Array<{ day: string; conversations: number }>; tried: TriedConversation[]; next: string | null }> {
  const [directory, conversations] = await Promise.all([
    ports.directories.of(workspace),
    ports.conversations.past(workspace, { before }),
  ]);
  const rules = rulesTried(book.rules, rule);
  const own = rule ? (rule.id ?? '') : undefined;
  const days = new Map<string, number>();
  const found: TriedConversation[] = [];
  const now = Date.now();
  for (const [index, conversation] of conversations.entries()) {
    // Nobody’s message waits for it.
    if (index % AT_A_STRETCH === AT_A_STRETCH - 1) await pause();
    const day = DateTime.fromJSDate(conversation.startedAt, { zone: directory.workspace.zone }).toISODate() ?? '';
    days.set(day, (days.get(day) ?? 0) + 1);
    const cases = casesOf(rules, conversation, book, directory, now).filter(
      one => own === undefined || one.rule === own,
    );
    if (cases.length > 0) found.push({ id: conversation.id, visitor: conversation.visitor, cases });
  }
  return {
    days: [...days].map(([day, count]) => ({ day, conversations: count })),
    tried: found,
    next: conversations.at(-1)?.id ?? null,
  };
}
