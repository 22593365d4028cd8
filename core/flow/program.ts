import type { Fact, FactType } from '../facts/fact.ts';
import { givenFacts, isTeamFact } from '../facts/given.ts';
import type { Flow, Scene } from './format.ts';
import type { Id } from './id.ts';
import { speaker } from './line.ts';
import { mayMention, plainMentionsOf } from './mentions.ts';
import { END, HANDED_OVER, type Player, type Stage } from './steps/kind.ts';
import { kindOf, type Step } from './steps/registry.ts';
import { workOf } from './work.ts';

/** An edition made ready: every scene’s beginning, its steps and its end have a place in one list. */
export interface Program {
  /** The places of scenes’ beginnings and of steps. */
  /** The flow’s name. */
  name: string;
  placeOf: ReadonlyMap<Id, number>;
  /** The identity of the step at a place, or of the scene that begins there; undefined at a scene’s end. */
  idAt(place: number): Id | undefined;
  /** The step at a place; undefined at a scene’s beginning and end. */
  stepAt(place: number): Step | undefined;
  /** What stands at a place. Made when it is first come to: most visitors, and rehearsals, see little of a large flow. */
  playerAt(place: number): Player;
  /** What the step at a place may have to work out. */
  workAt(place: number): number;
  typeOf: (fact: string) => FactType;
  /** The facts that are kept for the visitor’s next conversation. */
  remembered: ReadonlyMap<string, Fact>;
  /** The facts of the visit and the hour that its steps mention. */
  given: ReadonlySet<string>;
}

const programs = new WeakMap<Flow, Program>();

/** The program of an edition, made once. */
export function programOf(edition: Flow): Program {
  let program = programs.get(edition);
  if (!program) {
    program = compile(edition);
    programs.set(edition, program);
  }
  return program;
}

function compile(flow: Flow): Program {
  const factOf = new Map(flow.facts.map(fact => [fact.name, fact]));
  const places: Array<{ scene: Scene; step?: Step }> = [];
  const placeOf = new Map<Id, number>();
  const sceneStart = new Map<Id, number>();
  for (const scene of flow.scenes) {
    sceneStart.set(scene.id, places.length);
    placeOf.set(scene.id, places.length);
    places.push({ scene });
    for (const step of scene.steps) {
      placeOf.set(step.id, places.length);
      places.push({ scene, step });
    }
    places.push({ scene });
  }
  const nowhere = places.length;
  const steps = flow.scenes.flatMap(scene => scene.steps);
  const teams = steps.flatMap(step => kindOf(step).teams?.(step) ?? []);
  const givenNames = new Set(givenFacts(teams).map(fact => fact.name));
  const factNames = [...factOf.keys(), ...givenNames];
  const typeOf = (fact: string): FactType => factOf.get(fact)?.type ?? 'text';
  const stepAt = (place: number): Step | undefined => places[place]?.step;

  const stageAt = (place: number): Stage => {
    return {
      way: to => (to === undefined ? place + 1 : (sceneStart.get(to) ?? nowhere)),
      speak(line) {
        const speak = speaker(line, name => factOf.get(name));
        return run => speak(run.known, run.world.locale);
      },
      typeOf,
      factNames,
      drawing(id) {
        const at = placeOf.get(id) ?? nowhere;
        const other = stepAt(at);
        return other && kindOf(other).drawing?.(other, stageAt(at));
      },
    };
  };
  const make = (place: number): Player => {
    const stands = places[place];
    if (!stands) return leadsNowhere;
    const { scene, step } = stands;
    if (!step) return sceneStart.get(scene.id) === place ? sceneBegins(scene, place) : sceneHasRunOut(placeOf);
    return kindOf(step).play(step, stageAt(place));
  };
  const works = new Array<number | undefined>(places.length);
  const players = new Array<Player | undefined>(places.length + 1);
  return {
    name: flow.name,
    placeOf,
    idAt(place) {
      const { scene, step } = places[place] ?? {};
      return step?.id ?? (scene && sceneStart.get(scene.id) === place ? scene.id : undefined);
    },
    stepAt,
    playerAt(place) {
      let player = players[place];
      if (!player) {
        player = make(place);
        players[place] = player;
      }
      return player;
    },
    typeOf,
    remembered: new Map(flow.facts.flatMap(fact => (fact.scope === 'visitor' ? [[fact.name, fact]] : []))),
    given: new Set(
      [...givenNames, ...steps.flatMap(step => [...plainMentionsOf(step)].filter(isTeamFact))].filter(
        name => !factOf.has(name) && steps.some(step => mayMention(step, name)),
      ),
    ),
    workAt(place) {
      works[place] ??= workOf(stepAt(place));
      return works[place];
    },
  };
}

const leadsNowhere: Player = {
  enter(run) {
    run.tell(undefined, { code: 'scene not there' });
    return END;
  },
};

const sceneBegins = ({ id, title }: Scene, place: number): Player => ({
  enter(run) {
    run.enter(id, title);
    return place + 1;
  },
});

/** A scene that has run out goes back to where it was called from; one that was played until somebody comes, to the waiting. */
const sceneHasRunOut = (placeOf: ReadonlyMap<Id, number>): Player => ({
  enter(run) {
    const from = run.stack.pop();
    const place = from === undefined ? undefined : placeOf.get(from);
    if (run.fetching && (place === undefined || from === run.fetching.step)) return HANDED_OVER;
    return place === undefined ? END : place + 1;
  },
});
