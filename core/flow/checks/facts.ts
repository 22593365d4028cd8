import { Knowledge, knownOf, unknown } from '../../facts/knowledge.ts';
import { kindOf } from '../steps/registry.ts';
import type { Finding } from './finding.ts';
import { pathTo, pathWords } from './paths.ts';
import { placeOf, type Sight } from './sight.ts';

/**
 * Facts that a step needs and that are not known on some way to it, each with the shortest such way. Where a fact may
 * be remembered of a visitor, the way is that of one who is new. Facts that nothing at all can have set are not told
 * of here.
 */
export function unsetFacts({ map, around, reached, before }: Sight): Finding[] {
  const findings: Finding[] = [];
  const own = new Map(
    around.facts.filter(({ scope }) => scope !== 'business' && scope !== 'visit').map(fact => [fact.name, fact]),
  );
  const needs = map.spots.map((spot, at) => {
    if (!spot.step || !reached.has(at)) return new Set<string>();
    const kind = kindOf(spot.step);
    const needed = kind.needs?.(spot.step, around.facts) ?? kind.reads(spot.step, around.facts);
    // What may be open here at all; what is not known by anybody is told of as never set.
    return new Set(
      needed.filter(fact => {
        const { open, values } = knownOf(before[at] ?? Knowledge.of(), fact);
        return own.has(fact) && open && values !== null;
      }),
    );
  });
  for (const fact of new Set(needs.flatMap(needed => [...needed]))) {
    const waiting = map.spots.flatMap((_, at) => (needs[at]!.has(fact) ? [at] : []));
    // One finding a fact and scene: the first step there says it for those behind it.
    const told = new Set<string>();
    for (const at of waiting) {
      const { scene } = map.spots[at]!;
      if (told.has(scene)) continue;
      const legs = pathTo(map, fact, { at: 0, known: unknown }, (spot, { open }) => spot === at && open);
      if (!legs) continue;
      told.add(scene);
      const isRemembered = own.get(fact)?.scope === 'visitor';
      findings.push({
        code: 'fact unset on a way',
        level: 'advice',
        place: placeOf({ map }, at),
        sentence: `“${fact}” may not be known here${isRemembered ? ', of a visitor who is new' : ''}: one way here sets it nowhere.`,
        path: pathWords(map, legs, around.sceneTitle),
      });
    }
  }
  return findings;
}
