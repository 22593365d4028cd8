import { type AskedOutcome, KeptArticle, Thresholds } from '@kineta/core';
import { z } from 'zod';
import { ById, Done, RowId, route } from '../route.ts';
import { Joined, MOST_AT_ONCE } from './articles.ts';
import { MOST_PARTS, Taken } from './bringing.ts';

const OUTCOMES = [
  'right',
  'wrong',
  'asked back',
  'asked back in vain',
  'honestly unknown',
  'missed',
] as const satisfies readonly AskedOutcome[];

/** What would become of an example otherwise than it does, and which question’s answer would be the best for it. */
export const ChangedExample = z.object({
  asked: z.string(),
  before: z.array(z.string()),
  now: z.enum(OUTCOMES),
  would: z.enum(OUTCOMES),
  best: z.string().nullable(),
});
export type ChangedExample = z.infer<typeof ChangedExample>;

const FoundBy = z.object({ id: RowId, confidence: z.number() });

/** A question of which it is known what is right. */
export const QuestionExample = z.object({
  id: RowId,
  asked: z.string(),
  /** What was asked before it, the last at the end. */
  before: z.array(z.string()),
  /** The article that is right; null where nothing answers it. */
  article: RowId.nullable(),
  /** What is found for it now, the best first; null while it is still to be asked. */
  found: z.array(FoundBy).nullable(),
  /** What was found before the answers were last changed, as far as that is known. */
  earlier: z.array(FoundBy).nullable(),
});
export type QuestionExample = z.infer<typeof QuestionExample>;

/** What may be done with answers, of which it is asked before what it would change. */
export const ProposedChange = z.discriminatedUnion('what', [
  /** One is written so: instead of another, or a new one without its identity. */
  z.strictObject({ what: z.literal('write'), id: RowId.nullable(), article: KeptArticle }),
  /** Several may be said, or are removed. */
  z.strictObject({ what: z.literal('approve'), ids: z.array(RowId).min(1).max(MOST_AT_ONCE) }),
  z.strictObject({ what: z.literal('remove'), ids: z.array(RowId).min(1).max(MOST_AT_ONCE) }),
  Joined.extend({ what: z.literal('join') }),
  z.strictObject({ what: z.literal('take'), taken: z.array(Taken).min(1).max(MOST_PARTS) }),
]);
export type ProposedChange = z.output<typeof ProposedChange>;

export const exampleRoutes = {
  examples: route({
    method: 'GET',
    path: '/api/questions/examples',
    summary: 'Questions of which it is known what is right, with what is found for each now',
    access: 'member',
    reply: z.object({
      examples: z.array(QuestionExample),
      /** The answers are still being read for their meaning: all are asked once more when they are. */
      isReading: z.boolean(),
    }),
  }),
  keepExample: route({
    method: 'POST',
    path: '/api/questions/examples',
    summary: 'Keep a question with the answer that is right for it, or that nothing answers it',
    access: 'lead',
    body: z.strictObject({
      asked: z.string().trim().min(1, 'Ask something.').max(500, 'An example has at most 500 characters.'),
      before: z.array(z.string().max(500)).max(10).default([]),
      article: RowId.nullable(),
    }),
    reply: Done,
  }),
  leaveExample: route({
    method: 'DELETE',
    path: '/api/questions/examples/:id',
    summary: 'Keep an example no more',
    access: 'lead',
    params: ById,
    reply: Done,
  }),
  wouldChange: route({
    method: 'POST',
    path: '/api/questions/examples/with',
    summary: 'What would become of the examples if answers were otherwise, before they are',
    most: 8_000,
    access: 'lead',
    body: ProposedChange,
    reply: z.object({
      /** How many examples were asked in time, of how many. */
      asked: z.int(),
      all: z.int(),
      changed: z.array(ChangedExample),
      /** The answers are still being read for their meaning, so that nothing can be told yet. */
      isReading: z.boolean(),
    }),
  }),
  setSure: route({
    method: 'PUT',
    path: '/api/questions/sure',
    summary: 'Say from how sure on an answer is said, and asked back about',
    access: 'lead',
    body: Thresholds,
    reply: Done,
  }),
};
