import { z } from 'zod';
import { ById, route } from './route.ts';

/** Who one is while one tries the chat: somebody who was never there, who was, or who is known. */
export const TriedAs = z.enum(['new', 'returning', 'known']);
export type TriedAs = z.infer<typeof TriedAs>;

export const trialRoutes = {
  begin: route({
    method: 'POST',
    path: '/api/sites/:id/trials',
    summary: 'An address at which a site is met as a visitor; what is said there counts for nothing',
    access: 'lead',
    params: ById,
    body: z.strictObject({
      as: TriedAs,
      /** A page of the site. */
      page: z
        .string()
        .max(1_000)
        .regex(/^\/(?![/\\])\S*$/, 'A page of the site begins with /.')
        .default('/'),
    }),
    reply: z.object({ url: z.string() }),
  }),
};
