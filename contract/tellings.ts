import { Channel, Fact, OwnTellings, Telling } from '@kineta/core';
import { z } from 'zod';
import { ById, Done, Instant, RowId, route } from './route.ts';

/** Something that members are told of at once, where they have the studio open. */
export const Alert = z.object({
  id: RowId,
  /** What it is of, by its code. */
  of: z.string(),
  conversation: RowId,
  visitor: z.string(),
  /** In a sentence. */
  says: z.string(),
  at: Instant,
});
export type Alert = z.infer<typeof Alert>;

/** Who is told of what, as the workspace has it. */
export const TellingRow = z.object({
  id: RowId,
  telling: Telling,
  on: z.boolean(),
  /** How often it was written otherwise: by this it is told whether somebody else has meanwhile. */
  number: z.int(),
});
export type TellingRow = z.infer<typeof TellingRow>;

/** A browser, or a phone on which the studio is installed, that notifications go to. */
export const PushPlace = z.object({ id: RowId, browser: z.string(), since: Instant, here: z.boolean() });
export type PushPlace = z.infer<typeof PushPlace>;

/** What the browser’s own push service is reached by (W3C Push API, `PushSubscription.toJSON`). */
export const PushAddress = z.strictObject({
  endpoint: z.url({ protocol: /^https$/, error: 'A push service is reached by https.' }).max(1_000),
  keys: z.strictObject({ p256dh: z.string().min(80).max(100), auth: z.string().min(20).max(30) }),
});
export type PushAddress = z.infer<typeof PushAddress>;

/** What a notification says, as the studio’s service worker is sent it. */
export interface PushPayload {
  /** What is sent under the same is shown in its place. */
  tag: string;
  title: string;
  body: string;
  url: string;
  /** It is looked after: what was shown is taken back. */
  over?: true;
}

const written = z.strictObject({ telling: Telling, on: z.boolean() });

export const tellingRoutes = {
  list: route({
    method: 'GET',
    path: '/api/tellings',
    summary: 'Who is told of what, with the facts that conditions may ask about',
    access: 'member',
    reply: z.object({ tellings: z.array(TellingRow), facts: z.array(Fact) }),
  }),
  add: route({
    method: 'POST',
    path: '/api/tellings',
    summary: 'Tell somebody else of something',
    access: 'lead',
    body: written,
    reply: TellingRow,
  }),
  change: route({
    method: 'PUT',
    path: '/api/tellings/:id',
    summary: 'Change who is told of something, and how',
    access: 'lead',
    params: ById,
    body: written.extend({ number: z.int() }),
    reply: TellingRow,
  }),
  remove: route({
    method: 'DELETE',
    path: '/api/tellings/:id',
    summary: 'Tell them no more',
    access: 'lead',
    params: ById,
    reply: Done,
  }),
  own: route({
    method: 'GET',
    path: '/api/tellings/own',
    summary: 'What one has otherwise, where one is notified, and the key that browsers ask for',
    access: 'member',
    query: z.object({ endpoint: z.string().max(1_000).optional() }),
    reply: z.object({ own: OwnTellings, places: z.array(PushPlace), key: z.string() }),
  }),
  keepOwn: route({
    method: 'PUT',
    path: '/api/tellings/own',
    summary: 'Have it otherwise than the workspace has it for all',
    access: 'member',
    body: OwnTellings,
    reply: Done,
  }),
  pushHere: route({
    method: 'POST',
    path: '/api/tellings/places',
    summary: 'Be notified in this browser, or on this phone',
    access: 'member',
    most: 30,
    body: PushAddress,
    reply: PushPlace,
  }),
  pushNoMore: route({
    method: 'DELETE',
    path: '/api/tellings/places/:id',
    summary: 'Be notified there no more',
    access: 'member',
    params: ById,
    reply: Done,
  }),
  tryOut: route({
    method: 'POST',
    path: '/api/tellings/trial',
    summary: 'Try whether one is reached: by notifications everywhere, or by email',
    access: 'member',
    most: 10,
    body: z.strictObject({ channel: Channel.exclude(['sound']) }),
    reply: z.object({ sent: z.int(), failed: z.array(z.string()) }),
  }),
};
