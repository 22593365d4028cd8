import { type Order, understandOrder } from '../answers/order.ts';
import { understandWish, type Wanted } from '../answers/wish.ts';
import { type Facts, held, type Value } from '../facts/fact.ts';
import { givenValues } from '../facts/given.ts';
import type { Direction } from '../messages/direction.ts';
import { spoken } from '../messages/message.ts';
import { type Act, saidIn } from './acts/registry.ts';
import { answeredAside, isPicked, startFlow } from './answering.ts';
import type { Event, Reply } from './event.ts';
import type { Flow } from './format.ts';
import type { Id } from './id.ts';
import { type Program, programOf } from './program.ts';
import { type Session, stackBefore } from './session.ts';
import { standing } from './standing.ts';
import { AWAITS, END, HANDED_OVER, type Next, PAUSED, type Player, type Run, STAY, WAIT } from './steps/kind.ts';
import { kindOf } from './steps/registry.ts';
import { fetchAfter, fetchPerson, fetchWhoIsThere, type Wishing } from './wanted.ts';
import { MOST_WORK } from './work.ts';
import type { World } from './world.ts';

/** The most steps that a flow may take between two inputs of a visitor. */
export const MOST_STEPS = 500;

/** So often a flow speaks by itself, at its timers, until the visitor does something: whoever does not listen is left alone. */
export const MOST_ALONE = 20;

/** How many questions one can go back. */
const MOST_BACK = 30;

const NOTHING_MAILED: Run['mailed'] = {};
const NOTHING_ANSWERED = (): Run['answering'] => ({ answered: 0, missed: 0 });

