import { type Order, understandOrder } from '../answers/order.ts';
import { type Facts, type FactType, rounded, type Value } from '../facts/fact.ts';
import { givenFacts, givenValues, isOpenFact } from '../facts/given.ts';
import type { Flow } from './format.ts';
import type { Id } from './id.ts';
import { lineOf, speaker } from './line.ts';
import { mentionsOf } from './mentions.ts';
import type { Act, Event, Session, World } from './session.ts';
import { CALLED, END, HANDED_OVER, type Next, PAUSED, type Player, type Run, WAIT } from './steps/kind.ts';
import { kindOf, type Step } from './steps/registry.ts';

/** The most steps that a flow may take between two inputs of a visitor. */
export const MOST_STEPS = 500;

/** How many questions one can go back. */
const MOST_BACK = 30;

const GOODBYE = 'All right, I’ll leave it there. Write whenever you would like to go on.';

/** An edition made ready: the steps of all scenes in one list, every way resolved to a place in it. */
interface Program {
  players: Player[];
  /** For each place, the identity of the step that stands there; undefined at a scene's beginning and end. */
  ids: Array<Id | undefined>;
  placeOf: Map<Id, number>;
  typeOf: (fact: string) => FactType;
  remembered: ReadonlySet<string>;
  /** The facts of the visit and the hour that its steps mention. */
  given: ReadonlySet<string>;
}

const programs = new WeakMap<Flow, Program>();

function compile(flow: Flow): Program {
  const factOf = new Map(flow.facts.map(fact => [fact.name, fact]));
  const typeOf = (fact: string): FactType => factOf.get(fact)?.type ?? 'text';
  const allSteps = flow.scenes.flatMap(scene => scene.steps);
  const steps = new Map<Id, Step>(allSteps.map(step => [step.id, step]));
  const teams = allSteps.flatMap(step => (step.kind === 'hand over' ? [step.team] : []));
  const own = flow.facts.map(fact => fact.name);
  const givenNames = givenFacts(teams).map(fact => fact.name);
  const factNames = [...own, ...givenNames];
  const given = new Set<string>();
  for (const step of allSteps)
    for (const name of mentionsOf(step, factNames))
      if (!factOf.has(name) && (givenNames.includes(name) || isOpenFact(name))) given.add(name);
  const sceneStart = new Map<Id, number>();
  let length = 0;
  for (const scene of flow.scenes) {
    sceneStart.set(scene.id, length);
    length += scene.steps.length + 2;
  }
  const nowhere = length;
  const players: Player[] = [];
  const ids: Program['ids'] = [];
  const placeOf = new Map<Id, number>();
  for (const scene of flow.scenes) {
    const start = players.length;
    players.push({
      enter(run) {
        run.acts.push({ act: 'enter', scene: scene.id, title: scene.title });
        return start + 1;
      },
    });
    ids.push(undefined);
    for (const step of scene.steps) {
      const place = players.length;
      placeOf.set(step.id, place);
      ids.push(step.id);
      players.push(
        kindOf(step).play(step, {
          way: to => (to === undefined ? place + 1 : (sceneStart.get(to) ?? nowhere)),
          speak(line) {
            const speak = speaker(line, name => factOf.get(name));
            return run => speak(run.known, run.world.locale);
          },
          typeOf,
          step: id => steps.get(id),
          factNames,
        }),
      );
    }
    // A scene that has run out goes back to where it was called from.
    players.push({
      enter(run) {
        const from = run.stack.pop();
        const place = from === undefined ? undefined : placeOf.get(from);
        return place === undefined ? END : place + 1;
      },
    });
    ids.push(undefined);
  }
  players.push({
    enter(run) {
      run.acts.push({ act: 'note', text: 'The flow leads to a scene that is not there.' });
      return END;
    },
  });
  const remembered = new Set(flow.facts.filter(fact => fact.scope === 'visitor').map(fact => fact.name));
  return { players, ids, placeOf, typeOf, remembered, given };
}

const NOTHING_MAILED: Run['mailed'] = {};

class Performance implements Run {
  readonly world: World;
  readonly acts: Act[] = [];
  known: Facts;
  facts: Facts;
  tries: number;
  doubt: Run['doubt'];
  reminder: Run['reminder'];
  lastCall: Session['lastCall'];
  mailed: Readonly<Record<Id, number>>;
  stack: Id[];
  past: Id[];
  ticket: number;
  timed = false;
  private readonly program: Program;
  private copied = false;
  private readonly apart: boolean;

