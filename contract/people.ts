import { Value } from '@kineta/core';
import { z } from 'zod';
import { ById, Instant, RowId, route } from './route.ts';

/** What somebody agreed to, or did not, in the words that were shown. */
export const Consent = z.object({
  purpose: z.string(),
  given: z.boolean(),
  wording: z.string(),
  policy: z.string().nullable(),
  at: Instant,
  /** When it was taken back, or answered anew. */
  withdrawnAt: Instant.nullable(),
  conversation: RowId,
});
export type Consent = z.infer<typeof Consent>;

export const Person = z.object({
  id: RowId,
  name: z.string().nullable(),
  email: z.string().nullable(),
  phone: z.string().nullable(),
  facts: z.record(z.string(), Value),
  conversations: z.int(),
  lastConversation: RowId.nullable(),
  firstSeen: Instant,
  lastSeen: Instant,
});
export type Person = z.infer<typeof Person>;

export const peopleRoutes = {
  list: route({
    method: 'GET',
    path: '/api/people',
    summary: 'The people of whom something is known, last seen first',
    access: 'member',
    query: z.strictObject({ search: z.string().max(200).optional(), before: z.string().max(60).optional() }),
    reply: z.object({
      people: z.array(Person),
      /** How many there are, or fit, told with the first page; `orMore` when no further was counted. */
      total: z.int(),
      orMore: z.boolean(),
      next: z.string().nullable(),
    }),
  }),
  export: route({
    method: 'GET',
    path: '/api/people/:id/export',
    summary: 'All that is kept of a person, as one JSON document',
    access: 'lead',
    params: ById,
    reply: z.custom<AsyncIterable<unknown>>(),
    replyType: 'application/json',
  }),
  erase: route({
    method: 'DELETE',
    path: '/api/people/:id',
    summary: 'Erase all that is kept of a person, for good',
    access: 'lead',
    params: ById,
    reply: z.object({ conversations: z.int() }),
  }),
  consents: route({
    method: 'GET',
    path: '/api/people/:id/consents',
    summary: 'What a person agreed to, newest first',
    access: 'member',
    params: ById,
    reply: z.object({ consents: z.array(Consent) }),
  }),
};
