import { OpeningHours } from '@kineta/core';
import { z } from 'zod';
import { Done, Instant, RowId, route } from './route.ts';
import { BusinessFact } from './settings.ts';

export const Role = z.enum(['lead', 'agent']);
export type Role = z.infer<typeof Role>;

/** Somebody of the workspace, as others see them. */
export const Member = z.object({ id: RowId, name: z.string(), role: Role });
export type Member = z.infer<typeof Member>;

/** A team and whether somebody is there now; `until` or `from` as the state is. */
export const Team = z.object({
  id: RowId,
  name: z.string(),
  members: z.array(RowId),
  /** Its opening hours; a team without is always open. */
  hours: OpeningHours.nullable(),
  open: z.boolean(),
  /** When that changes, or null when it does not within a month. */
  changes: Instant.nullable(),
});
export type Team = z.infer<typeof Team>;

export const Site = z.object({
  id: RowId,
  name: z.string(),
  key: z.string(),
  /** The flow that its visitors meet. */
  flow: RowId.nullable(),
});
export type Site = z.infer<typeof Site>;

/** What the studio knows of who is signed in, and of the workspace around them. */
export const Account = z.object({
  member: Member.extend({ email: z.string() }),
  workspace: z.object({
    name: z.string(),
    zone: z.string(),
    language: z.string(),
    currency: z.string(),
    country: z.string(),
  }),
  /** Facts about the business, for leads who write flows. */
  business: z.array(BusinessFact),
  /** The names of the flows that another can go on with. */
  published: z.array(z.string()),
  members: z.array(Member),
  teams: z.array(Team),
  sites: z.array(Site),
  /** To be sent back as `x-kineta-csrf` with every request that changes something. */
  csrf: z.string(),
});
export type Account = z.infer<typeof Account>;

export const accountRoutes = {
  signIn: route({
    method: 'POST',
    path: '/api/account/sign-in',
    summary: 'Sign in with email and password; sets the session’s cookie',
    access: 'anyone',
    body: z.strictObject({ email: z.string().trim().min(1).max(254), password: z.string().min(1).max(1_000) }),
    reply: Account,
  }),
  signOut: route({
    method: 'POST',
    path: '/api/account/sign-out',
    summary: 'End the session',
    access: 'member',
    reply: Done,
  }),
  me: route({
    method: 'GET',
    path: '/api/account',
    summary: 'Who is signed in, and the workspace around them',
    access: 'member',
    reply: Account,
  }),
};
