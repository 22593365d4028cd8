import type { Flow } from '../format.ts';
import type { Id } from '../id.ts';
import type { Exit } from '../steps/kind.ts';
import { kindOf, type Step } from '../steps/registry.ts';

/** One place of the flow: a step, or the end of a scene whose steps have run out. */
export interface Spot {
  scene: Id;
  step: Step | undefined;
  /** Indices of the spots it leads to; ways to scenes that are not there are left out. */
  exits: number[];
  /** The same, each with its exit; and for the end of a scene, the ways back to where it was called from. */
  ways: Array<{ to: number; exit: Exit }>;
  /** Of the exits, those that are no call: the play does not come back from there. */
  onward: number[];
  /** For a step that calls a scene: the spot to come back to when that has run out. */
  comesBackTo: number | undefined;
}

/** A flow as a graph of its steps. The first spot is where it begins. */
export interface Graph {
  spots: Spot[];
  /** The index of each scene's first spot. */
  sceneStart: ReadonlyMap<Id, number>;
}

export function graph(flow: Flow): Graph {
  const sceneStart = new Map<Id, number>();
  let count = 0;
  for (const scene of flow.scenes) {
    sceneStart.set(scene.id, count);
    count += scene.steps.length + 1;
  }
  const spots: Spot[] = [];
  for (const scene of flow.scenes) {
    for (const step of scene.steps) {
      const next = spots.length + 1;
      const exits = kindOf(step).exits(step);
      const ways = exits.flatMap(exit => {
        const to = exit.scene === undefined ? next : sceneStart.get(exit.scene);
        return to === undefined ? [] : [{ to, exit }];
      });
      const comesBackTo = exits.some(exit => exit.comesBack) ? next : undefined;
      const onward = ways.filter(({ exit }) => !exit.comesBack).map(({ to }) => to);
      spots.push({ scene: scene.id, step, exits: [...new Set(ways.map(({ to }) => to))], ways, onward, comesBackTo });
    }
    spots.push({ scene: scene.id, step: undefined, exits: [], ways: [], onward: [], comesBackTo: undefined });
  }
  const map = { spots, sceneStart };
  for (const [end, backs] of waysBack(map))
    for (const to of backs) spots[end]!.ways.push({ to, exit: { label: 'back from there' } });
  return map;
}

/** The spots that can be come to from one of these by the exits that `follow` gives. */
function spread(starts: Iterable<number>, follow: (at: number) => readonly number[]): Set<number> {
  const reached = new Set<number>();
  const open = [...starts];
  for (let at = open.pop(); at !== undefined; at = open.pop()) {
    if (reached.has(at)) continue;
    reached.add(at);
    open.push(...follow(at));
  }
  return reached;
}

/** What can be come to from a spot, and back from what is called there. */
export const cameFrom = ({ spots }: Graph, from: number): Set<number> =>
  spread([from], at => {
    const { exits, comesBackTo } = spots[at]!;
    return comesBackTo === undefined ? exits : [...exits, comesBackTo];
  });

/**
 * The calls whose scene can run out, and so come back: the least fixed point, as what a scene calls has to come back
 * before it runs out itself.
 * @param through whether the way may go on behind a step
 */
function comingBack({ spots }: Graph, through: (at: number) => boolean): Set<number> {
  const back = new Set<number>();
  const calls = spots.flatMap((spot, at) => (spot.comesBackTo === undefined ? [] : [at]));
  const inside = (at: number): readonly number[] => {
    const spot = spots[at]!;
    const behind = spot.comesBackTo !== undefined && back.has(at) ? [spot.comesBackTo] : [];
    return through(at) ? [...spot.onward, ...behind] : behind;
  };
  for (let grew = true; grew; ) {
    grew = false;
    for (const call of calls) {
      if (back.has(call)) continue;
      const reached = spread(spots[call]!.exits, inside);
      if ([...reached].some(at => spots[at]!.step === undefined)) {
        back.add(call);
        grew = true;
      }
    }
  }
  return back;
}

/** For the ends of scenes that were called, the spots that the play comes back to. */
function waysBack(map: Graph): Map<number, Set<number>> {
  const { spots } = map;
  const back = comingBack(map, () => true);
  const returns = new Map<number, Set<number>>();
  for (const call of back)
    for (const at of spread(spots[call]!.exits, from => {
      const { exits, comesBackTo } = spots[from]!;
      return comesBackTo === undefined ? exits : [...exits, comesBackTo];
    }))
      if (spots[at]!.step === undefined) returns.set(at, (returns.get(at) ?? new Set()).add(spots[call]!.comesBackTo!));
  return returns;
}

