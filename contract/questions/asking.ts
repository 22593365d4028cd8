import { type Decision, FoundForReply, FromOutside, OfferedFlow, OutsideName, type Withheld } from '@kineta/core';
import { z } from 'zod';
import { Done, RowId, route } from '../route.ts';

const WITHHELD = [
  'draft',
  'not yet',
  'over',
  'other site',
  'other page',
  'other language',
  'known only',
  'not known only',
  'fact not known',
  'flow not published',
] as const satisfies ReadonlyArray<Withheld | 'fact not known' | 'flow not published'>;
export type WithheldBy = (typeof WITHHELD)[number];

/** An article that was found for what was asked, and why. */
export const FoundArticle = z.object({
  id: RowId,
  question: z.string(),
  answer: z.string(),
  confidence: z.number(),
  tags: z.array(z.string()),
  /** Flows that it leads into, by their buttons, and whether the first begins at once. */
  flows: z.array(OfferedFlow),
  atOnce: z.boolean(),
  /** Why it is not said to who asks, if it is not. */
  withheld: z.array(z.enum(WITHHELD)),
  reason: z.object({
    words: z.array(z.string()),
    near: z.array(z.object({ asked: z.string(), told: z.string() })),
    wording: z.object({ text: z.string(), likeness: z.number() }).nullable(),
    mended: z.array(z.object({ typed: z.string(), read: z.string() })),
  }),
});
export type FoundArticle = z.infer<typeof FoundArticle>;

/** What a visitor sees listed before they ask, in its order, and what they do not. */
export const ListedThere = z.object({
  shown: z.array(z.object({ id: RowId, question: z.string() })),
  /** Why they are not: nothing of those that stand behind as many as are shown. */
  held: z.array(z.object({ id: RowId, question: z.string(), withheld: z.array(z.enum(WITHHELD)) })),
});
export type ListedThere = z.infer<typeof ListedThere>;

const DecisionMade = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('answer'), id: RowId }),
  z.object({ kind: z.literal('did you mean'), ids: z.array(RowId) }),
  z.object({ kind: z.literal('not known') }),
]) satisfies z.ZodType<Decision>;

/** What would be said to who asks this. */
export const Asked = z.object({
  decision: DecisionMade,
  /** The best first; those that are withheld among them. */
  found: z.array(FoundArticle),
  /** Whether it was found by meaning as well, or by words alone. */
  byMeaning: z.boolean(),
  /** How many of the articles’ texts are still to be read for their meaning; 0 once all are. */
  unread: z.int(),
  thresholds: z.object({ answer: z.number(), meant: z.number() }),
  /** Where several things are asked that are each answered: what is found for each, the best first. */
  several: FoundForReply.shape.several.unwrap().nullable(),
  /** What was made of it outside, where that was asked for. */
  outside: FromOutside.nullable(),
});
export type Asked = z.infer<typeof Asked>;

/** Who would ask, and where; null of what does not matter. */
const AskingThere = z.strictObject({
  site: RowId.nullable().default(null),
  page: z.string().max(2_000).nullable().default(null),
  language: z.string().max(20).nullable().default(null),
  isKnown: z.boolean().nullable().default(null),
});

export const askingRoutes = {
  listedThere: route({
    method: 'POST',
    path: '/api/questions/listed',
    summary: 'What a visitor sees listed before they ask, and why they do not see the others',
    access: 'member',
    body: AskingThere,
    reply: ListedThere,
  }),
  ask: route({
    method: 'POST',
    path: '/api/questions/asked',
    summary: 'Ask as a visitor: what would be said, how sure that is, why, and what else was near',
    access: 'member',
    body: AskingThere.extend({
      text: z.string().trim().min(1, 'Ask something.').max(4_000, 'A message has at most 4,000 characters.'),
      /** What was asked before it, the last at the end. */
      before: z.array(z.string().max(4_000)).max(10).default([]),
      /** As a step that answers questions would have it. */
      tags: z.array(z.string().max(40)).max(20).nullable().default(null),
      sure: z.number().min(0.05).max(0.99).nullable().default(null),
      outside: OutsideName.nullable().default(null),
    }),
    reply: Asked,
  }),
  answered: route({
    method: 'POST',
    path: '/api/questions/answered',
    summary: 'Tell whether one of the suggested answers was sent to what a visitor asked, or something else',
    access: 'member',
    body: z.strictObject({
      conversation: RowId,
      number: z.int().min(1),
      asked: z.string().trim().min(1).max(300),
      used: z.boolean(),
      /** The one that was used, or that was suggested first. */
      article: RowId.nullable(),
      confidence: z.number().min(0).max(1),
    }),
    reply: Done,
  }),
};