class Performance implements Wishing {
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
  scene: Id | undefined;
  timed = false;
  wanted: Session['wanted'];
  leads: Session['leads'];
  led: Session['led'];
  resumes: Session['resumes'];
  alone: number;
  meantFor: Session['meantFor'];
  skill: Session['skill'];
  fetching: Session['fetching'];
  inLine: Session['inLine'];
  asked: Session['asked'];
  answering: Run['answering'];
  ledBy: Reply | undefined;
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
    this.wanted = session.wanted;
    this.leads = session.leads;
    this.led = session.led;
    this.alone = session.alone ?? 0;
    this.fetching = session.fetching;
    this.inLine = session.inLine;
    this.asked = session.asked;
    this.answering = session.answering ? { ...session.answering } : NOTHING_ANSWERED();
    if (session.fetching) {
      this.meantFor = session.meantFor;
      this.skill = session.skill;
    }
    this.mailed = session.mailed ?? NOTHING_MAILED;
    this.stack = session.stack ? [...session.stack] : [];
    this.past = session.past ?? [];
    this.ticket = session.ticket ?? 0;
    this.scene = session.scene;
    this.apart = program.given.size > 0 || hasAny(world.business);
    this.known = session.facts;
    if (this.apart) this.known = this.allKnown();
  }

  learn(step: Id, fact: string, given: Value): void {
    const type = this.program.typeOf(fact);
    const value = held(given, type, this.world.locale.currency);
    if (value === undefined) {
      this.tell(step, { code: 'not kept', fact });
      return;
    }
    if (!this.copied) {
      this.facts = { ...this.facts };
      if (!this.apart) this.known = this.facts;
      this.copied = true;
    }
    (this.facts as Record<string, Value>)[fact] = value;
    if (this.apart && this.world.business[fact] === undefined) (this.known as Record<string, Value>)[fact] = value;
    this.acts.push({ act: 'learn', step, fact, type, value });
    const kept = this.program.remembered.get(fact);
    if (kept) this.acts.push({ act: 'remember', fact, type, value, ...(kept.person ? { person: kept.person } : {}) });
  }

  setTimer(step: Id, after: number): void {
    this.timed = true;
    let due = after;
    if (this.fetching?.until !== undefined) {
      // There is one timer: the time after which nobody has come goes before what would be due later.
      const left = Math.max(0, this.fetching.until - this.world.now);
      const { long: _, ...fetching } = this.fetching;
      this.fetching = after < left ? fetching : { ...fetching, long: true };
      due = Math.min(after, left);
    }
    this.acts.push({ act: 'set timer', step, ticket: this.nextTicket(), after: due });
  }

  meanwhile(step: Id | undefined, until?: number): void {
    if (this.fetching) this.stack = [...stackBefore(this.stack, this.fetching.step)];
    this.fetching = step === undefined ? undefined : { step, ...(until === undefined ? {} : { until }) };
    if (step === undefined) return;
    this.stack.push(step);
    // What was asked before is not gone back to: they would leave the line by it.
    this.past = [];
    this.reminder = undefined;
  }

  fetchSomebody(step: Id, why: Direction): Next {
    const to = fetchWhoIsThere(step, this, this.program, why);
    // Who is in line already is asked on.
    return to === STAY ? WAIT : to;
  }

  nextTicket(): number {
    return ++this.ticket;
  }

  enter(scene: Id, title: string): void {
    const from = this.scene;
    this.scene = scene;
    this.acts.push({ act: 'enter', scene, title, ...(from === undefined ? {} : { from }) });
  }

  tell(step: Id | undefined, says: Direction): void {
    this.acts.push({ act: 'direction', ...(step === undefined ? {} : { step }), says });
  }

  callWent(how: 'worked' | 'failed'): void {
    this.lastCall = how;
    if (this.program.given.has('last call')) (this.known as Record<string, Value>)['last call'] = how;
  }

  placeOf(step: Id): number | undefined {
    return this.program.placeOf.get(step);
  }

  ownScene(flow: string, scene: Id): number | undefined {
    return flow === this.program.name ? this.placeOf(scene) : undefined;
  }

  idOf(place: number): Id {
    return this.program.stepAt(place)?.id ?? '';
  }

  /** As a conversation that has just begun, with what is remembered of the visitor. */
  startAgain(): void {
    this.facts = Object.fromEntries(Object.entries(this.facts).filter(([name]) => this.program.remembered.has(name)));
    this.known = this.apart ? this.allKnown() : this.facts;
    this.copied = true;
    this.stack = [];
    this.past = [];
    this.reminder = undefined;
    this.leads = undefined;
    this.led = undefined;
    this.fetching = undefined;
    this.inLine = undefined;
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
  const player = waiting === undefined ? undefined : program.playerAt(waiting);
  switch (event.event) {
    case 'opened':
      return session.state === 'fresh' ? (waiting ?? 0) : undefined;
    case 'replied': {
      if (session.state === 'handed over') return undefined;
      if (event.startsFlow !== undefined) {
        if (session.state === 'asking') leaves(session, run);
        // Where a person was promised, that goes before: this question is over.
        return startFlow(run, session.at ?? '', event.startsFlow) ?? END;
      }
      const isAsked = session.state === 'asking' && player !== undefined && waiting !== undefined;
      const wanted = isAsked || isPicked(event) ? undefined : wishOf(event, run)?.by;
      if (session.state === 'awaiting') {
        // What was ordered comes soon; what is written in the meantime stands in the log, but for a wish.
        if (wanted === undefined) return undefined;
        if (run.fetching) return fetchPerson(wanted, session.at, run, program);
        run.wanted = wanted;
        return STAY;
      }
      if (run.reminder) run.reminder = { ...run.reminder, times: 0 };
      if (wanted !== undefined) return fetchPerson(wanted, session.at, run, program);
      if (isAsked) return replied(player, waiting, session, event, run, program);
      const isPlaced = waiting !== undefined && player !== undefined;
      const aside =
        isPlaced || session.state === 'ended' ? answeredAside(run, undefined, session.at ?? '', event) : undefined;
      if (typeof aside === 'object') return aside.to;
      if (!isPlaced) return aside ? STAY : 0;
      if (session.state === 'pausing') return player.timer?.(run) ?? waiting + 1;
      // Who asks something more at the end is not greeted anew.
      return aside ? STAY : 0;
    }
    case 'timer': {
      if (event.ticket !== session.ticket || waiting === undefined) return undefined;
      if (session.fetching?.long) {
        const fetched = program.placeOf.get(session.fetching.step);
        run.meanwhile(undefined);
        return fetched === undefined ? undefined : waitedLong(program.playerAt(fetched), run);
      }
      if (session.state === 'handed over') return waitedLong(player, run);
      if (run.alone >= MOST_ALONE) {
        run.tell(session.at, { code: 'spoke enough', times: run.alone });
        const { fetching } = run;
        if (fetching?.until !== undefined) run.setTimer(fetching.step, fetching.until - run.world.now);
        return STAY;
      }
      if (session.state === 'pausing') return player?.timer?.(run) ?? waiting + 1;
      const reminding = session.state === 'asking' && run.reminder ? program.placeOf.get(run.reminder.step) : undefined;
      return reminding === undefined ? undefined : program.playerAt(reminding).timer?.(run);
    }
    case 'told': {
      if ('ticket' in event) {
        if (session.state !== 'awaiting' || event.ticket !== session.ticket || !player?.told) return undefined;
        return player.told(run, event);
      }
      if (session.state === 'handed over') return undefined;
      const place = program.placeOf.get(event.step);
      const ordered = place === undefined ? undefined : program.playerAt(place);
      if (!ordered?.hears) return undefined;
      ordered.hears(run, event);
      return STAY;
    }
    case 'handed back': {
      const to = event.to === undefined ? undefined : program.placeOf.get(event.to);
      const fetched = session.fetching && program.placeOf.get(session.fetching.step);
      run.meanwhile(undefined);
      run.inLine = undefined;
      // Only scenes are gone back to: a step in the middle of one may speak of what was never said.
      if (to !== undefined && program.stepAt(to) === undefined) return to;
      if (fetched !== undefined) return fetched + 1;
      if (session.state === 'handed over') {
        const resumed = session.resumes === undefined ? undefined : program.placeOf.get(session.resumes);
        if (resumed !== undefined) return resumed;
        if (waiting === undefined) return 0;
        const step = program.stepAt(waiting);
        // Who was fetched for somebody who was being asked gives them back to the question.
        return step && kindOf(step).asks && session.resumes === undefined ? waiting : waiting + 1;
      }
      // Taken in the middle of a question, it is asked again; of a pause or an order, the flow goes on behind it.
      if (session.state === 'asking') return waiting;
      // Whom a person spoke to first the flow greets.
      if (session.state === 'fresh') return 0;
      return session.state === 'pausing' || session.state === 'awaiting' ? (waiting ?? -1) + 1 : undefined;
    }
  }
}