/**
 * What can be come to from the first spot; with what can be come to from scenes besides, to which nothing in the flow leads but
 * somebody outside may (`entered`); and of all that, the ends of scenes from which nothing goes back anywhere.
 */
export function reachable(map: Graph): { reached: Set<number>; entered: Set<number>; runsOut: Set<number> } {
  const { spots } = map;
  const back = comingBack(map, () => true);
  const after = (at: number): number[] => {
    const { comesBackTo } = spots[at]!;
    return comesBackTo !== undefined && back.has(at) ? [comesBackTo] : [];
  };
  const onwards = (at: number): number[] => [...spots[at]!.exits, ...after(at)];
  const reached = spread([0], onwards);
  const entrances = [0];
  let entered = reached;
  for (const start of map.sceneStart.values()) {
    if (entered.has(start) || spots[start]!.step === undefined) continue;
    entrances.push(start);
    entered = spread(entrances, onwards);
  }
  // Outside of every call: what is called is left out, and come back from.
  const outside = spread(entrances, at => [...spots[at]!.onward, ...after(at)]);
  return { reached, entered, runsOut: new Set([...outside].filter(at => spots[at]!.step === undefined)) };
}

/**
 * Loops in which nothing ever waits for the visitor, each as the indices of its spots in ascending order: the strongly
 * connected components of the steps that do not wait (Tarjan 1972, without recursion).
 */
export function endlessLoops(map: Graph, among: ReadonlySet<number>): number[][] {
  const { spots } = map;
  const runsOn = (at: number): boolean => {
    const step = spots[at]!.step;
    return among.has(at) && step !== undefined && !kindOf(step).waits(step);
  };
  const back = comingBack(map, at => spots[at]!.step === undefined || runsOn(at));
  const exitsOf = (at: number): number[] => {
    const { ways, comesBackTo } = spots[at]!;
    const exits = [...new Set(ways.filter(({ exit }) => !exit.later).map(({ to }) => to))];
    return comesBackTo !== undefined && back.has(at) ? [...exits, comesBackTo] : exits;
  };
  const order = new Map<number, number>();
  const low = new Map<number, number>();
  const onStack = new Set<number>();
  const stack: number[] = [];
  const loops: number[][] = [];
  for (const root of among) {
    if (!runsOn(root) || order.has(root)) continue;
    const work: Array<{ at: number; exit: number; exits: number[] }> = [{ at: root, exit: 0, exits: exitsOf(root) }];
    while (work.length > 0) {
      const frame = work.at(-1)!;
      const { at } = frame;
      if (frame.exit === 0) {
        order.set(at, order.size);
        low.set(at, order.get(at)!);
        stack.push(at);
        onStack.add(at);
      }
      const to = frame.exits[frame.exit++];
      if (to !== undefined) {
        if (!runsOn(to)) continue;
        if (!order.has(to)) work.push({ at: to, exit: 0, exits: exitsOf(to) });
        else if (onStack.has(to)) low.set(at, Math.min(low.get(at)!, order.get(to)!));
        continue;
      }
      work.pop();
      const parent = work.at(-1);
      if (parent) low.set(parent.at, Math.min(low.get(parent.at)!, low.get(at)!));
      if (low.get(at) !== order.get(at)) continue;
      const members: number[] = [];
      for (let member = stack.pop(); member !== undefined; member = stack.pop()) {
        onStack.delete(member);
        members.push(member);
        if (member === at) break;
      }
      if (members.length > 1 || frame.exits.includes(at)) loops.push(members.sort((a, b) => a - b));
    }
  }
  return loops;
}

/** The spots in front of which some way may have set a fact: all that can be come to from behind what sets it. */
export function maybeSet({ spots }: Graph, fact: string, reached: ReadonlySet<number>): ReadonlySet<number> {
  const behind = (at: number): number[] => spots[at]!.ways.map(({ to }) => to);
  const setting = [...reached].filter(at => {
    const { step } = spots[at]!;
    return step && kindOf(step).sets(step).includes(fact);
  });
  return spread(setting.flatMap(behind), behind);
}
