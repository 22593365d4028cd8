import { dequal } from 'dequal';
import { appearanceKindOf } from './appearances/registry.ts';
import { allCues, type LookedCue } from './deciding.ts';
import type { PartFinding, PartGround } from './parts/kind.ts';
import { cueParts, partsOf } from './parts/registry.ts';
import type { Reach } from './reach.ts';

/** What is wrong with a site’s reach, or could be better, and in which cue; a problem keeps it off the site. */
export interface ReachFinding extends PartFinding {
  cue: string;
}

/** What is known of the site and its flows. */
export interface ReachGround extends PartGround {
  /** The site’s own flow, which whoever else comes meets. */
  flow: string | null;
  /** What a flow is called; undefined of one that is gone. */
  nameOf(flow: string): string | undefined;
  isLive(flow: string): boolean;
}

/** Whether one that comes first leaves no room for another: whatever it asks for the other asks for as well, and it waits for nothing. */
const leavesNoRoom = (first: LookedCue, other: LookedCue): boolean =>
  cueParts.every(part => {
    const [set, others] = [first.fits[part.part], other.fits[part.part]];
    if (set === undefined) return true;
    if (part.comes !== undefined) return false;
    return part.includes ? part.includes(set, others) : dequal(set, others);
  });

/** A page on which a cue may be met. */
const pageOf = ({ fits }: LookedCue): string =>
  partsOf(fits)
    .map(part => part.example?.(fits[part.part]))
    .find(page => page !== undefined) ?? '/';

/** All that is found, cue by cue. */
export function reachFindings(reach: Reach, ground: ReachGround): ReachFinding[] {
  const cues = allCues(reach, ground.flow);
  const isMet = ({ on, flow }: LookedCue) => on && flow !== null && ground.isLive(flow);
  const ofFlow = ({ flow }: LookedCue): PartFinding[] => {
    if (flow === null || ground.isLive(flow)) return [];
    const isGone = ground.nameOf(flow) === undefined;
    return [{ level: 'advice', sentence: `Its flow is ${isGone ? 'gone' : 'not published'}: nobody meets it.` }];
  };
  const ofOrder = (cue: LookedCue, at: number): PartFinding[] => {
    // What is led into by hand has room wherever it stands.
    const isByHand = partsOf(cue.fits).some(({ comes }) => comes === 'by hand');
    const first = cue.on && !isByHand ? cues.slice(0, at).find(one => isMet(one) && leavesNoRoom(one, cue)) : undefined;
    if (!first?.flow) return [];
    const name = ground.nameOf(first.flow) ?? '';
    return [{ level: 'advice', sentence: `Nobody meets it on ${pageOf(cue)}: “${name}” always comes first there.` }];
  };
  return cues.flatMap((cue, at) => {
    const found: PartFinding[] = [
      ...partsOf(cue.fits).flatMap(part => part.findings?.(cue.fits[part.part], ground) ?? []),
      ...(appearanceKindOf(cue.appears).findings?.(cue.appears) ?? []),
      ...ofFlow(cue),
      ...ofOrder(cue, at),
    ];
    return found.map(one => ({ ...one, cue: cue.id }));
  });
}