/** Nobody came; a step that says nothing of it lets them wait. */
function waitedLong(player: Player | undefined, run: Run): Next | undefined {
  const next = player?.waitedLong?.(run);
  return next === WAIT ? undefined : next;
}

const wishOf = ({ text, wants }: Reply, { world }: Run): Wanted | undefined =>
  wants ? { wish: wants, by: text } : understandWish(text, world.locale.language, world.wishes);

/** The question that waited is left: it is what is gone back to. */
function leaves({ at }: Session, run: Performance): void {
  if (at !== undefined) run.past = run.past.slice(1 - MOST_BACK).concat(at);
}

function replied(
  player: Player,
  waiting: number,
  session: Session,
  given: Reply,
  run: Performance,
  program: Program,
): Next {
  let reply = given;
  const picked = isPicked(reply);
  if (picked && reply.step !== undefined && reply.step !== session.at) {
    run.tell(undefined, { code: 'answered before' });
    return waiting;
  }
  if (!picked && (reply.wants || !player.offers?.(reply.text, run.world))) {
    const { language } = run.world.locale;
    const order = reply.wants ? undefined : understandOrder(reply.text, language);
    if (order) return follow(order, player, waiting, run);
    const wanted = wishOf(reply, run);
    if (wanted) {
      const answer = player.answers?.(reply, wanted, run.world);
      if (!answer) {
        // Asked for again, they are not kept waiting for it.
        if (!player.comesFirst || run.wanted !== undefined || run.fetching)
          return fetchPerson(wanted.by, session.at, run, program);
        run.wanted = wanted.by;
        run.acts.push({ act: 'say', step: session.at ?? '', line: spoken(language, 'this first') });
        return player.enter(run);
      }
      reply = answer;
    }
  }
  const aside = picked || player.isAsked ? undefined : answeredAside(run, player, session.at ?? '', reply);
  if (typeof aside === 'object') {
    leaves(session, run);
    return aside.to;
  }
  if (aside) {
    const { tries } = run;
    const again = player.asksAgain?.(run) ?? player.enter(run);
    run.tries = tries;
    return again;
  }
  // What a step that answers questions has dealt with is asked of no other.
  if (!picked && !player.isAsked) run.ledBy = reply;
  const next = player.answer ? player.answer(run, reply) : waiting;
  if (next !== WAIT) leaves(session, run);
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
      run.tell(undefined, { code: place === undefined ? 'nothing to go back to' : 'went back' });
      return place ?? waiting;
    }
    case 'start again':
      run.startAgain();
      run.tell(undefined, { code: 'started again' });
      return 0;
    case 'stop':
      run.tell(undefined, { code: 'wanted to stop' });
      run.acts.push({
        act: 'say',
        step: run.idOf(waiting),
        line: standing(run.world, 'goodbye') ?? spoken(run.world.locale.language, 'goodbye'),
      });
      run.acts.push({ act: 'end' });
      return END;
  }
}

