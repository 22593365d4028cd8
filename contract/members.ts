import { z } from 'zod';
import { Account, Email, Member, NewPassword, PersonName, Role } from './account.ts';
import { ById, Done, Instant, RowId, route } from './route.ts';

/** A member as leads see them. */
export const MemberDetail = Member.extend({
  email: z.string(),
  /** The languages they answer in, as BCP 47 tags. */
  languages: z.array(z.string()),
  /** What they know best. */
  skills: z.array(z.string()),
  teams: z.array(RowId),
  secondFactor: z.boolean(),
  /** Put to rest: they cannot sign in, and have nothing in hand. */
  resting: z.boolean(),
  /** When they were last there; null when they never were. */
  seen: Instant.nullable(),
});
export type MemberDetail = z.infer<typeof MemberDetail>;

/** Somebody who was asked to join, and has not yet. */
export const Invitation = z.object({
  id: RowId,
  email: z.string(),
  role: Role,
  teams: z.array(RowId),
  /** Who asked them. */
  by: z.string(),
  at: Instant,
  /** Until when its link is good. */
  until: Instant,
});
export type Invitation = z.infer<typeof Invitation>;

export const Members = z.object({
  members: z.array(MemberDetail),
  invitations: z.array(Invitation),
  /** Whether everybody has to have a second factor. */
  asksSecondFactor: z.boolean(),
});
export type Members = z.infer<typeof Members>;

/** An invitation with its link, which is shown this once; and why no email with it went out, when none did. */
export const Invited = z.object({
  invitation: Invitation,
  link: z.string(),
  sent: z.boolean(),
  why: z.string().optional(),
});
export type Invited = z.infer<typeof Invited>;

/** What a link that was sent to somebody carries. */
const Token = z.string().regex(/^[A-Za-z0-9_-]{20,100}$/, 'That link is not whole. Please copy all of it.');
const teams = z.array(RowId).max(50);

export const memberRoutes = {
  list: route({
    method: 'GET',
    path: '/api/members',
    summary: 'The members, and who was asked to join',
    access: 'lead',
    reply: Members,
  }),
  invite: route({
    method: 'POST',
    path: '/api/members/invitations',
    summary: 'Ask somebody to join, by email; the reply has the link as well',
    access: 'lead',
    body: z.strictObject({ email: Email, role: Role, teams: teams.default([]) }),
    reply: Invited,
  }),
  inviteAgain: route({
    method: 'POST',
    path: '/api/members/invitations/:id/again',
    summary: 'Send an invitation again, with another link; the one before is good no more',
    access: 'lead',
    params: ById,
    reply: Invited,
  }),
  withdraw: route({
    method: 'DELETE',
    path: '/api/members/invitations/:id',
    summary: 'Take an invitation back',
    access: 'lead',
    params: ById,
    reply: Done,
  }),
  change: route({
    method: 'PATCH',
    path: '/api/members/:id',
    summary: 'Change what a member is, and which teams they are in',
    access: 'lead',
    params: ById,
    body: z.strictObject({ role: Role.optional(), teams: teams.optional() }),
    reply: MemberDetail,
  }),
  rest: route({
    method: 'POST',
    path: '/api/members/:id/rest',
    summary: 'Put a member to rest: they are signed out, and what they have in hand waits again',
    access: 'lead',
    params: ById,
    reply: MemberDetail,
  }),
  bringBack: route({
    method: 'POST',
    path: '/api/members/:id/bring-back',
    summary: 'Let a member who rests sign in again',
    access: 'lead',
    params: ById,
    reply: MemberDetail,
  }),
  dropSecondFactor: route({
    method: 'DELETE',
    path: '/api/members/:id/second-factor',
    summary: 'Take the second factor of a member away, who has lost it',
    access: 'lead',
    params: ById,
    reply: MemberDetail,
  }),
  askSecondFactor: route({
    method: 'PUT',
    path: '/api/members/second-factor',
    summary: 'Ask a second factor of everybody, or of nobody',
    access: 'lead',
    body: z.strictObject({ asked: z.boolean() }),
    reply: Done,
  }),
  lookAtInvitation: route({
    method: 'POST',
    path: '/api/invitations/look',
    summary: 'What an invitation’s link is good for',
    access: 'anyone',
    body: z.strictObject({ token: Token }),
    reply: z.object({ business: z.string(), email: z.string(), role: Role, by: z.string() }),
  }),
  join: route({
    method: 'POST',
    path: '/api/invitations/join',
    summary: 'Join by an invitation’s link, once; sets the session’s cookie',
    access: 'anyone',
    body: z.strictObject({ token: Token, name: PersonName, password: NewPassword }),
    reply: Account,
  }),
  forgotPassword: route({
    method: 'POST',
    path: '/api/passwords/forgotten',
    summary: 'Send a link for a new password to a member; the reply does not say whether there is one',
    access: 'anyone',
    body: z.strictObject({ email: Email }),
    reply: Done,
  }),
  setPassword: route({
    method: 'POST',
    path: '/api/passwords/set',
    summary: 'Set a new password by such a link, once; every session ends',
    access: 'anyone',
    body: z.strictObject({ token: Token, password: NewPassword }),
    reply: Done,
  }),
};
