import { BusinessFact } from '@kineta/contract';
import { OpeningHours } from '@kineta/core';
import { z } from 'zod';
import {
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
  closesAfter: nullable(integer),
  createdAt: instant,
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
});

/** A group of members that answers in its hours. */
export const teams = table('teams', {
  id: identity,
  workspaceId: reference(() => workspaces),
  name: text(100),
  hours: nullable(json(OpeningHours)),
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
});

/** Wrong passwords, by the hash of whose account or address it was. */
export const signInFailures = table('sign_in_failures', { subject: ownIdentity, failures: integer, lastAt: instant });