  constructor(program: Program, session: Session, world: World) {
    this.program = program;
    this.world = world;
    this.facts = session.facts;
    this.tries = session.tries ?? 0;
    this.doubt = session.doubt;
    this.reminder = session.reminder;
    this.lastCall = session.lastCall;
    this.mailed = session.mailed ?? NOTHING_MAILED;
    this.stack = session.stack ? [...session.stack] : [];
    this.past = session.past ?? [];
    this.ticket = session.ticket ?? 0;
    this.apart = program.given.size > 0 || hasAny(world.business);
    this.known = session.facts;
    if (this.apart) this.known = this.allKnown();
  }

  learn(step: Id, fact: string, given: Value): void {
    const type = this.program.typeOf(fact);
    const value = rounded(given, type, this.world.locale.currency);
    if (!this.copied) {
      this.facts = { ...this.facts };
      if (!this.apart) this.known = this.facts;
      this.copied = true;
    }
    (this.facts as Record<string, Value>)[fact] = value;
    if (this.apart && this.world.business[fact] === undefined) (this.known as Record<string, Value>)[fact] = value;
    this.acts.push({ act: 'learn', step, fact, type, value });
    if (this.program.remembered.has(fact)) this.acts.push({ act: 'remember', fact, value });
  }

  setTimer(step: Id, after: number): void {
    this.timed = true;
    this.acts.push({ act: 'set timer', step, ticket: this.nextTicket(), after });
  }

  nextTicket(): number {
    return ++this.ticket;
  }

  callWent(how: 'worked' | 'failed'): void {
    this.lastCall = how;
    if (this.program.given.has('last call')) (this.known as Record<string, Value>)['last call'] = how;
  }

  placeOf(step: Id): number | undefined {
    return this.program.placeOf.get(step);
  }

  idOf(place: number): Id {
    return this.program.ids[place] ?? '';
  }

  /** As a conversation that has just begun, with what is remembered of the visitor. */
  startAgain(): void {
    this.facts = Object.fromEntries(Object.entries(this.facts).filter(([name]) => this.program.remembered.has(name)));
    this.known = this.apart ? this.allKnown() : this.facts;
    this.copied = true;
    this.stack = [];
    this.past = [];
    this.reminder = undefined;
    this.lastCall = undefined;
  }

  private allKnown(): Facts {
    const { given } = this.program;
    return {
      ...(given.size > 0 ? givenValues(given, this.world, this.lastCall) : {}),
      ...this.facts,
      ...this.world.business,
    };
  }
}

function hasAny(record: object): boolean {
  for (const _ in record) return true;
  return false;
}

/** Where an event takes the play up, undefined when it concerns nothing that waits. */
function takeUp(program: Program, session: Session, event: Event, run: Performance): Next | undefined {
  const waiting = session.at === undefined ? undefined : program.placeOf.get(session.at);
  const player = waiting === undefined ? undefined : program.players[waiting];
  switch (event.event) {
    case 'opened':
      return session.state === 'fresh' ? 0 : undefined;
    case 'replied':
      // A service that was called answers soon; what is written in the meantime stands in the log.
      if (session.state === 'handed over' || session.state === 'calling') return undefined;
      if (run.reminder) run.reminder = { ...run.reminder, times: 0 };
      if (waiting === undefined || !player) return 0;
      if (session.state === 'pausing') return player.timer?.(run) ?? waiting + 1;
      return session.state === 'asking' ? replied(player, waiting, session, event, run) : 0;
    case 'timer': {
      if (event.ticket !== session.ticket || waiting === undefined) return undefined;
      if (session.state === 'pausing') return player?.timer?.(run) ?? waiting + 1;
      const reminding = session.state === 'asking' && run.reminder ? program.placeOf.get(run.reminder.step) : undefined;
      return reminding === undefined ? undefined : program.players[reminding]!.timer?.(run);
    }
    case 'called':
      if (session.state !== 'calling' || event.ticket !== session.ticket || !player?.called) return undefined;
      return player.called(run, event);
    case 'undelivered': {
      if (session.state === 'handed over') return undefined;
      const place = program.placeOf.get(event.step);
      if (place === undefined || !program.players[place]!.undelivered) return undefined;
      program.players[place]!.undelivered(run, event);
      return STAY;
    }
    case 'handed back':
      if (session.state === 'handed over') return waiting === undefined ? 0 : waiting + 1;
      // Taken in the middle of a question, it is asked again; of a pause or a call, the flow goes on behind it.
      if (session.state === 'asking') return waiting;
      return session.state === 'pausing' || session.state === 'calling' ? (waiting ?? -1) + 1 : undefined;
  }
}

/** Something was said, and the conversation stands where it stood. */
const STAY = -6;

