import { type CueFits, Fact, HIDDEN_BY, type Picture, Reach, type ReachDecided } from '@kineta/core';
import { z } from 'zod';
import { Here } from './passers.ts';
import { ById, Instant, RowId, route } from './route.ts';
import { LONGEST_TOKEN } from './visitor-sign-in.ts';

/** So many cues a browser remembers to have appeared. */
const MOST_REMEMBERED = 100;

/** What a browser makes up once the chat was opened, by which its page is known again. */
export const PageMark = z.string().regex(/^[A-Za-z0-9_-]{22}$/);

/** What a page asks as it is looked at: which flows fit its visitor. */
export const ReachAsked = z.strictObject({
  /** Its whole address. */
  page: z.url({ protocol: /^https?$/ }).max(2_000),
  referrer: z.string().max(2_000),
  device: Here.shape.device,
  language: z.string().max(35),
  /** Which visit it is, and since how many days they were not there. */
  visits: z.int().min(1).max(1_000_000),
  daysAway: z.int().min(0).max(100_000).optional(),
  lot: z.number().min(0).lt(1),
  /** When cues last appeared by themselves, in milliseconds of the epoch. */
  appeared: z
    .record(z.string().max(40), z.number())
    .refine(known => Object.keys(known).length <= MOST_REMEMBERED, 'That is more than a browser remembers.'),
  mark: PageMark.optional(),
  /** Who the site says that its visitor is. */
  who: z.string().max(LONGEST_TOKEN).optional().catch(undefined),
});
export type ReachAsked = z.infer<typeof ReachAsked>;

/** One flow that fits: what its page waits for, and how it appears then. */
export interface ToldCue {
  id: string;
  /** What it waits for on the page, by the names of its parts. */
  waits: CueFits;
  /** It has appeared so lately that it does not by itself. */
  quiet?: true;
  appears: { how: string; line?: string; replies?: string[]; picture?: Picture };
}

/** What a page is told: the flows that fit, in their order. */
export interface ReachAnswer {
  shows: boolean;
  cues: ToldCue[];
  caps: Reach['caps'];
  /** What the button is called that sends a prompt away. */
  dismiss: string;
}

/** Something came of a cue on a page: it appeared, or the visitor took it up. */
export const ReachTold = z.strictObject({
  cue: z.string().max(40),
  what: z.enum(['appeared', 'taken']),
});
export type ReachTold = z.infer<typeof ReachTold>;

/** How often a cue was met in the last 30 days, appeared, and was taken up. */
export const CueCount = z.object({ cue: z.string(), met: z.int(), appeared: z.int(), taken: z.int() });
export type CueCount = z.infer<typeof CueCount>;

/** A site’s reach as leads see it. */
export const SiteReach = z.object({
  reach: Reach,
  /** How often it was put on the site. */
  number: z.int(),
  /** The site’s own flow, which whoever else comes meets. */
  flow: RowId.nullable(),
  flows: z.array(z.object({ id: RowId, name: z.string(), published: z.boolean() })),
  /** What conditions may ask about. */
  facts: z.array(Fact),
  counts: z.array(CueCount),
});
export type SiteReach = z.infer<typeof SiteReach>;

/** For whom it is asked what they would meet, and when. */
export const WhyAsked = z.strictObject({
  /** As it is written; as it is on the site, without. */
  reach: Reach.optional(),
  page: z.string().trim().min(1, 'Which page is it?').max(2_000),
  device: Here.shape.device,
  language: z.string().max(35),
  visits: z.int().min(1).max(1_000),
  referrer: z.string().max(2_000),
  isKnown: z.boolean(),
  /** Now, without it. */
  at: Instant.nullable(),
  seconds: z.int().min(0).max(86_400),
  idle: z.int().min(0).max(86_400),
  read: z.int().min(0).max(100),
  leaving: z.boolean(),
});
export type WhyAsked = z.infer<typeof WhyAsked>;

const Words = z.array(z.unknown()) as unknown as z.ZodType<
  Extract<ReachDecided['verdicts'][number]['verdict'], { is: 'not' }>['words']
>;

