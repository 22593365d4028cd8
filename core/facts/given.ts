import { DateTime } from 'luxon';
import type { OpeningHours } from '../hours/hours.ts';
import { opening } from '../hours/opening.ts';
import { referenceIn } from './address.ts';
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
  /** By which cue they came to it, which visit that was, and how they had looked at the page; where that was told. */
  came?: { cue: string; visits: number; seconds: number; read: number };
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
  { name: 'reference', type: 'text', scope: 'visit' },
  { name: 'returning', type: 'yes/no', scope: 'visit' },
  { name: 'known person', type: 'yes/no', scope: 'visit' },
  { name: 'weekday', type: 'choice', scope: 'visit', choices: weekdays },
  { name: 'current date', type: 'date', scope: 'visit' },
  { name: 'time of day', type: 'text', scope: 'visit' },
  { name: 'open now', type: 'yes/no', scope: 'visit' },
  { name: 'last call', type: 'choice', scope: 'visit', choices: ['worked', 'failed', 'not made'] },
];

/** What is known of each team, by how the fact’s name ends behind the team’s: “Sales open”, “Sales takes chats”. */
const ofTeams: Readonly<Record<string, (team: string, occasion: Occasion) => boolean>> = {
  ' open': (team, { hours, now }) => {
    const known = hours[team];
    return known === undefined || opening(known, now).open;
  },
  // Where nobody knows who is there, it is as the hours say.
  ' takes chats': (team, occasion) => occasion.taking?.[team] ?? ofTeams[' open']!(team, occasion),
};

const endingOf = (name: string): string | undefined => Object.keys(ofTeams).find(ending => name.endsWith(ending));

/** Whether a fact says something of a team: that it is open, that somebody of it takes chats. */
export const isTeamFact = (name: string): boolean => endingOf(name) !== undefined;

/** The team of which such a fact says something. */
export const teamOf = (name: string): string => name.slice(0, name.length - (endingOf(name) ?? '').length);

/** The facts that every flow knows without asking: of the visit, of the hour, and of each team. */
export function givenFacts(teams: readonly string[]): Fact[] {
  return [
    ...always,
    ...teams.flatMap(team =>
      Object.keys(ofTeams).map((ending): Fact => ({ name: team + ending, type: 'yes/no', scope: 'visit' })),
    ),
  ];
}

/** What the given facts are taken from. */
export interface Occasion {
  now: number;
  zone: string;
  visit: Visit;
  hours: Readonly<Record<string, OpeningHours>>;
  /** Whether somebody takes chats, by the team’s name, as far as that is known. */
  taking?: Readonly<Record<string, boolean>>;
}

/**
 * The values of those given facts that are asked for. Working opening hours out takes longer than most steps, so only
 * what an edition mentions is worked out.
 * @param lastCall how the conversation’s last call of a service went
 */
export function givenValues(names: ReadonlySet<string>, occasion: Occasion, lastCall: string | undefined): Facts {
  const { now, zone, visit, hours } = occasion;
  const local = DateTime.fromMillis(now, { zone });
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
      case 'reference':
        values[name] = referenceIn(visit.page.slice(visit.page.indexOf('?'))) ?? '';
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
        values[name] =
          Object.keys(hours).length === 0 || Object.keys(hours).some(team => ofTeams[' open']!(team, occasion));
        break;
      case 'last call':
        values[name] = lastCall ?? 'not made';
        break;
      default: {
        const ending = endingOf(name);
        if (ending !== undefined) values[name] = ofTeams[ending]!(teamOf(name), occasion);
      }
    }
  }
  return values;
}
