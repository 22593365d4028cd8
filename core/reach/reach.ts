import { z } from 'zod';
import { Appearance, appearanceKindOf } from './appearances/registry.ts';
import { PagePattern } from './page-pattern.ts';
import { CueComes, CueFits } from './parts/registry.ts';

/** What becomes of a conversation that somebody has not ended, when they meet a flow: it goes on, they are asked, or this one begins in it. */
export const Unfinished = z.enum(['goes on', 'asks', 'begins']);
export type Unfinished = z.infer<typeof Unfinished>;

/** What starts a flow on a site: whom it meets, where and when, and how it appears. */
export const Cue = z.strictObject({
  id: z.string().regex(/^[a-z0-9-]{1,40}$/),
  /** The flow’s identity. */
  flow: z.string().min(1, 'Which flow is it?').max(40),
  on: z.boolean(),
  fits: CueFits,
  appears: Appearance,
  unfinished: Unfinished.default('goes on'),
});
export type Cue = z.infer<typeof Cue>;

/** What whoever else comes meets: the site’s own flow, on any page. */
export const LastCue = z.strictObject({
  fits: CueComes,
  appears: Appearance,
});
export type LastCue = z.infer<typeof LastCue>;

export const MOST_CUES = 1_000;

const Caps = z.strictObject({
  /** So often something appears by itself in a visit, and to one visitor in a day. */
  visit: z.int().min(1).max(50),
  day: z.int().min(1).max(50),
});

const DEVICES = ['computer', 'tablet', 'phone'] as const;

/** Whether the chat shows at all. */
const Shows = z.strictObject({
  closed: z.boolean(),
  computer: z.boolean(),
  tablet: z.boolean(),
  phone: z.boolean(),
  /** On those pages, and not on these; on all where none is said. */
  on: z.array(PagePattern).max(50),
  off: z.array(PagePattern).max(50),
});

/** Which flow meets which visitor of a site, on which page, at which moment; the first that fits is met. */
export const Reach = z.strictObject({
  shows: Shows.default({ closed: true, computer: true, tablet: true, phone: true, on: [], off: [] }),
  cues: z
    .array(Cue)
    .max(MOST_CUES, `At most ${MOST_CUES} cues are kept.`)
    .superRefine((cues, context) => {
      for (const [at, { id }] of cues.entries())
        if (id === LAST || cues.findIndex(other => other.id === id) < at)
          context.addIssue({ code: 'custom', path: [at, 'id'], message: 'Two cues have the same identity.' });
    })
    .default([]),
  last: LastCue.default({ fits: {}, appears: { how: 'nothing' } }),
  caps: Caps.default({ visit: 2, day: 3 }),
});
export type Reach = z.infer<typeof Reach>;

/** A cue to begin with: on any page, once the chat is opened. */
export const blankCue = (id: string, flow: string): Cue => ({
  id,
  flow,
  on: true,
  fits: {},
  appears: { how: 'nothing' },
  unfinished: 'goes on',
});

/** What the last cue is known by. */
export const LAST = 'last';

/** Everybody meets the site’s own flow, once they open the chat. */
export const plainReach: Reach = Reach.parse({});

/** Whether nothing is to be decided before the chat is there: it shows everywhere, and does nothing by itself. */
export function isPlain({ shows, cues, last }: Reach): boolean {
  const { on, off, closed, ...devices } = shows;
  return (
    cues.every(cue => !cue.on) &&
    (appearanceKindOf(last.appears).waits ?? false) &&
    closed &&
    on.length + off.length === 0 &&
    DEVICES.every(device => devices[device])
  );
}
