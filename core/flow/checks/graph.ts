import type { Flow } from '../format.ts';
import type { Id } from '../id.ts';
import { kindOf, type Step } from '../steps/registry.ts';

/** One place of the flow: a step, or the end of a scene whose steps have run out. */
export interface Spot {
  scene: Id;
  step: Step | undefined;
  /** Indices of the spots it leads to; ways to scenes that are not there are left out. */
  leads: number[];
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
      const leads = kindOf(step)
        .leads(step)
        .flatMap(lead => {
          const to = lead.scene === undefined ? next : sceneStart.get(lead.scene);
          return to === undefined ? [] : [to];
        });
      spots.push({ scene: scene.id, step, leads: [...new Set(leads)] });
    }
    spots.push({ scene: scene.id, step: undefined, leads: [] });
  }
  return { spots, sceneStart };
}

/** The indices of all spots that can be come to from the first. */
export function reachable({ spots }: Graph): Set<number> {
  const reached = new Set<number>();
  const open = [0];
  for (let at = open.pop(); at !== undefined; at = open.pop()) {
    if (reached.has(at)) continue;
    reached.add(at);
    open.push(...spots[at]!.leads);
  }
  return reached;
}

/**
 * Loops in which nothing ever waits for the visitor, each as the indices of its spots in ascending order: the strongly
 * connected components of the steps that do not wait (Tarjan 1972, without recursion).
 */
export function endlessLoops({ spots }: Graph, among: ReadonlySet<number>): number[][] {
  const runsOn = (at: number): boolean => {
    const step = spots[at]!.step;
    return among.has(at) && step !== undefined && !kindOf(step).waits;
  };
  const order = new Map<number, number>();
  const low = new Map<number, number>();
  const onStack = new Set<number>();
  const stack: number[] = [];
  const loops: number[][] = [];
  for (const root of among) {
    if (!runsOn(root) || order.has(root)) continue;
    const work: Array<{ at: number; lead: number }> = [{ at: root, lead: 0 }];
    while (work.length > 0) {
      const frame = work.at(-1)!;
      const { at } = frame;
      if (frame.lead === 0) {
        order.set(at, order.size);
        low.set(at, order.get(at)!);
        stack.push(at);
        onStack.add(at);
      }
      const to = spots[at]!.leads[frame.lead++];
      if (to !== undefined) {
        if (!runsOn(to)) continue;
        if (!order.has(to)) work.push({ at: to, lead: 0 });
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
      if (members.length > 1 || spots[at]!.leads.includes(at)) loops.push(members.sort((a, b) => a - b));
    }
  }
  return loops;
}

/**
 * For every spot, the facts that some way to it may have set before it is come to: the least fixed point of the union
 * over the ways in.
 */
export function maybeSet({ spots }: Graph, atFirst: ReadonlySet<string>): Array<ReadonlySet<string> | undefined> {
  const before: Array<Set<string> | undefined> = spots.map(() => undefined);
  before[0] = new Set(atFirst);
  const open = [0];
  for (let at = open.shift(); at !== undefined; at = open.shift()) {
    const spot = spots[at]!;
    const after = new Set(before[at]);
    if (spot.step) for (const fact of kindOf(spot.step).sets(spot.step)) after.add(fact);
    for (const to of spot.leads) {
      const known = before[to];
      if (!known) {
        before[to] = new Set(after);
        open.push(to);
        continue;
      }
      const size = known.size;
      for (const fact of after) known.add(fact);
      if (known.size > size) open.push(to);
    }
  }
  return before;
}
