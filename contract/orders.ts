import { z } from 'zod';
import { ById, Done, Instant, RowId, route } from './route.ts';

/** Something that a flow ordered for elsewhere, a call or an email, that was set aside because it failed. */
export const FailedOrder = z.object({
  id: RowId,
  kind: z.string(),
  /** To whom it was to go: an address. */
  what: z.string(),
  /** Why it failed, as the end of a sentence. */
  why: z.string(),
  tries: z.number().int(),
  orderedAt: Instant,
  failedAt: Instant,
  conversation: RowId,
});
export type FailedOrder = z.infer<typeof FailedOrder>;

export const orderRoutes = {
  failed: route({
    method: 'GET',
    path: '/api/orders/failed',
    summary: 'Calls and emails that were set aside, the latest first, at most a hundred',
    access: 'lead',
    reply: z.object({ orders: z.array(FailedOrder), more: z.boolean() }),
  }),
  again: route({
    method: 'POST',
    path: '/api/orders/:id/again',
    summary: 'Try one again that was set aside',
    access: 'lead',
    params: ById,
    reply: Done,
  }),
  drop: route({
    method: 'DELETE',
    path: '/api/orders/:id',
    summary: 'Drop one that was set aside',
    access: 'lead',
    params: ById,
    reply: Done,
  }),
};
