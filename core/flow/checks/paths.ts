import { dequal } from 'dequal/lite';
import { Knowledge, type Known, known, knownOf } from '../../facts/knowledge.ts';
import type { Id } from '../id.ts';
import type { Exit } from '../steps/kind.ts';
import { kindOf } from '../steps/registry.ts';
import type { Graph, Spot } from './graph.ts';

/** What is known behind a way out of a spot; null when that way is never taken. */
export function behind({ step }: Spot, exit: Exit, before: Knowledge): Knowledge | null {
  if (!step) return before;
  const kind = kindOf(step);
  if (kind.after) return kind.after(step, exit, before);
  let after = before;
  for (const fact of kind.sets(step)) after = after.with(fact, known());
  return after;
}

/**
 * What is known in front of every spot, for every visitor who may come there: the least fixed point over the ways in,
 * joined where they meet. Undefined where nobody comes.
 */
export function knowledgeAt({ spots }: Graph, atFirst: Knowledge): Array<Knowledge | undefined> {
  const before: Array<Knowledge | undefined> = spots.map(() => undefined);
  const isNew = spots.map(() => false);
  before[0] = atFirst;
  isNew[0] = true;
  const order = inFlow(spots);
  // In this order all that comes before a spot is known in front of it, but for what leads back: two rounds mostly do.
  for (let grew = true; grew; ) {
    grew = false;
    for (const at of order) {
      if (!isNew[at]) continue;
      isNew[at] = false;
      for (const { to, exit } of spots[at]!.ways) {
        const after = behind(spots[at]!, exit, before[at]!);
        if (!after) continue;
        const there = before[to];
        const known = there ? there.or(after) : after;
        if (known === there) continue;
        before[to] = known;
        isNew[to] = true;
        grew = true;
      }
    }
  }
  return before;
}

/** The spots that can be come to, each behind what leads to it where that is possible: a reverse postorder. */
function inFlow(spots: readonly Spot[]): number[] {
  const order: number[] = [];
  const seen = new Set([0]);
  const work = [{ at: 0, way: 0 }];
  for (let frame = work.at(-1); frame; frame = work.at(-1)) {
    const to = spots[frame.at]!.ways[frame.way++]?.to;
    if (to === undefined) {
      order.push(frame.at);
      work.pop();
    } else if (!seen.has(to)) {
      seen.add(to);
      work.push({ at: to, way: 0 });
    }
  }
  return order.reverse();
}

/** One leg of a path: the spot, and the way that is taken out of it. */
export interface Leg {
  at: number;
  exit?: Exit;
}

/** For each way of each spot, the facts of which something else is known behind it; null for a way never taken. */
const touchedBy = new WeakMap<Graph, ReadonlyArray<ReadonlyArray<ReadonlySet<string> | null>>>();

function touched(map: Graph): ReadonlyArray<ReadonlyArray<ReadonlySet<string> | null>> {
  let found = touchedBy.get(map);
  if (!found) {
    const nothingKnown = Knowledge.of();
    found = map.spots.map(spot =>
      spot.ways.map(({ exit }) => {
        const after = behind(spot, exit, nothingKnown);
        return after && new Set(after.facts());
      }),
    );
    touchedBy.set(map, found);
  }
  return found;
}

/**
 * The shortest paths along which something stays so of one fact, to every spot where it is so. Of the other facts
 * anything may be so.
 * @param starts where they begin, and what is known of the fact there; and by which way one comes there, if that counts
 * @param goal asked with what is known of the fact in front of a spot; where it holds, a path ends
 * @param most how many ends are looked for
 */
