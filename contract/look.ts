import { Look } from '@kineta/core';
import { z } from 'zod';
import { ById, Done, Instant, RowId, route } from './route.ts';

/** A site’s look as it is on the site, and how often one was put there. */
export const SiteLook = z.object({
  look: Look,
  number: z.int(),
  /** Under which name the flow speaks that is met first; empty when none is. */
  speaker: z.string(),
});
export type SiteLook = z.infer<typeof SiteLook>;

/** A look kept under a name, to be taken to other sites. */
export const NamedLook = z.object({ id: RowId, name: z.string(), look: Look, keptAt: Instant });
export type NamedLook = z.infer<typeof NamedLook>;

export const lookRoutes = {
  get: route({
    method: 'GET',
    path: '/api/sites/:id/look',
    summary: 'How the chat looks on a site',
    access: 'lead',
    params: ById,
    reply: SiteLook,
  }),
  put: route({
    method: 'PUT',
    path: '/api/sites/:id/look',
    summary: 'Put a look on a site; refused when another was put there since `number`',
    access: 'lead',
    params: ById,
    body: z.strictObject({ look: Look, number: z.int().min(0) }),
    reply: SiteLook,
  }),
  named: route({
    method: 'GET',
    path: '/api/looks',
    summary: 'The looks that are kept under a name',
    access: 'lead',
    reply: z.array(NamedLook),
  }),
  keep: route({
    method: 'POST',
    path: '/api/looks',
    summary: 'Keep a look under a name, in the place of one that has it',
    access: 'lead',
    body: z.strictObject({
      name: z.string().trim().min(1, 'A look needs a name.').max(60, 'A name has at most 60 characters.'),
      look: Look,
    }),
    reply: z.array(NamedLook),
  }),
  remove: route({
    method: 'DELETE',
    path: '/api/looks/:id',
    summary: 'Remove a look that was kept under a name; sites that have it keep it',
    access: 'lead',
    params: ById,
    reply: Done,
  }),
};
