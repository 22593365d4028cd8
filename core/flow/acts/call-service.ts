import { z } from 'zod';
import { entryKind } from '../../conversation/entries/kind.ts';
import { Value } from '../../facts/fact.ts';
import { actKind } from './kind.ts';

/** A call of a service over HTTP, ready to be made. */
export const ServiceRequest = z.object({
  method: z.enum(['GET', 'POST']),
  url: z.string(),
  /** Sent as JSON. */
  body: z.record(z.string(), Value).optional(),
  /** After how many seconds it is given up, and how often it is tried. */
  limit: z.number().int(),
  tries: z.number().int(),
});
export type ServiceRequest = z.infer<typeof ServiceRequest>;

const called = entryKind({
  kind: 'called',
  schema: z.object({ kind: z.literal('called'), method: z.string(), url: z.string() }),
  words: ({ url }) => `Called ${url}`,
  recorded: () => ({ did: 'ordered' }),
});

/** Calls a service; its step is told what it answered, or that it did not. */
export const callService = actKind({
  act: 'call service',
  schema: z.object({
    act: z.literal('call service'),
    step: z.string(),
    ticket: z.number().int(),
    request: ServiceRequest,
  }),
  entry: called,
  leaves: ({ request: { method, url } }) => ({ method, url }),
});
