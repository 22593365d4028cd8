import { graph, reachable } from './checks/graph.ts';
import type { Flow } from './format.ts';
import type { Id } from './id.ts';
import { kindOf } from './steps/registry.ts';

/** A scene, seen from outside: what it is called, and where it may let go of the visitor. */
export interface Station {
  scene: Id;
  title: string;
  steps: number;
  /** In a few words each: “Ends: lead”, “To Sales”. */
  endings: string[];
  /** Whether a visitor may come to where nothing goes on. */
  deadEnd: boolean;
  /** Whether any way leads here from where the flow begins. */
  reachable: boolean;
}

/** A way from scene to scene, with what makes visitors take it: “Price a heat pump”, “otherwise”. */
export interface Way {
  from: Id;
  to: Id;
  /** The first step from which it leads. */
  step: Id;
  labels: string[];
}

/** A flow seen as scenes and the ways between them. The first station is where it begins. */
export function waysOf(flow: Flow): { stations: Station[]; ways: Way[] } {
  const map = graph(flow);
  const { reached, runsOut } = reachable(map);
  const ways = new Map<string, Way>();
  const stations = flow.scenes.map((scene): Station => {
    const start = map.sceneStart.get(scene.id)!;
    const endings = new Set<string>();
    for (const step of scene.steps) {
      const kind = kindOf(step);
      const ending = kind.ending?.(step);
      if (ending) endings.add(ending);
      for (const { scene: to, label } of kind.exits(step)) {
        if (to === undefined || !map.sceneStart.has(to)) continue;
        const way = ways.get(`${scene.id} ${to}`) ?? { from: scene.id, to, step: step.id, labels: [] };
        if (label && !way.labels.includes(label)) way.labels.push(label);
        ways.set(`${scene.id} ${to}`, way);
      }
    }
    return {
      scene: scene.id,
      title: scene.title,
      steps: scene.steps.length,
      endings: [...endings],
      deadEnd: runsOut.has(start + scene.steps.length),
      reachable: reached.has(start),
    };
  });
  return { stations, ways: [...ways.values()] };
}
