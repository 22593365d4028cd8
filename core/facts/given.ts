import { DateTime } from 'luxon';
import type { OpeningHours } from '../hours/hours.ts';
import { opening } from '../hours/opening.ts';
import type { Fact, Facts } from './fact.ts';

/** How a visit came about, as far as the visitor’s browser tells. */
export interface Visit {
  /** The path of the page that the chat was opened on, with its query. */
  page: string;
  device: 'phone' | 'tablet' | 'computer';
  /** The browser’s first language (BCP 47). */
  language: string;
  /** The host of the site that the visitor came from; empty when they came by themselves. */
  referrer: string;
  /** The `utm_campaign` of the page’s address; empty without one. */
  campaign: string;
  /** Whether the visitor was here before. */
  returning: boolean;
  /** Whether a person is on record for the visitor: a name, an email or a phone number. */
  knownPerson: boolean;
}

/** A first visit to the front page, of which nothing else is known. */
export const plainVisit: Visit = {
  page: '/',
  device: 'computer',
  language: 'en',
  referrer: '',
  campaign: '',
  returning: false,
  knownPerson: false,
};

const weekdays = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'];

/** What every flow knows without asking. A fact of the flow’s own goes before one of these of the same name. */
const always: readonly Fact[] = [
  { name: 'page', type: 'text', scope: 'visit' },
  { name: 'device', type: 'choice', scope: 'visit', choices: ['phone', 'tablet', 'computer'] },
  { name: 'language', type: 'text', scope: 'visit' },
  { name: 'came from', type: 'text', scope: 'visit' },
  { name: 'campaign', type: 'text', scope: 'visit' },
  { name: 'returning', type: 'yes/no', scope: 'visit' },
  { name: 'known person', type: 'yes/no', scope: 'visit' },
  { name: 'weekday', type: 'choice', scope: 'visit', choices: weekdays },
  { name: 'current date', type: 'date', scope: 'visit' },
  { name: 'time of day', type: 'text', scope: 'visit' },
  { name: 'open now', type: 'yes/no', scope: 'visit' },
  { name: 'last call', type: 'choice', scope: 'visit', choices: ['worked', 'failed', 'not made'] },
];

const OPEN = ' open';

/** The fact that says whether a team is open. */
export function openFact(team: string): string {
  return team + OPEN;
}

export function isOpenFact(name: string): boolean {
  return name.endsWith(OPEN);
}

/** The team whose opening such a fact tells. */
export function teamOf(name: string): string {
  return name.slice(0, -OPEN.length);
}

/** The facts that every flow knows without asking: of the visit, of the hour, and of each team whether it is open. */
export function givenFacts(teams: readonly string[]): Fact[] {
  return [...always, ...teams.map((team): Fact => ({ name: openFact(team), type: 'yes/no', scope: 'visit' }))];
}

/** What the given facts are taken from. */
export interface Occasion {
  now: number;
  zone: string;
  visit: Visit;
  hours: Readonly<Record<string, OpeningHours>>;
}

/**
 * The values of those given facts that are asked for. Working opening hours out takes longer than most steps, so only
 * what an edition mentions is worked out.
 * @param lastCall how the conversation’s last call of a service went
 */
export function givenValues(names: ReadonlySet<string>, occasion: Occasion, lastCall: string | undefined): Facts {
  const { now, zone, visit, hours } = occasion;
  const local = DateTime.fromMillis(now, { zone });
  const isOpen = (team: string): boolean => {
    const known = hours[team];
    return known === undefined || opening(known, now).open;
  };
  const values: Record<string, Facts[string]> = {};
  for (const name of names) {
    switch (name) {
      case 'page':
        values[name] = visit.page;
        break;
      case 'device':
        values[name] = visit.device;
        break;
      case 'language':
        values[name] = visit.language;
        break;
      case 'came from':
        values[name] = visit.referrer;
        break;
      case 'campaign':
        values[name] = visit.campaign;
        break;
      case 'returning':
        values[name] = visit.returning;
        break;
      case 'known person':
        values[name] = visit.knownPerson;
        break;
      case 'weekday':
        values[name] = weekdays[local.weekday - 1]!;
        break;
      case 'current date':
        values[name] = local.toISODate() ?? '';
        break;
      case 'time of day':
        values[name] = local.toFormat('HH:mm');
        break;
      case 'open now':
        values[name] = Object.keys(hours).length === 0 || Object.keys(hours).some(isOpen);
        break;
      case 'last call':
        values[name] = lastCall ?? 'not made';
        break;
      default:
        if (isOpenFact(name)) values[name] = isOpen(teamOf(name));
    }
  }
  return values;
}
