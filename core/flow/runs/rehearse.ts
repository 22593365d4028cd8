import { dequal } from 'dequal/lite';
import { DateTime } from 'luxon';
import type { Facts, Value } from '../../facts/fact.ts';
import type { OpeningHours } from '../../hours/hours.ts';
import type { Flow } from '../format.ts';
import { lineText } from '../line.ts';
import { play } from '../play.ts';
import { type Act, type Event, freshSession, type Session, type World } from '../session.ts';
import type { Beat, Must, RunThrough, Setting } from './run.ts';

/** What of the workspace a rehearsal goes by. */
export interface Stage {
  zone: string;
  country: string;
  locale: World['locale'];
  business: Facts;
  /** Opening hours by the team's name; a team without hours is always open. */
  hours: Readonly<Record<string, OpeningHours>>;
  teams: readonly string[];
}

/** Hundreds of run-throughs are set in a few hours, and an hour of a zone takes a calendar to find. */
const instants = new Map<string, number>();
const MOST_INSTANTS = 500;

function instantOf(clock: string, zone: string): number {
  const key = `${clock} ${zone}`;
  let instant = instants.get(key);
  if (instant === undefined) {
    instant = DateTime.fromISO(clock, { zone }).toMillis();
    if (instants.size === MOST_INSTANTS) instants.clear();
    instants.set(key, instant);
  }
  return instant;
}

/** The world as a setting has it. */
export function worldOf(setting: Setting, { zone, country, locale, business, hours, teams }: Stage): World {
  const closed: OpeningHours = { zone, open: [], closedOn: [] };
  return {
    now: instantOf(setting.clock, zone),
    zone,
    country,
    locale,
    business,
    visitor: 'rehearsal',
    random: () => 0.5,
    visit: {
      page: setting.page,
      device: setting.device,
      language: setting.language,
      referrer: setting.referrer,
      campaign: setting.campaign,
      returning: setting.visitor !== 'new',
      knownPerson: setting.visitor === 'known person',
    },
    hours:
      setting.office === 'in'
        ? {}
        : setting.office === 'out'
          ? Object.fromEntries(teams.map(team => [team, closed]))
          : hours,
  };
}

/** What a beat is to the flow that waits. */
function eventOf(beat: Beat, session: Session): Event {
  const ticket = session.ticket ?? 0;
  switch (beat.does) {
    case 'replies': {
      const { does: _, ...reply } = beat;
      return { event: 'replied', ...reply };
    }
    case 'lets time pass':
      return { event: 'timer', ticket };
    case 'service answers':
      return { event: 'called', ticket, outcome: 'worked', result: beat.result };
    case 'service fails':
      return { event: 'called', ticket, outcome: 'failed', why: beat.why };
    case 'hands back':
      return { event: 'handed back' };
  }
}

/** A beat, undefined for the opening, and what the flow then did. */
export interface Exchange {
  beat: Beat | undefined;
  acts: Act[];
}

export interface Rehearsed {
  exchanges: Exchange[];
  session: Session;
}

/** Plays what the visitor and the world do through a flow, from its beginning or another scene or step. */
export function rehearse(
  flow: Flow,
  { from, setting, beats }: Pick<RunThrough, 'from' | 'setting' | 'beats'>,
  stage: Stage,
): Rehearsed {
  const world = worldOf(setting, stage);
  let session: Session = {
    ...freshSession(setting.visitor === 'new' ? {} : setting.remembered),
    ...(from === undefined ? {} : { at: from }),
  };
  const exchanges: Exchange[] = [];
  const happen = (beat: Beat | undefined, event: Event): void => {
    const result = play(flow, session, event, world);
    session = result.session;
    exchanges.push({ beat, acts: result.acts });
  };
  happen(undefined, { event: 'opened' });
  for (const beat of beats) happen(beat, eventOf(beat, session));
  return { exchanges, session };
}

const shown = (value: Value | undefined): string =>
  value === undefined
    ? 'not known'
    : typeof value === 'boolean'
      ? value
        ? 'yes'
        : 'no'
      : Array.isArray(value)
        ? value.join(', ')
        : String(value);

