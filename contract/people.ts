import { Value } from '@kineta/core';
import { z } from 'zod';
import { Instant, RowId, route } from './route.ts';

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
    reply: z.object({ people: z.array(Person), total: z.int(), next: z.string().nullable() }),
  }),
};