/** What becomes of one cue for somebody at a moment: it is met, or what keeps it from that. */
export const ToldVerdict = z.object({
  cue: z.string(),
  is: z.enum(['met', 'behind', 'off', 'no flow', 'not']),
  /** The one that comes before it. */
  before: z.string().nullable(),
  /** What is not so. */
  not: Words.nullable(),
});
export type ToldVerdict = z.infer<typeof ToldVerdict>;

/** What somebody would meet, and why not the others. */
export const Why = z.object({
  /** What keeps the chat from showing at all; null where it does. */
  hidden: z.enum(HIDDEN_BY).nullable(),
  /** Whether the one that is met has its moment; else only who opens the chat meets it. */
  byItself: z.boolean(),
  verdicts: z.array(ToldVerdict),
});
export type Why = z.infer<typeof Why>;

/** A visit that was, or goes on: what would be asked of it. */
export const RealVisit = z.object({
  id: z.string(),
  who: z.string(),
  at: Instant,
  /** Whether they are there now. */
  now: z.boolean(),
  asked: WhyAsked.omit({ reach: true }),
  /** The cue that was met then, where that is known. */
  met: z.string().nullable(),
});
export type RealVisit = z.infer<typeof RealVisit>;

/** By which cue somebody is met, and with which flow; by none where the chat does not show. */
const MetBy = z.object({ cue: z.string().nullable(), flow: RowId.nullable() });

/** What those who came lately would meet by another reach. */
export const Would = z.object({
  /** How many of those who came in the last 30 days were looked at, and how many would meet something else. */
  looked: z.int(),
  others: z.int(),
  /** Some of those who would meet something else. */
  cases: z.array(
    z.object({
      at: Instant,
      page: z.string(),
      device: Here.shape.device,
      visits: z.int(),
      was: MetBy,
      is: MetBy,
    }),
  ),
});
export type Would = z.infer<typeof Would>;

/** A link that leads into a flow of a site’s, or to its chat. */
export const WayIn = z.object({
  /** By which link; null for what whoever opens the chat meets. */
  reference: z.string().nullable(),
  flow: z.string(),
  /** What a link may say of whoever follows it. */
  facts: z.array(Fact),
});
export type WayIn = z.infer<typeof WayIn>;

export const reachRoutes = {
  ways: route({
    method: 'GET',
    path: '/api/sites/:id/ways',
    summary: 'The links that lead into the flows of a site, with what they may say of whoever follows them',
    access: 'lead',
    params: ById,
    /** `origin` is that of the site’s own pages; null where it has none that is known. */
    reply: z.object({ origin: z.string().nullable(), ways: z.array(WayIn) }),
  }),
  get: route({
    method: 'GET',
    path: '/api/sites/:id/reach',
    summary: 'Which flows visitors of a site meet, in their order, and how often in the last 30 days',
    access: 'lead',
    params: ById,
    reply: SiteReach,
  }),
  put: route({
    method: 'PUT',
    path: '/api/sites/:id/reach',
    summary: 'Say which flows visitors of a site meet; refused when somebody said otherwise since `number`',
    access: 'lead',
    most: 2_000,
    params: ById,
    body: z.strictObject({ reach: Reach, number: z.int().min(0), flow: RowId.nullable() }),
    reply: SiteReach,
  }),
  why: route({
    method: 'POST',
    path: '/api/sites/:id/reach/why',
    summary: 'What somebody would meet on a page at a moment, and of every other flow what keeps it from that',
    access: 'lead',
    most: 2_000,
    params: ById,
    body: WhyAsked,
    reply: Why,
  }),
  would: route({
    method: 'POST',
    path: '/api/sites/:id/reach/would',
    summary: 'What those who came in the last 30 days would meet by another reach, as far as they are kept',
    access: 'lead',
    most: 2_000,
    params: ById,
    body: z.strictObject({ reach: Reach, flow: RowId.nullable() }),
    reply: Would,
  }),
  visits: route({
    method: 'GET',
    path: '/api/sites/:id/reach/visits',
    summary: 'Visits of a site that were lately, and that go on',
    access: 'lead',
    params: ById,
    reply: z.object({ visits: z.array(RealVisit) }),
  }),
};
