import { kindOf } from '../steps/registry.ts';
import type { Finding } from './finding.ts';
import { cameFrom } from './graph.ts';
import { placeOf, type Sight } from './sight.ts';

/** Steps that lead who wants a person to a scene from which no way hands over. */
export function nobodyFetched({ map, around, reached }: Sight): Finding[] {
  return map.spots.flatMap(({ step }, at): Finding[] => {
    const to = step && kindOf(step).fetches?.(step);
    const start = to === undefined ? undefined : map.sceneStart.get(to);
    if (to === undefined || start === undefined || !reached.has(at)) return [];
    const hands = [...cameFrom(map, start)].some(spot => {
      const there = map.spots[spot]!.step;
      return there && (kindOf(there).teams?.(there).length ?? 0) > 0;
    });
    if (hands) return [];
    return [
      {
        code: 'nobody fetched',
        level: 'advice',
        place: placeOf({ map }, at, 'to'),
        sentence: `Who wants a person is led to “${around.sceneTitle(to)}”, from where nobody is fetched unless they ask again.`,
      },
    ];
  });
}
