import { FactName, FactType, Value } from '@kineta/core';
import { z } from 'zod';
import { Business } from './business.ts';
import { Done, Instant, route } from './route.ts';

/** A fact about the business, which any flow may use. */
export const BusinessFact = z.strictObject({
  name: FactName,
  type: FactType.exclude(['file', 'choice']),
  unit: z.string().trim().min(1).max(20).optional(),
  value: Value,
});
export type BusinessFact = z.infer<typeof BusinessFact>;

/** What visitors look for first: which facts a business is asked for before they come. */
export const FIRST_FACTS = [
  { name: 'business phone', type: 'phone' },
  { name: 'business address', type: 'text' },
  { name: 'policy page', type: 'text' },
] as const;

const Host = z
  .string()
  .trim()
  .toLowerCase()
  .regex(
    /^[a-z0-9.-]+(:\d{1,5})?$|^\[[0-9a-f:]+\](:\d{1,5})?$/,
    'A host is written like post.internal or 10.0.0.7:8080.',
  )
  .max(253);

/** A few words, of which a wish is known. */
const Wording = z
  .string()
  .trim()
  .max(80, { error: ({ input }) => `“${String(input).slice(0, 30)}…” is longer than 80 characters.` })
  .regex(/\p{L}{2}|\p{Script=Han}|\p{Script=Hiragana}|\p{Script=Katakana}/u, {
    error: ({ input }) => `“${input}” has no word in it.`,
  });

const ServiceAddress = z
  .string()
  .trim()
  .max(500, 'An address has at most 500 characters.')
  .regex(/^https?:\/\/[^\s/]+\S*$/i, 'The address of a service begins with https://.');
/** A visitor waits for it. */
const Seconds = z
  .int('It is a whole number of seconds.')
  .min(1, 'It is at least one second.')
  .max(20, 'It is at most 20 seconds: nobody waits longer.');

/** A model that may word what was found, at an address that speaks as most servers of models do (“chat completions”). */
export const AnsweringModel = z.strictObject({
  url: ServiceAddress,
  name: z.string().trim().min(1, 'Write the name of the model.').max(100),
  /** How it is to write, and what it may call the business. */
  instructions: z.string().trim().max(4_000, 'They have at most 4,000 characters.'),
  seconds: Seconds,
});
export type AnsweringModel = z.infer<typeof AnsweringModel>;

/** A service of the workspace’s own that answers what visitors ask. */
export const AnsweringService = z.strictObject({ url: ServiceAddress, seconds: Seconds });
export type AnsweringService = z.infer<typeof AnsweringService>;

export const Settings = z.strictObject({
  facts: z.array(BusinessFact).max(200),
  /** The sender of emails, such as `Brackenrow <robin@brackenrow.example>`; the server’s own when null. */
  mailFrom: z
    .string()
    .trim()
    .max(320)
    .regex(
      /^([^<>\r\n]*<[^<>@\s]+@[^<>@\s]+>|[^<>@\s]+@[^<>@\s]+)$/,
      'A sender is an email address, with a name before it in <> if wished.',
    )
    .nullable(),
  /** Hosts inside private networks that flows may call all the same. */
  allowedHosts: z.array(Host).max(50),
  /** What helps members with the wording: it is sent a text with what is wished of it, and answers with another. */
  wordingService: ServiceAddress.nullable(),
  /** What words answers, and what answers, outside; nothing where that is not wanted. */
  answeringModel: AnsweringModel.nullable(),
  answeringService: AnsweringService.nullable(),
  /** For how many minutes after its last word a conversation that has ended is gone on with, when its visitor comes back. */
  goesOnFor: z
    .int('It is a whole number of minutes.')
    .min(0, 'It is nothing or more: with 0 every return begins anew.')
    .max(43_200, 'It is at most 43,200 minutes, which are 30 days.'),
  /** What visitors say who want a person, besides what is understood by itself. */
  wishes: z.array(Wording).max(100, 'There are at most 100 wordings.'),
});
export type Settings = z.infer<typeof Settings>;

/** Header fields that say how a message is carried, which no key may take the place of. */
const carrying = new Set([
  'accept',
  'connection',
  'content-length',
  'content-type',
  'expect',
  'host',
  'idempotency-key',
  'keep-alive',
  'te',
  'trailer',
  'transfer-encoding',
  'upgrade',
  'user-agent',
]);

/** A host that wants a key before it answers, and the header field (RFC 9110) that it wants it in. */
export const ServiceKey = z.strictObject({
  host: Host,
  header: z
    .string()
    .trim()
    .max(60)
    .regex(/^[!#$%&'*+.^_`|~0-9A-Za-z-]+$/, 'A header field is named like Authorization or X-Api-Key.')
    .refine(name => !carrying.has(name.toLowerCase()), 'That header field says how a message is carried.'),
  setAt: Instant,
});
export type ServiceKey = z.infer<typeof ServiceKey>;

/** A key as it is given: its value goes in, and never comes out. */
export const NewServiceKey = ServiceKey.omit({ setAt: true }).extend({
  value: z
    .string()
    .trim()
    .min(1, 'Please write the key.')
    .max(2_000)
    .regex(/^[\x20-\x7e]+$/, 'A key is written in plain letters, digits and signs, on one line.'),
});
export type NewServiceKey = z.infer<typeof NewServiceKey>;

export const settingsRoutes = {
  get: route({
    method: 'GET',
    path: '/api/settings',
    summary: 'The workspace’s settings',
    access: 'lead',
    reply: Settings,
  }),
  save: route({
    method: 'PUT',
    path: '/api/settings',
    summary: 'Change the workspace’s settings',
    access: 'lead',
    most: 1_000,
    // Each room saves its own part, and leaves the others as they are.
    body: Settings.partial(),
    reply: Settings,
  }),
  business: route({
    method: 'PUT',
    path: '/api/settings/business',
    summary: 'Change the name of the business, where it is, and how it writes',
    access: 'lead',
    body: Business,
    reply: Done,
  }),
  keys: route({
    method: 'GET',
    path: '/api/settings/keys',
    summary: 'Which services have a key; never the keys themselves',
    access: 'lead',
    reply: z.array(ServiceKey),
  }),
  keepKey: route({
    method: 'PUT',
    path: '/api/settings/keys',
    summary: 'Keep a key for a service, in the place of the one it had',
    access: 'lead',
    body: NewServiceKey,
    reply: z.array(ServiceKey),
  }),
  forgetKey: route({
    method: 'DELETE',
    path: '/api/settings/keys/:host',
    summary: 'Forget the key of a service',
    access: 'lead',
    params: z.strictObject({ host: Host }),
    reply: Done,
  }),
};
