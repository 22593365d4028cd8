import type { SiteReach } from '@kineta/contract';
import { type Cue, type CueFits, LAST, Reach, type ReachFinding, reachFindings } from '@kineta/core';
import { writingStore } from '../writing.ts';

/** Which flows a site’s visitors meet, with the site’s own. */
export type Written = Pick<SiteReach, 'reach' | 'flow'>;

export const useReach = writingStore<Written>();

/** A cue that is written, or the last one. */
export type WrittenCue = Pick<Cue, 'fits' | 'appears'> &
  Partial<Pick<Cue, 'unfinished'>> & { id: string; on: boolean; flow: string | null };

/** The cues in their order, with the last. */
export const cuesOf = ({ reach, flow }: Written): WrittenCue[] => [
  ...reach.cues,
  { id: LAST, flow, on: true, ...reach.last },
];

/** The same with one written otherwise. */
export function withCue({ reach, flow }: Written, { id, ...cue }: WrittenCue): Written {
  if (id === LAST) return { reach: { ...reach, last: { fits: cue.fits, appears: cue.appears } }, flow: cue.flow };
  const written = (one: Cue): Cue => ({ ...one, ...cue, flow: cue.flow ?? '' });
  return { reach: { ...reach, cues: reach.cues.map(one => (one.id === id ? written(one) : one)) }, flow };
}

/** A part set, or taken away. */
export function withPart(fits: CueFits, part: keyof CueFits, set: unknown): CueFits {
  const { [part]: _, ...others } = fits;
  return set === undefined ? others : { ...others, [part]: set };
}

/** What of it is wrong, or could be better, by cue; first what cannot be kept as it is written. */
export function foundIn(written: Written, site: SiteReach, allows: (origin: string) => boolean): ReachFinding[] {
  const read = Reach.safeParse(written.reach);
  if (!read.success)
    return read.error.issues.map(({ path: [part, at], message: said }): ReachFinding => {
      const cue = part === 'cues' && typeof at === 'number' ? written.reach.cues[at]?.id : undefined;
      return { level: 'problem', cue: cue ?? (part === 'shows' ? 'shows' : LAST), sentence: said };
    });
  return reachFindings(read.data, {
    flow: written.flow,
    nameOf: flow => site.flows.find(({ id }) => id === flow)?.name,
    isLive: flow => site.flows.some(({ id, published }) => id === flow && published),
    allows,
  });
}