function replied(
  player: Player,
  waiting: number,
  session: Session,
  reply: Extract<Event, { event: 'replied' }>,
  run: Performance,
): Next {
  const picked = reply.choice !== undefined || reply.choices !== undefined || reply.fields !== undefined || reply.file;
  if (picked && reply.step !== undefined && reply.step !== session.at) {
    run.acts.push({ act: 'note', text: 'A question was answered that was answered before, perhaps in another tab.' });
    return waiting;
  }
  const order = picked ? undefined : understandOrder(reply.text);
  if (order && !player.offers?.(reply.text)) return follow(order, player, waiting, run);
  const next = player.answer ? player.answer(run, reply) : waiting;
  if (next !== WAIT && session.at !== undefined) run.past = run.past.slice(1 - MOST_BACK).concat(session.at);
  return next;
}

/** Does what the visitor wants instead of answering. */
function follow(order: Order, player: Player, waiting: number, run: Performance): Next {
  switch (order) {
    case 'skip':
      return player.skip?.(run) ?? waiting;
    case 'back': {
      const last = run.past.at(-1);
      const place = last === undefined ? undefined : run.placeOf(last);
      run.past = run.past.slice(0, -1);
      run.acts.push({
        act: 'note',
        text: place === undefined ? 'There was nothing to go back to.' : 'The visitor went back.',
      });
      return place ?? waiting;
    }
    case 'start again':
      run.startAgain();
      run.acts.push({ act: 'note', text: 'The visitor started again.' });
      return 0;
    case 'stop':
      run.acts.push({ act: 'note', text: 'The visitor wanted to stop.' });
      run.acts.push({ act: 'say', step: run.idOf(waiting), line: lineOf(GOODBYE) });
      run.acts.push({ act: 'end' });
      return END;
  }
}

/**
 * Plays an edition on: gives what the flow does about one event, and where the conversation then stands.
 *
 * Pure and total. The same four inputs give the same result, anywhere and at any time; whatever the event, it returns;
 * and it takes at most {@link MOST_STEPS} steps, then hands over and says why. A session that belongs to no step of
 * the edition begins anew.
 */
export function play(edition: Flow, session: Session, event: Event, world: World): { session: Session; acts: Act[] } {
  let program = programs.get(edition);
  if (!program) {
    program = compile(edition);
    programs.set(edition, program);
  }
  const run = new Performance(program, session, world);
  const from = takeUp(program, session, event, run);
  if (from === undefined) return { session, acts: [] };
  if (from === STAY) return { session: { ...session, mailed: run.mailed }, acts: run.acts };
  // What had already stopped at the step that waits has not moved.
  if (from === WAIT) return { session: rest(program, WAIT, session.at, run, session), acts: run.acts };

  const { players, ids } = program;
  let place: Next = from;
  let at = place;
  for (let steps = 0; place >= 0; steps++) {
    if (steps === MOST_STEPS) {
      run.acts.push({
        act: 'hand over',
        team: null,
        reason: `The flow took ${MOST_STEPS} steps without asking the visitor anything.`,
      });
      return { session: rest(program, HANDED_OVER, undefined, run, session), acts: run.acts };
    }
    at = place;
    place = players[place]!.enter(run);
  }
  return { session: rest(program, place, ids[at], run, session), acts: run.acts };
}

function rest(program: Program, next: Next, at: Id | undefined, run: Performance, before: Session): Session {
  const { tries, doubt, reminder, past, stack, mailed, lastCall } = run;
  if (next === WAIT && reminder && at !== undefined) {
    const place = program.placeOf.get(reminder.step);
    const after = place === undefined ? undefined : program.players[place]!.due?.(run);
    if (after !== undefined) run.setTimer(at, after);
  }
  const timers = before.state === 'pausing' || (before.state === 'asking' && before.reminder !== undefined);
  if (timers && !run.timed) run.acts.push({ act: 'clear timer' });
  const session: Session = { state: 'ended', facts: run.facts };
  if (run.ticket > 0) session.ticket = run.ticket;
  if (hasAny(mailed)) session.mailed = mailed;
  const state = states.get(next);
  if (state === undefined) return session;
  session.state = state;
  if (at !== undefined) session.at = at;
  if (stack.length > 0) session.stack = stack;
  if (past.length > 0) session.past = past;
  if (lastCall) session.lastCall = lastCall;
  if (reminder && state !== 'handed over') session.reminder = reminder;
  if (state === 'asking') {
    if (tries > 0) session.tries = tries;
    if (doubt) session.doubt = doubt;
  }
  return session;
}

/** What a conversation does where the play has stopped; anything else has ended it. */
const states: ReadonlyMap<Next, Session['state']> = new Map([
  [WAIT, 'asking'],
  [PAUSED, 'pausing'],
  [CALLED, 'calling'],
  [HANDED_OVER, 'handed over'],
]);