/**
 * Plays an edition on: gives what the flow does about one event, and where the conversation then stands.
 *
 * Pure and total. The same four inputs give the same result, anywhere and at any time; whatever the event, it returns;
 * and it takes at most {@link MOST_STEPS} steps and {@link MOST_WORK} of formulas, then hands over and says why. A session that belongs to no step of
 * the edition begins anew.
 */
export function play(edition: Flow, session: Session, event: Event, world: World): { session: Session; acts: Act[] } {
  const program = programOf(edition);
  const run = new Performance(program, session, world);
  const taken = takeUp(program, session, event, run);
  const waiting = session.at === undefined ? undefined : program.placeOf.get(session.at);
  if (event.event === 'replied' || event.event === 'handed back') run.alone = 0;
  const left = taken !== undefined && (taken >= 0 || taken === END) && run.wanted !== undefined;
  const from = left ? fetchAfter(taken, waiting, run, program, session.at) : taken;
  if (from === undefined) return { session, acts: [] };
  if (from === STAY) {
    const { alone: _, ...still } = session;
    const stays: Session = { ...still, mailed: run.mailed, ...(run.alone > 0 ? { alone: run.alone } : {}) };
    if (run.wanted !== undefined) stays.wanted = run.wanted;
    if (run.fetching) stays.fetching = run.fetching;
    if (run.ticket > 0) stays.ticket = run.ticket;
    if (run.asked) stays.asked = run.asked;
    return { session: stays, acts: run.acts };
  }
  if (from === HANDED_OVER) return { session: rest(program, from, session.at, run, session), acts: run.acts };
  // What had already stopped at the step that waits has not moved.
  if (event.event === 'timer' && from === WAIT && saidIn(run.acts).length > 0) run.alone++;
  if (from === WAIT) return { session: rest(program, WAIT, session.at, run, session), acts: run.acts };

  let place: Next = from;
  let at = place;
  let work = 0;
  for (let steps = 0; place >= 0; steps++) {
    work += program.workAt(place);
    if (steps === MOST_STEPS || work > MOST_WORK) {
      const reason: Direction = steps === MOST_STEPS ? { code: 'too many steps', steps } : { code: 'too much work' };
      run.acts.push({ act: 'hand over', team: null, reason });
      return { session: rest(program, HANDED_OVER, undefined, run, session), acts: run.acts };
    }
    at = place;
    place = program.playerAt(place).enter(run);
  }
  if (event.event === 'timer' && saidIn(run.acts).length > 0) run.alone++;
  return { session: rest(program, place, program.stepAt(at)?.id, run, session), acts: run.acts };
}

