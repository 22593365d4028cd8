import { type Facts, type FactType, rounded, type Value } from '../facts/fact.ts';
import type { Flow } from './format.ts';
import type { Id } from './id.ts';
import { speaker } from './line.ts';
import type { Act, Event, Session, World } from './session.ts';
import { END, HANDED_OVER, type Next, type Player, type Run, WAIT } from './steps/kind.ts';
import { kindOf } from './steps/registry.ts';

/** The most steps that a flow may take between two inputs of a visitor. */
export const MOST_STEPS = 500;

/** An edition made ready: the steps of all scenes in one list, every way resolved to a place in it. */
interface Program {
  players: Player[];
  /** For each place, the identity of the step that stands there; undefined at a scene's beginning and end. */
  ids: Array<Id | undefined>;
  placeOf: Map<Id, number>;
  typeOf: (fact: string) => FactType;
  remembered: ReadonlySet<string>;
}

const programs = new WeakMap<Flow, Program>();

function compile(flow: Flow): Program {
  const types = new Map(flow.facts.map(fact => [fact.name, fact.type]));
  const typeOf = (fact: string): FactType => types.get(fact) ?? 'text';
  const factNames = flow.facts.map(fact => fact.name);
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
            const speak = speaker(line, typeOf);
            return run => speak(run.known, run.world.locale);
          },
          typeOf,
          factNames,
        }),
      );
    }
    players.push({ enter: () => END });
    ids.push(undefined);
  }
  players.push({
    enter(run) {
      run.acts.push({ act: 'note', text: 'The flow leads to a scene that is not there.' });
      return END;
    },
  });
  const remembered = new Set(flow.facts.filter(fact => fact.scope === 'visitor').map(fact => fact.name));
  return { players, ids, placeOf, typeOf, remembered };
}

class Performance implements Run {
  readonly world: World;
  readonly acts: Act[] = [];
  known: Facts;
  facts: Facts;
  tries: number;
  doubt: Run['doubt'];
  private readonly program: Program;
  private copied = false;
  private readonly apart: boolean;

  constructor(program: Program, session: Session, world: World) {
    this.program = program;
    this.world = world;
    this.facts = session.facts;
    this.tries = session.tries ?? 0;
    this.doubt = session.doubt;
    this.apart = Object.keys(world.business).length > 0;
    this.known = this.apart ? { ...session.facts, ...world.business } : session.facts;
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
}

function start(program: Program, session: Session, event: Event): { place: Next; asked: boolean } | null {
  const waitingAt = session.at === undefined ? undefined : program.placeOf.get(session.at);
  switch (event.event) {
    case 'opened':
      return session.state === 'fresh' ? { place: 0, asked: false } : null;
    case 'replied':
      if (session.state === 'handed over') return null;
      if (session.state === 'asking' && waitingAt !== undefined) return { place: waitingAt, asked: true };
      return { place: 0, asked: false };
    case 'handed back':
      if (session.state !== 'handed over') return null;
      return { place: waitingAt === undefined ? 0 : waitingAt + 1, asked: false };
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
  const from = start(program, session, event);
  if (!from) return { session, acts: [] };

  const run = new Performance(program, session, world);
  const { players, ids } = program;
  let place: Next = from.place;
  let at = place;
  let asked = from.asked;
  for (let steps = 0; place >= 0; steps++) {
    if (steps === MOST_STEPS) {
      run.acts.push({
        act: 'hand over',
        team: null,
        reason: `The flow took ${MOST_STEPS} steps without asking the visitor anything.`,
      });
      return { session: { state: 'handed over', facts: run.facts }, acts: run.acts };
    }
    at = place;
    const player = players[place]!;
    place = asked && player.answer && event.event === 'replied' ? player.answer(run, event) : player.enter(run);
    asked = false;
  }
  return { session: rest(place, ids[at], run), acts: run.acts };
}

function rest(next: Next, at: Id | undefined, run: Performance): Session {
  const { facts, tries, doubt } = run;
  if (next === WAIT)
    return {
      state: 'asking',
      ...(at === undefined ? {} : { at }),
      ...(tries > 0 ? { tries } : {}),
      ...(doubt ? { doubt } : {}),
      facts,
    };
  if (next === HANDED_OVER)
    return at === undefined ? { state: 'handed over', facts } : { state: 'handed over', at, facts };
  return { state: 'ended', facts };
}
