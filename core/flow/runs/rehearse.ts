import { DateTime } from 'luxon';
import type { Facts } from '../../facts/fact.ts';
import type { OpeningHours } from '../../hours/hours.ts';
import type { Product } from '../../products/product.ts';
import type { Thresholds } from '../../questions/deciding.ts';
import { type Act, saidIn } from '../acts/registry.ts';
import type { Event } from '../event.ts';
import type { Flow } from '../format.ts';
import { lineText } from '../line.ts';
import { play } from '../play.ts';
import { freshSession, type Session } from '../session.ts';
import type { World } from '../world.ts';
import type { Ended } from './must.ts';
import { type Beat, type Must, mustKindOf, mustKinds, type RunThrough, type Setting } from './run.ts';

/** What of the workspace a rehearsal goes by. */
export interface Stage {
  zone: string;
  country: string;
  locale: World['locale'];
  business: Facts;
  /** Opening hours by the team's name; a team without hours is always open. */
  hours: Readonly<Record<string, OpeningHours>>;
  teams: readonly string[];
  /** What the lead takes for wanting a person, besides what is understood by itself. */
  wishes?: readonly string[];
  /** From how sure on an answer is said; the usual, when this is left out. */
  sure?: Thresholds;
  /** The things for sale, by their references. */
  products?: ReadonlyMap<string, Product>;
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
export function worldOf(
  setting: Setting,
  { zone, country, locale, business, hours, teams, wishes = [], sure, products }: Stage,
): World {
  const closed: OpeningHours = { zone, open: [], seasons: [], special: [] };
  return {
    now: instantOf(setting.clock, zone),
    wishes,
    ...(sure ? { sure } : {}),
    ...(products ? { products } : {}),
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
    case 'is told':
      return { event: 'told', ticket, outcome: 'worked', result: beat.result };
    case 'is not told':
      return { event: 'told', ticket, outcome: 'failed', why: beat.why };
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

/** What must hold, as a sentence. */
export function mustWords(must: Must): string {
  return mustKindOf(must).kind.words(must);
}

const actsOf = (acts: readonly Act[], kind: string): Act[] => acts.filter(({ act }) => act === kind);

function endedOf({ exchanges, session }: Rehearsed): { acts: Act[]; ended: Ended } {
  const acts = exchanges.flatMap(exchange => exchange.acts);
  return { acts, ended: { session, said: saidIn(acts).map(lineText) } };
}

/** How a run-through went: what of all that must hold does not, each with why. */
export interface Outcome {
  name: string;
  failures: Array<{ must: Must; why: string }>;
}

/** Plays a run-through and says what does not hold that must. */
export function runThrough(flow: Flow, run: RunThrough, stage: Stage): Outcome {
  const { acts, ended } = endedOf(rehearse(flow, run, stage));
  return {
    name: run.name,
    failures: run.must.flatMap(must => {
      const { act, kind } = mustKindOf(must);
      const why = kind.why(must, actsOf(acts, act), ended);
      return why === undefined ? [] : [{ must, why }];
    }),
  };
}

/** What a rehearsal that has come so far shows to hold: the beginning of what must, with whether it is mostly meant. */
export function musts(rehearsed: Rehearsed): Array<{ must: Must; mostly: boolean }> {
  const { acts, ended } = endedOf(rehearsed);
  return mustKinds.flatMap(({ act, kind }) =>
    (kind.shown?.(actsOf(acts, act), ended) ?? []).map((must: Must) => ({ must, mostly: kind.mostly ?? false })),
  );
}