function rest(program: Program, next: Next, stopped: Id | undefined, run: Performance, before: Session): Session {
  const { tries, doubt, reminder, past, mailed, lastCall, wanted, leads, led, resumes } = run;
  // What was to be played until somebody comes has run out: they are waited for as if there had been nothing.
  const at = next === HANDED_OVER && run.fetching ? run.fetching.step : stopped;
  if (next === WAIT && reminder && at !== undefined) {
    const place = program.placeOf.get(reminder.step);
    const after = place === undefined ? undefined : program.playerAt(place).due?.(run);
    if (after !== undefined) run.setTimer(at, after);
  }
  const isLong = before.fetching?.long === true && run.ticket === (before.ticket ?? 0);
  const { fetching } = run;
  // What is ordered of the host comes soon, under the ticket that it has.
  if (fetching?.until !== undefined && states.has(next) && next !== AWAITS && !run.timed && !isLong)
    run.setTimer(fetching.step, fetching.until - run.world.now);
  const timers =
    before.state === 'pausing' ||
    (before.state === 'asking' && before.reminder !== undefined) ||
    before.fetching?.long === true;
  if (timers && !run.timed && !(fetching && isLong && states.has(next))) run.acts.push({ act: 'clear timer' });
  if (next === HANDED_OVER) run.meanwhile(undefined);
  const { stack } = run;
  const session: Session = { state: 'ended', facts: run.facts };
  if (run.ticket > 0) session.ticket = run.ticket;
  if (run.alone > 0) session.alone = run.alone;
  if (run.scene !== undefined) session.scene = run.scene;
  if (hasAny(mailed)) session.mailed = mailed;
  // What waits for the first message is none of the flow’s.
  if (before.before) session.before = before.before;
  const state = states.get(next);
  if (state === undefined) return session;
  session.state = state;
  if (at !== undefined) session.at = at;
  if (stack.length > 0) session.stack = stack;
  if (past.length > 0) session.past = past;
  if (lastCall) session.lastCall = lastCall;
  if (reminder && state !== 'handed over') session.reminder = reminder;
  if (leads !== undefined) session.leads = leads;
  // Who was given back may be led again.
  if (led && state !== 'handed over') session.led = led;
  if (wanted !== undefined && state !== 'handed over') session.wanted = wanted;
  if (resumes !== undefined && state === 'handed over') session.resumes = resumes;
  if (run.meantFor !== undefined && (state === 'handed over' || run.fetching)) session.meantFor = run.meantFor;
  if (run.skill !== undefined && (state === 'handed over' || run.fetching)) session.skill = run.skill;
  if (run.fetching) session.fetching = run.fetching;
  if (run.inLine !== undefined) session.inLine = run.inLine;
  if (state === 'asking') {
    if (run.asked) session.asked = run.asked;
    const { answered, missed, helps } = run.answering;
    if (answered > 0 || missed > 0 || helps) session.answering = { answered, missed, ...(helps ? { helps } : {}) };
    if (tries > 0) session.tries = tries;
    if (doubt) session.doubt = doubt;
  }
  return session;
}

/** What a conversation does where the play has stopped; anything else has ended it. */
const states: ReadonlyMap<Next, Session['state']> = new Map([
  [WAIT, 'asking'],
  [PAUSED, 'pausing'],
  [AWAITS, 'awaiting'],
  [HANDED_OVER, 'handed over'],
]);
