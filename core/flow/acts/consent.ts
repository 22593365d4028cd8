import { z } from 'zod';
import { entryKind } from '../../conversation/entries/kind.ts';
import { actKind } from './kind.ts';

const consent = entryKind({
  kind: 'consent',
  schema: z.object({
    kind: z.literal('consent'),
    purpose: z.string(),
    /** Null when it was taken back. */
    given: z.boolean().nullable(),
    wording: z.string().optional(),
    policy: z.string().optional(),
  }),
  happens: ({ purpose, given }) => ({ purpose, given }),
  words: ({ purpose, given, wording }) =>
    given === null
      ? `Withdrew the consent to ${purpose}.`
      : `${given ? 'Agreed' : 'Did not agree'} to ${purpose}: “${wording}”`,
});

/** Keeps what the visitor agreed to, or did not. */
export const recordConsent = actKind({
  act: 'record consent',
  schema: z.object({
    act: z.literal('record consent'),
    step: z.string(),
    purpose: z.string(),
    /** The words that were shown, as plain text. */
    wording: z.string(),
    policy: z.string().optional(),
    given: z.boolean(),
  }),
  entry: consent,
  leaves: ({ purpose, given, wording, policy }) => ({
    purpose,
    given,
    wording,
    ...(policy ? { policy } : {}),
  }),
});

/** Takes a consent back. */
export const withdrawConsent = actKind({
  act: 'withdraw consent',
  schema: z.object({ act: z.literal('withdraw consent'), step: z.string(), purpose: z.string() }),
  entry: consent,
  leaves: ({ purpose }) => ({ kind: 'consent', purpose, given: null }),
});
