import { isTeamFact } from '../../facts/given.ts';
import { anything, Knowledge, type Known, known, oneOf } from '../../facts/knowledge.ts';
import type { Flow } from '../format.ts';
import type { Surroundings } from '../steps/kind.ts';
import type { Place } from './finding.ts';
import type { Graph } from './graph.ts';

/** What a check may look at. */
export interface Sight {
  flow: Flow;
  map: Graph;
  around: Surroundings;
  /** The spots that can be come to. */
  reached: ReadonlySet<number>;
  /** What is known in front of each of them. */
  before: ReadonlyArray<Knowledge | undefined>;
}

/** The place of a spot, for a finding. */
export function placeOf({ map }: Pick<Sight, 'map'>, at: number, part?: string): Place {
  const { scene, step } = map.spots[at]!;
  return { scene, ...(step ? { step: step.id } : {}), ...(part ? { part } : {}) };
}

/** What is known of every visitor before the flow begins: nobody was here before, and nothing is remembered. */
export function atFirst({ facts }: Surroundings): Knowledge {
  const knowledge = new Map<string, Known>();
  for (const { name, type, scope, choices } of facts) {
    if (scope === 'business') knowledge.set(name, known());
    else if (scope === 'visit')
      knowledge.set(
        name,
        known(choices ? oneOf(choices) : type === 'yes/no' || isTeamFact(name) ? oneOf([true, false]) : anything),
      );
    else knowledge.set(name, { open: true, values: scope === 'visitor' ? anything : null });
  }
  return Knowledge.of(knowledge);
}