export function pathsTo(
  map: Graph,
  fact: string,
  starts: ReadonlyArray<{ at: number; known: Known; by?: Leg }>,
  goal: (at: number, known: Known) => boolean,
  most = Number.POSITIVE_INFINITY,
): Map<number, Leg[]> {
  interface State extends Leg {
    known: Known;
    previous: State | undefined;
  }
  const { spots } = map;
  const touches = touched(map);
  // What was known of the fact at each spot when it was come to; made when it is.
  const seen = new Array<Known[] | undefined>(spots.length);
  const found = new Map<number, Leg[]>();
  const open = starts.map(
    ({ at, known, by }): State => ({
      at,
      known,
      ...(by?.exit ? { exit: by.exit } : {}),
      previous: by && { at: by.at, known, previous: undefined },
    }),
  );
  for (let next = 0; next < open.length && found.size < most; next++) {
    const state = open[next]!;
    if (goal(state.at, state.known)) {
      if (!found.has(state.at)) found.set(state.at, legsOf(state));
      continue;
    }
    const { ways } = spots[state.at]!;
    for (let index = 0; index < ways.length; index++) {
      const touching = touches[state.at]![index];
      if (!touching) continue;
      const { to, exit } = ways[index]!;
      let { known } = state;
      if (touching.has(fact)) {
        const after = behind(spots[state.at]!, exit, Knowledge.of([[fact, known]]));
        if (!after) continue;
        known = knownOf(after, fact);
      }
      const there = seen[to];
      if (!there) seen[to] = [known];
      else if (there.some(other => other === known || dequal(other, known))) continue;
      else there.push(known);
      open.push({ at: to, exit, known, previous: state });
    }
  }
  return found;

  function legsOf(state: State): Leg[] {
    const legs: Leg[] = [{ at: state.at }];
    for (let leg: State | undefined = state; leg; leg = leg.previous)
      if (leg.exit) legs.unshift({ at: leg.previous!.at, exit: leg.exit });
    return legs;
  }
}

/** The shortest of {@link pathsTo}. */
export function pathTo(
  map: Graph,
  fact: string,
  start: { at: number; known: Known },
  goal: (at: number, known: Known) => boolean,
): Leg[] | undefined {
  return pathsTo(map, fact, [start], goal, 1).values().next().value;
}

/** A path as people tell it: the scenes it goes through, and what is picked or holds where it leaves the obvious. */
export function pathWords({ spots }: Graph, legs: readonly Leg[], titleOf: (scene: Id) => string): string[] {
  const words: string[] = [];
  let scene: Id | undefined;
  for (const { at, exit } of legs) {
    const spot = spots[at]!;
    if (spot.scene !== scene) words.push(`“${titleOf(spot.scene)}”`);
    scene = spot.scene;
    if (exit?.label && spot.ways.length > 1) words.push(exit.label);
  }
  return words;
}

/**
 * How many different ways lead through a flow from its beginning to an end, a round being walked at most once: the
 * paths of the graph whose rounds (strongly connected components, Tarjan 1972) are drawn together to one place.
 */
export function countPaths({ spots }: Graph): bigint {
  const component = components(spots);
  const leavers = new Map<number, number[]>();
  spots.forEach((spot, at) => {
    const here = component[at]!;
    for (const { to } of spot.ways) {
      const there = component[to]!;
      if (there !== here) leavers.set(here, [...(leavers.get(here) ?? []), there]);
    }
  });
  const counted = new Map<number, bigint>();
  // Tarjan numbers components from the ends, so what a component leads to has a lower number.
  for (const here of [...new Set(component)].toSorted((a, b) => a - b)) {
    let sum = 0n;
    for (const there of leavers.get(here) ?? []) sum += counted.get(there)!;
    counted.set(here, sum === 0n ? 1n : sum);
  }
  return counted.get(component[0]!) ?? 0n;
}

/** The number of each spot’s strongly connected component; one that can be left leads only to lower numbers. */
function components(spots: readonly Spot[]): number[] {
  const order: number[] = [];
  const low: number[] = [];
  const component: number[] = [];
  const stack: number[] = [];
  let visited = 0;
  let found = 0;
  for (let root = 0; root < spots.length; root++) {
    if (order[root] !== undefined) continue;
    const work = [{ at: root, way: 0 }];
    while (work.length > 0) {
      const frame = work.at(-1)!;
      const { at } = frame;
      if (frame.way === 0) {
        order[at] = low[at] = visited++;
        stack.push(at);
      }
      const to = spots[at]!.ways[frame.way++]?.to;
      if (to !== undefined) {
        if (order[to] === undefined) work.push({ at: to, way: 0 });
        else if (component[to] === undefined) low[at] = Math.min(low[at]!, order[to]!);
        continue;
      }
      work.pop();
      const parent = work.at(-1);
      if (parent) low[parent.at] = Math.min(low[parent.at]!, low[at]!);
      if (low[at] !== order[at]) continue;
      for (let member = stack.pop(); member !== undefined; member = stack.pop()) {
        component[member] = found;
        if (member === at) break;
      }
      found++;
    }
  }
  return component;
}
