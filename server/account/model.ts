import { AnsweringModel, AnsweringService, BusinessFact, Purpose } from '@kineta/contract';
import { OpeningHours, SynonymGroup, Thresholds } from '@kineta/core';
import { z } from 'zod';
import {
  bytes,
  identity,
  instant,
  integer,
  json,
  nullable,
  oneOf,
  ownIdentity,
  partOfKey,
  reference,
  table,
  text,
  usually,
  yesNo,
} from '../database/table.ts';

/** What cannot be read of a list is left out of it: one bad value takes nobody’s settings, account or sign-in away. */
const readable = <T>(one: z.ZodType<T>): z.ZodType<T[]> =>
  z.array(z.unknown()).transform(all =>
    all.flatMap(value => {
      const read = one.safeParse(value);
      return read.success ? [read.data] : [];
    }),
  );

/** A business with its own members, flows and conversations; everything else belongs to one. */
export const workspaces = table('workspaces', {
  id: identity,
  name: text(100),
  zone: text(60),
  language: text(20),
  country: text(2),
  currency: text(3),
  business: json(readable(BusinessFact)),
  mailFrom: nullable(text(320)),
  allowedHosts: usually(json(z.array(z.string()))),
  /** Read by the version before alone, which is there while processes are replaced: a rule says it since. */
  closesAfter: nullable(integer),
  goesOnFor: usually(integer),
  wordingService: nullable(text(500)),
  answeringModel: nullable(json(AnsweringModel)),
  answeringService: nullable(json(AnsweringService)),
  /** What else than is understood by itself is wanting a person. */
  wishes: usually(json(z.array(z.string()))),
  createdAt: instant,
  /** Whether a second factor is asked of everybody. */
  asksSecondFactor: usually(yesNo),
  /** What was said of it at the first start; null for those that began before that was asked. */
  beginning: nullable(json(z.object({ purpose: Purpose, answering: z.int(), monthly: z.int() }))),
  /** The lines of Today that were put away. */
  putAway: usually(json(z.array(z.string()))),
  /** How often its things for sale were changed: by this it is told whether those read before are still they. */
  productsNumber: usually(integer),
  /** How often what its questions are answered by was changed, likewise. */
  articlesNumber: usually(integer),
  /** From how sure on an answer is said, and asked back about; as is usual when null. */
  sure: nullable(json(Thresholds)),
  /** Words and phrases of the business that mean the same. */
  synonyms: nullable(json(readable(SynonymGroup))),
});

/** What conversations are tagged with. */
export const tags = table('tags', {
  id: identity,
  workspaceId: reference(() => workspaces),
  name: text(40),
  /** What Kineta itself makes of it. */
  means: nullable(oneOf(['spam'])),
});

/** Who signs in. */
export const members = table('members', {
  id: identity,
  workspaceId: reference(() => workspaces),
  email: text(254),
  name: text(100),
  role: oneOf(['lead', 'agent']),
  passwordHash: text(200),
  createdAt: instant,
  /** The newest notice that was read. */
  noticesRead: usually(reference()),
  languages: usually(json(z.array(z.string()))),
  /** What they know best, in words that flows go by. */
  skills: usually(json(z.array(z.string()))),
  /** Their picture that visitors see, by its address. */
  picture: nullable(text(40)),
  /** Since when they rest: they cannot sign in. */
  restingSince: nullable(instant),
  /** When they were last there, give or take a few minutes. */
  seenAt: nullable(instant),
  /** They have said that they take no chats, and how many they take at most at once. */
  away: usually(yesNo),
  mostChats: usually(integer),
  /** When a page of theirs last said that it is open, and when they last did something in one. */
  hereAt: nullable(instant),
  activeAt: nullable(instant),
  /** The key of their second factor, sealed; it counts once it was confirmed. */
  factor: nullable(bytes),
  factorSince: nullable(instant),
  /** The last step of time of which a code was taken: none is taken twice (RFC 6238, 5.2). */
  factorStep: nullable(reference()),
  /** What is kept of the codes to write down that are left. */
  recovery: usually(json(z.array(z.string()))),
});

/** A group of members that answers in its hours. */
export const teams = table('teams', {
  id: identity,
  workspaceId: reference(() => workspaces),
  name: text(100),
  hours: nullable(json(OpeningHours)),
  /** For how many seconds somebody is offered who waits for it. */
  acceptsWithin: usually(integer),
});

export const teamMembers = table('team_members', {
  teamId: partOfKey(reference(() => teams)),
  memberId: partOfKey(reference(() => members)),
  workspaceId: reference(() => workspaces),
});

/** The sessions of who is signed in, by the hash of what their browser keeps. */
export const signIns = table('sign_ins', {
  tokenHash: ownIdentity,
  workspaceId: reference(() => workspaces),
  memberId: reference(() => members),
  csrf: text(43),
  createdAt: instant,
  expiresAt: instant,
  seenAt: nullable(instant),
  /** What the browser says that it is, and where it was last. */
  browser: usually(text(200)),
  address: usually(text(64)),
});

/** Who was asked to join; by the hash of what their link carries. */
export const invitations = table('invitations', {
  id: identity,
  workspaceId: reference(() => workspaces),
  tokenHash: text(64),
  email: text(254),
  role: oneOf(['lead', 'agent']),
  teams: json(z.array(z.string())),
  invitedBy: text(100),
  createdAt: instant,
  expiresAt: instant,
});

/** Links for a new password. */
export const passwordLinks = table('password_links', {
  tokenHash: ownIdentity,
  workspaceId: reference(() => workspaces),
  memberId: reference(() => members),
  expiresAt: instant,
});

/** Wrong passwords, by the hash of whose account or address it was. */
export const signInFailures = table('sign_in_failures', { subject: ownIdentity, failures: integer, lastAt: instant });
