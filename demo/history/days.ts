import { dice, plainVisit, type Visit, type World } from '@kineta/core';
import { withHolidays } from '@kineta/server';
import { business, businessFacts, teams } from '../business.ts';
import type { PastEdition } from '../editions.ts';
import type { AskedOften } from '../questions.ts';
import { converse, type Ending, type MadeUpVisitor, type PastConversation } from './conversation.ts';
import type { Followed } from './log.ts';
import { type Dice, pick, somebody } from './people.ts';

const DAY = 86_400_000;
const HOUR = 3_600_000;
const MINUTE = 60_000;
/** What began so short a while ago is not over yet. */
const SETTLES = 45 * MINUTE;

/** Visitors an hour over the day, before noon and after tea the most. */
const rhythm = [1, 0, 0, 0, 0, 1, 3, 6, 9, 11, 12, 11, 9, 9, 10, 9, 8, 9, 11, 12, 10, 7, 4, 2];
/** From Sunday on. */
const week = [0.55, 1.25, 1.1, 1, 1, 0.95, 0.6];
const pages = ['/', '/heat-pumps', '/heat-pumps/costs', '/batteries', '/insulation', '/help', '/contact'];
const origins: ReadonlyArray<Pick<Visit, 'referrer' | 'campaign'>> = [
  { referrer: '', campaign: '' },
  { referrer: '', campaign: '' },
  { referrer: 'search.example', campaign: '' },
  { referrer: 'tarrowdale-post.example', campaign: '' },
  { referrer: 'news.example', campaign: 'autumn-grant' },
];

function visitOf({ times, facts }: MadeUpVisitor, throwDice: Dice): Visit {
  const thrown = throwDice();
  return {
    page: pick(pages, throwDice),
    device: thrown < 0.5 ? 'computer' : thrown < 0.93 ? 'phone' : 'tablet',
    language: throwDice() < 0.94 ? 'en-GB' : 'pl',
    ...pick(origins, throwDice),
    returning: times > 0,
    knownPerson: facts['first name'] !== undefined || facts.email !== undefined,
  };
}

/** Everything that conversations of a day share. */
function worldAt(at: number): World {
  return {
    now: at,
    zone: business.zone,
    visitor: '1',
    random: dice(1),
    locale: { language: business.language, currency: business.currency },
    country: business.country,
    business: Object.fromEntries(businessFacts.map(({ name, value }) => [name, value])),
    visit: plainVisit,
    hours: Object.fromEntries(teams.map(team => [team.name, withHolidays(team.hours, at)])),
  };
}

/** The past that is told: its editions, and what follows its conversations. */
export interface Past {
  editions: readonly PastEdition[];
  followed: Omit<Followed, 'world' | 'speaker'>;
  /** What visitors ask of their own accord. */
  asked: readonly AskedOften[];
}

/** A dozen that are open now: how, and how many minutes ago they began. */
const open: ReadonlyArray<[Ending, number]> = [
  ['with the flow', 2],
  ['with the flow', 3],
  ['with the flow', 5],
  ['with the flow', 7],
  ['with the flow', 9],
  ['with an agent', 12],
  ['with an agent', 18],
  ['with an agent', 26],
  ['with an agent', 35],
  ['waiting', 6],
  ['waiting', 4],
  ['waiting', 7],
];

/**
 * The days before `now`, the same every time for the same `now`: by day and by night as people write, more of them from week to
 * week, some of whom come again; and a dozen conversations that are still open.
 */
export function pastDays({ editions, followed, asked }: Past, now: number, days: number): PastConversation[] {
  const throwDice = dice(7);
  let count = 0;
  let visitors = 0;
  const clientId = (): string => `demo-${String(count++).padStart(8, '0')}`;
  const known: MadeUpVisitor[] = [];
  const visitorFor = (): MadeUpVisitor => {
    if (known.length > 20 && throwDice() < 0.14) return known[Math.floor(throwDice() * known.length)]!;
    const fresh = { number: visitors++, ...somebody(throwDice), facts: {}, times: 0 };
    known.push(fresh);
    return fresh;
  };
  const editionAt = (at: number): PastEdition => editions.findLast(one => at >= now - one.days * DAY) ?? editions[0]!;
  const all: PastConversation[] = [];
  const add = (start: number, ending: Ending, world: World, visitor: MadeUpVisitor): void => {
    const { content, number } = editionAt(start);
    const visit = visitOf(visitor, throwDice);
    const setting = { flow: content, edition: number, visitor, visit, ending, throwDice, clientId, asked, until: now };
    all.push(converse({ ...setting, followed: { ...followed, world, speaker: content.speaker } }, start));
    visitor.times++;
  };
  for (let back = days; back >= 0; back--) {
    const midnight = Math.floor(now / DAY) * DAY - back * DAY;
    const busy = (week[new Date(midnight).getUTCDay()] ?? 1) * (1.12 - (0.3 * back) / 90);
    const world = worldAt(midnight);
    const starts: number[] = [];
    for (const [hour, weight] of rhythm.entries()) {
      const comes = Math.floor(weight * busy * 0.3 + throwDice());
      for (let visitor = 0; visitor < comes; visitor++) starts.push(midnight + hour * HOUR + throwDice() * HOUR);
    }
    for (const start of starts.sort((a, b) => a - b))
      if (start < now - SETTLES) add(Math.round(start), 'natural', world, visitorFor());
  }
  // Somebody is there for those who are here now, at whatever hour this is.
  const openNow = { ...worldAt(now), hours: {} };
  for (const [ending, minutes] of open)
    add(now - minutes * MINUTE, ending, openNow, { number: visitors++, ...somebody(throwDice), facts: {}, times: 0 });
  return all.sort((a, b) => a.row.started_at.getTime() - b.row.started_at.getTime());
}
