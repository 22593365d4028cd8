import { z } from 'zod';
import { ById, Instant, route } from './route.ts';

/** A token is no longer than this, in characters. */
export const LONGEST_TOKEN = 4_000;

/** How a site signs its visitors in, as leads set it up. */
export const VisitorSignIn = z.object({
  /** With which its server signs tokens (HS256); null while it signs nobody in. */
  secret: z.string().nullable(),
  /** Until when the secret before it is good as well. */
  oldUntil: Instant.nullable(),
});
export type VisitorSignIn = z.infer<typeof VisitorSignIn>;

export const visitorSignInRoutes = {
  get: route({
    method: 'GET',
    path: '/api/sites/:id/sign-in',
    summary: 'How a site signs its visitors in',
    access: 'lead',
    params: ById,
    reply: VisitorSignIn,
  }),
  make: route({
    method: 'POST',
    path: '/api/sites/:id/sign-in',
    summary: 'Make a secret for a site to sign its visitors in with; the one before is good for a day',
    access: 'lead',
    params: ById,
    reply: VisitorSignIn,
  }),
  check: route({
    method: 'POST',
    path: '/api/sites/:id/sign-in/check',
    summary: 'What is wrong with a token, if anything, or who it says that its bearer is',
    access: 'lead',
    params: ById,
    body: z.strictObject({ token: z.string().trim().max(LONGEST_TOKEN, 'No token is as long as that.') }),
    reply: z.object({
      wrong: z.string().nullable(),
      who: z.object({ id: z.string(), name: z.string().nullable(), email: z.string().nullable() }).nullable(),
    }),
  }),
  end: route({
    method: 'DELETE',
    path: '/api/sites/:id/sign-in',
    summary: 'Sign nobody in any more: no secret that a site had is good',
    access: 'lead',
    params: ById,
    reply: VisitorSignIn,
  }),
};
