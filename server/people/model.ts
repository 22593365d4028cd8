import { type Facts, Value } from '@kineta/core';
import { z } from 'zod';
import {
  identity,
  instant,
  json,
  longText,
  nullable,
  partOfKey,
  reference,
  table,
  text,
  yesNo,
} from '../database/table.ts';

const KnownFacts = z.record(z.string(), Value) as z.ZodType<Facts>;

/** The lasting record of somebody, once a name, an email or a phone number is known. */
export const people = table('people', {
  id: identity,
  workspaceId: reference(),
  name: nullable(text(200)),
  email: nullable(text(254)),
  phone: nullable(text(30)),
  facts: json(KnownFacts),
  firstSeen: instant,
  lastSeen: instant,
});

/** The words by which people are found, each by how it begins. */
export const peopleWords = table('people_words', {
  workspaceId: reference(),
  word: partOfKey(text(40)),
  personId: partOfKey(reference(() => people)),
});

/** What visitors agreed to and what they did not: the exact words, the policy, when, and when it was taken back. */
export const consents = table('consents', {
  id: identity,
  workspaceId: reference(),
  visitorId: reference(),
  conversationId: reference(),
  purpose: text(40),
  given: yesNo,
  wording: longText,
  policy: nullable(text(2_000)),
  at: instant,
  withdrawnAt: nullable(instant),
});
