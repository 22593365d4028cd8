import { OpeningHours, OutsideName, PictureAddress, Thresholds } from '@kineta/core';
import { z } from 'zod';
import { Business, Purpose } from './business.ts';
import { Done, Instant, RowId, route } from './route.ts';
import { BusinessFact } from './settings.ts';

export const Role = z.enum(['lead', 'agent']);
export type Role = z.infer<typeof Role>;

export const Email = z
  .string()
  .trim()
  .max(254, 'An email address has at most 254 characters.')
  .regex(/^[^\s@<>"(),;:\\[\]]+@[^\s@<>"(),;:\\[\]]+\.[^\s@<>"(),;:\\[\]]+$/, 'That is no email address.');
export const PersonName = z
  .string()
  .trim()
  .min(1, 'A name is needed here.')
  .max(100, 'A name has at most 100 characters.');
/** Long rather than odd: what NIST SP 800-63B asks of what people remember. */
export const NewPassword = z
  .string()
  .min(10, 'A password has at least 10 characters; a few words do well.')
  .max(1_000, 'A password has at most 1,000 characters.');
/** A code of six digits from an app, or one of the codes that were written down. */
const Code = z.string().trim().min(6).max(20);

/** Somebody of the workspace, as others see them. */
export const Member = z.object({
  id: RowId,
  name: z.string(),
  role: Role,
  /** Their picture that visitors see, by its address. */
  picture: z.string().nullable(),
});
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
  member: Member.extend({
    email: z.string(),
    languages: z.array(z.string()),
    skills: z.array(z.string()),
    secondFactor: z.boolean(),
    /** The workspace asks a second factor of them, and they have none: until then nothing else is let in. */
    owesSecondFactor: z.boolean(),
  }),
  workspace: z.object({
    name: z.string(),
    zone: z.string(),
    language: z.string(),
    currency: z.string(),
    country: z.string(),
  }),
  /** Facts about the business, for leads who write flows. */
  business: z.array(BusinessFact),
  /** Whether a service is set up that helps with the wording. */
  helpsWording: z.boolean(),
  /** Who is set up to answer outside. */
  answersOutside: z.record(OutsideName, z.boolean()),
  /** What visitors say who want a person, in the lead’s own wordings. */
  wishes: z.array(z.string()),
  /** From how sure on an answer is said, and asked back about; as is usual when null. */
  sure: Thresholds.nullable(),
  /** The names of the flows that another can go on with. */
  published: z.array(z.string()),
  members: z.array(Member),
  /** What any of them knows best, in words that flows go by. */
  skills: z.array(z.string()),
  teams: z.array(Team),
  sites: z.array(Site),
  /** To be sent back as `x-kineta-csrf` with every request that changes something. */
  csrf: z.string(),
});
export type Account = z.infer<typeof Account>;

/** A browser in which somebody is signed in. */
export const Session = z.object({
  id: z.string(),
  /** Which browser on which system, as it says of itself. */
  browser: z.string(),
  address: z.string(),
  since: Instant,
  seen: Instant,
  /** The one that asks. */
  here: z.boolean(),
});
export type Session = z.infer<typeof Session>;

export const accountRoutes = {
  signIn: route({
    method: 'POST',
    path: '/api/account/sign-in',
    summary: 'Sign in with email and password; sets the session’s cookie',
    access: 'anyone',
    body: z.strictObject({
      email: z.string().trim().min(1).max(254),
      password: z.string().min(1).max(1_000),
      /** The second factor, of who has one. */
      code: Code.optional(),
    }),
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
  profile: route({
    method: 'PUT',
    path: '/api/account/profile',
    summary: 'Change one’s own name, languages, what one knows best and picture',
    access: 'member',
    body: z.strictObject({
      name: PersonName,
      languages: z.array(z.string().regex(/^[a-z]{2,3}(-[A-Za-z0-9]{2,8})*$/, 'That is no language.')).max(20),
      skills: z.array(z.string().trim().min(1).max(40, 'A few words at most.')).max(20),
      picture: PictureAddress.nullable().optional(),
    }),
    reply: Account,
  }),
  password: route({
    method: 'PUT',
    path: '/api/account/password',
    summary: 'Change one’s own password; other sessions end',
    access: 'member',
    body: z.strictObject({ present: z.string().min(1).max(1_000), next: NewPassword }),
    reply: Done,
  }),
  sessions: route({
    method: 'GET',
    path: '/api/account/sessions',
    summary: 'Where one is signed in',
    access: 'member',
    reply: z.array(Session),
  }),
  endSessions: route({
    method: 'DELETE',
    path: '/api/account/sessions',
    summary: 'Sign out elsewhere: in one browser, or in all but this',
    access: 'member',
    query: z.strictObject({ id: z.string().max(64).optional() }),
    reply: Done,
  }),
  beginSecondFactor: route({
    method: 'POST',
    path: '/api/account/second-factor',
    summary: 'Begin to set up a second factor: a key for an app of one-time codes (RFC 6238)',
    access: 'member',
    reply: z.object({ key: z.string(), uri: z.string() }),
  }),
  confirmSecondFactor: route({
    method: 'PUT',
    path: '/api/account/second-factor',
    summary: 'Confirm it by a first code; the reply has the codes to write down',
    access: 'member',
    body: z.strictObject({ code: Code }),
    reply: z.object({ recovery: z.array(z.string()) }),
  }),
  dropSecondFactor: route({
    method: 'DELETE',
    path: '/api/account/second-factor',
    summary: 'Give the second factor up, by the password',
    access: 'member',
    body: z.strictObject({ password: z.string().min(1).max(1_000) }),
    reply: Done,
  }),
};

const FirstToken = z.string().max(100);
export const firstRunRoutes = {
  look: route({
    method: 'POST',
    path: '/api/first-run/look',
    summary: 'Whether the link of the first start is good',
    access: 'anyone',
    body: z.strictObject({ token: FirstToken }),
    reply: Done,
  }),
  begin: route({
    method: 'POST',
    path: '/api/first-run',
    summary: 'Set the business up and sign its first lead in, by the link of the first start, once',
    access: 'anyone',
    body: z.strictObject({
      token: FirstToken,
      business: Business,
      lead: z.strictObject({ name: PersonName, email: Email, password: NewPassword }),
      purpose: Purpose,
      /** How many will answer. */
      answering: z.int('It is a whole number.').min(0, 'It is at least 0.').max(10_000, 'It is at most 10,000.'),
      /** How many conversations a month are expected. */
      monthly: z.int('It is a whole number.').min(0, 'It is at least 0.').max(10_000_000, 'It is at most ten million.'),
    }),
    reply: Account,
  }),
};
