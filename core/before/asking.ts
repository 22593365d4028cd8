import { understandOrder } from '../answers/order.ts';
import { held, type Value } from '../facts/fact.ts';
import type { Act } from '../flow/acts/registry.ts';
import { answerKindOf } from '../flow/answers/registry.ts';
import type { Event, Reply } from '../flow/event.ts';
import { fieldsShown, type Given, isGiven, readFields } from '../flow/field.ts';
import { lineOf, type SpokenLine } from '../flow/line.ts';
import type { Session } from '../flow/session.ts';
import type { FieldShown } from '../flow/shown.ts';
import { standing } from '../flow/standing.ts';
import type { World } from '../flow/world.ts';
import { message, spoken } from '../messages/message.ts';
import { type BeforeChat, CONSENT } from './before.ts';

/** As what the card is answered, and what on it lets go on without. */
const STEP = 'before';
const WITHOUT = 'without';
const AGREED = 'agreed';

/** What came of an event before the chat. */
export interface Asked {
  session: Session;
  acts: Act[];
  /** What the flow is told of now that it is over; while it is asked, nothing is. */
  next?: Event;
}

type Asking = NonNullable<Session['before']>;

/** The card’s fields: the details, and the consent that goes with them. */
function fieldsOf({ details, consent }: BeforeChat, world: World, given: Given, mistakes: Map<string, string>) {
  const shown = fieldsShown(details, world, given, mistakes);
  if (!consent) return shown;
  const mistake = mistakes.get(CONSENT);
  const field: FieldShown = {
    id: CONSENT,
    label: consent.wording,
    ...(consent.needed ? {} : { optional: true }),
    // Nothing is ticked beforehand.
    answer: {
      type: 'several choices',
      several: true,
      choices: [{ id: AGREED, label: message(world.locale.language, 'consent given') }],
    },
    ...(given[CONSENT] ? { given: given[CONSENT] } : {}),
    ...(mistake ? { mistake } : {}),
  };
  return [...shown, field];
}

/** What stands above the card when it is first shown. */
function opening({ words, consent }: BeforeChat, language: string): SpokenLine {
  const policy = consent?.policy ? [[{ text: message(language, 'consent policy'), link: consent.policy }]] : [];
  return [...lineOf(words), ...policy];
}

function ask(
  { asked }: Asking,
  world: World,
  line: SpokenLine = opening(asked, world.locale.language),
  given: Given = {},
  mistakes: Map<string, string> = new Map(),
): Act {
  const { language } = world.locale;
  return {
    act: 'ask',
    step: STEP,
    line,
    answer: {
      type: 'form',
      fields: fieldsOf(asked, world, given, mistakes),
      button: asked.button,
      ...(asked.mayGoOn ? { choices: [{ id: WITHOUT, label: message(language, 'go on without') }] } : {}),
    },
  };
}

/** The session once nothing is asked before it any more. */
function done({ before: _, ...session }: Session): Session {
  return session;
}

function begin(session: Session, asking: Asking, world: World, reply?: Reply): Asked {
  const details = asking.asked.details.map(({ label }) => label);
  return {
    session: { ...session, before: { ...asking, tries: 0, ...(reply ? { held: reply } : {}) } },
    acts: [{ act: 'before the chat', part: 'asked', details }, ask(asking, world)],
  };
}

/** What the flow is told of first: the message that was kept, or that the chat was opened. */
const firstOf = ({ held: kept }: Asking): Event => kept ?? { event: 'opened' };

function sent(session: Session, asking: Asking, given: Given, world: World): Asked {
  const { asked, tries = 0 } = asking;
  const { language, currency } = world.locale;
  const { values, mistakes } = readFields(asked.details, given, world, tries === 0);
  const { consent } = asked;
  const agreed = given[CONSENT]?.choices?.includes(AGREED) ?? false;
  if (consent?.needed && !agreed) mistakes.set(CONSENT, message(language, 'field needed'));
  if (mistakes.size > 0) {
    const again = { ...asking, tries: tries + 1 };
    const line = spoken(language, 'form mistakes', { count: mistakes.size });
    return { session: { ...session, before: again }, acts: [ask(again, world, line, given, mistakes)] };
  }
  const facts: Record<string, Value> = { ...session.facts };
  const acts: Act[] = [];
  for (const { field, value: read } of values) {
    const { fact, answer, person } = field;
    if (fact === undefined) continue;
    const type = answerKindOf(answer.type).keptAs[0]!;
    const value = held(read, type, currency);
    if (value === undefined) continue;
    facts[fact] = value;
    acts.push({ act: 'learn', step: STEP, fact, type, value });
    acts.push({ act: 'remember', fact, type, value, ...(person ? { person } : {}) });
  }
  if (consent)
    acts.push({
      act: 'record consent',
      step: STEP,
      purpose: consent.purpose,
      wording: consent.wording,
      given: agreed,
      ...(consent.policy ? { policy: consent.policy } : {}),
    });
  // Who could leave all of it out, and did, gave nothing.
  const isAny = asked.details.some(({ id }) => isGiven(given[id] ?? { text: '' })) || agreed;
  acts.push({ act: 'before the chat', part: isAny ? 'given' : 'without' });
  return { session: { ...done(session), facts }, acts, next: firstOf(asking) };
}

function without(session: Session, asking: Asking): Asked {
  return { session: done(session), acts: [{ act: 'before the chat', part: 'without' }], next: firstOf(asking) };
}

function typed(session: Session, asking: Asking, text: string, world: World): Asked {
  const { language } = world.locale;
  const order = understandOrder(text, language);
  if (order === 'skip' && asking.asked.mayGoOn) return without(session, asking);
  if (order === 'stop') {
    const line = standing(world, 'goodbye') ?? spoken(language, 'goodbye');
    return {
      session: { ...done(session), state: 'ended' },
      acts: [{ act: 'before the chat', part: 'without' }, { act: 'say', step: STEP, line }, { act: 'end' }],
    };
  }
  return { session, acts: [ask(asking, world, spoken(language, 'card first'))] };
}

/**
 * Plays an event while something is asked before the chat: the card is shown, read like any form, and what was given is
 * kept. Pure and total, as `play` is.
 * @returns undefined when the event is the flow’s: nothing is asked, or not yet
 */
export function playBefore(session: Session, event: Event, world: World): Asked | undefined {
  const { before: asking } = session;
  if (!asking) return undefined;
  if (asking.tries === undefined) {
    if (event.event === 'opened') return asking.asked.when === 'at once' ? begin(session, asking, world) : undefined;
    if (event.event !== 'replied') return undefined;
    // Who picks what is offered is not asked, then or later.
    if (isPicked(event)) return { session: done(session), acts: [], next: event };
    const isMessage = understandOrder(event.text, world.locale.language) === undefined;
    return isMessage ? begin(session, asking, world, event) : undefined;
  }
  switch (event.event) {
    case 'replied':
      if (event.fields) return sent(session, asking, event.fields, world);
      if (event.choice === WITHOUT && asking.asked.mayGoOn) return without(session, asking);
      return typed(session, asking, event.text, world);
    case 'handed back':
      return { session, acts: [ask(asking, world)] };
    // Opened already; and a reminder of the question behind the card would only stand in its way.
    case 'opened':
    case 'timer':
      return { session, acts: [] };
    default:
      return undefined;
  }
}

const isPicked = ({ choice, choices, fields, file }: Reply): boolean =>
  choice !== undefined || choices !== undefined || fields !== undefined || file !== undefined;