/** What must hold, as a sentence. */
export function mustWords(must: Must): string {
  switch (must.must) {
    case 'end':
      return must.outcome ? `It ends with the outcome “${must.outcome}”.` : 'It ends.';
    case 'hand over':
      return `It is handed over to ${must.team}.`;
    case 'know':
      return must.value === undefined ? `“${must.fact}” is known.` : `“${must.fact}” is ${shown(must.value)}.`;
    case 'say':
      return `“${must.text}” is said.`;
    case 'never say':
      return `“${must.text}” is never said.`;
    case 'email':
      return `An email “${must.subject}” is sent.`;
  }
}

/** Why something that must hold does not; undefined when it does. */
function failure(must: Must, acts: readonly Act[], { facts, state }: Session): string | undefined {
  const saying = (text: string): boolean =>
    acts.some(
      act =>
        (act.act === 'say' || act.act === 'ask' || act.act === 'show') &&
        lineText(act.line).toLowerCase().includes(text.toLowerCase()),
    );
  switch (must.must) {
    case 'end': {
      const end = acts.findLast(act => act.act === 'end');
      if (state !== 'ended' || end?.act !== 'end') return `it ${states[state]} instead of ending.`;
      if (must.outcome === undefined || end.outcome === must.outcome) return undefined;
      return `it ended with ${end.outcome ? `the outcome “${end.outcome}”` : 'no outcome'} instead of “${must.outcome}”.`;
    }
    case 'hand over': {
      const teams = acts.flatMap(act => (act.act === 'hand over' ? [act.team] : []));
      if (teams.includes(must.team)) return undefined;
      return teams.length > 0
        ? `it was handed over to ${teams.map(team => team ?? 'whoever is there').join(', ')} instead of ${must.team}.`
        : `it was handed over to nobody, instead of ${must.team}.`;
    }
    case 'know': {
      const value = facts[must.fact];
      if (value !== undefined && (must.value === undefined || dequal(value, must.value))) return undefined;
      return `“${must.fact}” is ${shown(value)}${must.value === undefined ? '' : ` instead of ${shown(must.value)}`}.`;
    }
    case 'say':
      return saying(must.text) ? undefined : `“${must.text}” is not said.`;
    case 'never say':
      return saying(must.text) ? `“${must.text}” is said.` : undefined;
    case 'email': {
      const subjects = acts.flatMap(act => (act.act === 'email' ? [act.subject] : []));
      if (subjects.includes(must.subject)) return undefined;
      return subjects.length > 0
        ? `the email sent is “${subjects.join('”, “')}” instead of “${must.subject}”.`
        : `no email is sent, instead of “${must.subject}”.`;
    }
  }
}

const states: Record<Session['state'], string> = {
  fresh: 'never began',
  asking: 'waits for an answer',
  pausing: 'pauses',
  calling: 'waits for a service',
  'handed over': 'was handed over',
  ended: 'ended',
};

/** How a run-through went: what of all that must hold does not, each with why. */
export interface Outcome {
  name: string;
  failures: Array<{ must: Must; why: string }>;
}

/** Plays a run-through and says what does not hold that must. */
export function runThrough(flow: Flow, run: RunThrough, stage: Stage): Outcome {
  const { exchanges, session } = rehearse(flow, run, stage);
  const acts = exchanges.flatMap(exchange => exchange.acts);
  return {
    name: run.name,
    failures: run.must.flatMap(must => {
      const why = failure(must, acts, session);
      return why === undefined ? [] : [{ must, why }];
    }),
  };
}

/** What a rehearsal that has come so far shows to hold: the beginning of what must. */
export function musts({ exchanges, session }: Rehearsed): Must[] {
  const acts = exchanges.flatMap(exchange => exchange.acts);
  const end = acts.findLast(act => act.act === 'end');
  const team = acts.findLast(act => act.act === 'hand over');
  const mail = acts.findLast(act => act.act === 'email');
  const learnt = new Set(acts.flatMap(act => (act.act === 'learn' ? [act.fact] : [])));
  return [
    ...(session.state === 'ended' && end?.act === 'end'
      ? [{ must: 'end' as const, ...(end.outcome ? { outcome: end.outcome } : {}) }]
      : []),
    ...(team?.act === 'hand over' && team.team !== null ? [{ must: 'hand over' as const, team: team.team }] : []),
    ...(mail?.act === 'email' ? [{ must: 'email' as const, subject: mail.subject }] : []),
    ...[...learnt].flatMap((fact): Must[] => {
      const value = session.facts[fact];
      return value === undefined ? [] : [{ must: 'know', fact, value }];
    }),
  ];
}
