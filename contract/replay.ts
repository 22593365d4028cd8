import { Recorded } from '@kineta/core';
import { z } from 'zod';
import { ById, RowId, route } from './route.ts';

export const RecordedPage = z.object({
  conversations: z.array(Recorded),
  /** The words of the questions that were asked, by their steps. */
  questions: z.record(z.string(), z.string()),
  /** To be given as `after` for the next page; null on the last. */
  next: RowId.nullable(),
  /** How many there are in all. */
  all: z.int(),
});
export type RecordedPage = z.infer<typeof RecordedPage>;

export const replayRoutes = {
  recorded: route({
    method: 'GET',
    path: '/api/flows/:id/recorded',
    summary: 'The last 30 days’ conversations of a flow, as a replay needs them: some at a time, the oldest first',
    access: 'lead',
    params: ById,
    query: z.strictObject({
      /** Those behind this conversation. */
      after: RowId.optional(),
    }),
    reply: RecordedPage,
  }),
};
