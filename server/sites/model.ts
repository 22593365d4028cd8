import { BeforeChat, Look, plainBefore, plainLook, plainReach, Reach } from '@kineta/core';
import { z } from 'zod';
import {
  day,
  identity,
  instant,
  integer,
  json,
  nullable,
  ownIdentity,
  partOfKey,
  reference,
  table,
  text,
  usually,
  yesNo,
} from '../database/table.ts';

/** How somebody came to a page, without anything by which they could be known again. */
export const Came = z.object({
  page: z.string(),
  device: z.enum(['phone', 'tablet', 'computer']),
  language: z.string(),
  referrer: z.string(),
  visits: z.int(),
  daysAway: z.int().optional(),
  lot: z.number(),
  isKnown: z.boolean(),
});
export type Came = z.infer<typeof Came>;

/** A look that cannot be read any more is the plain one: it takes no chat off its site. */
const readable: z.ZodType<Look> = Look.catch(plainLook);

/** What is asked and cannot be read any more is asked of nobody. */
const askable: z.ZodType<BeforeChat> = BeforeChat.catch(plainBefore);

/** Web sites that carry the chat, each with the flow that its visitors meet. */
export const sites = table('sites', {
  id: identity,
  workspaceId: reference(),
  name: text(100),
  siteKey: text(40),
  domains: json(z.array(z.string())),
  /** Its own, where they are not the business’s. */
  language: nullable(text(20)),
  zone: nullable(text(64)),
  flowId: nullable(reference()),
  /** Switched off with everything kept. */
  isOff: usually(yesNo),
  /** Its pages tell who looks at them without a chat. */
  tellsPassers: usually(yesNo),
  /** The key before this one, and until when it is good. */
  oldKey: nullable(text(40)),
  oldKeyUntil: nullable(instant),
  /** When a page last loaded the chat, and on which host. */
  seenAt: nullable(instant),
  seenOn: nullable(text(253)),
  /** How the chat looks there; as it comes, while nobody has chosen. */
  look: nullable(json(readable)),
  lookNumber: usually(integer),
  /** What is asked before the chat; nothing, while nobody has said so. */
  beforeChat: nullable(json(askable)),
  beforeNumber: usually(integer),
  /** Whether its chat is also a page of its own, under a link. */
  ownPage: usually(yesNo),
  /** Whether it signs its visitors in, with which of its secrets, and until when the one before is good as well. */
  signsIn: usually(yesNo),
  signInNumber: usually(integer),
  oldSignInUntil: nullable(instant),
});

/** A reach that cannot be read any more is the plain one: whoever comes meets the site’s own flow. */
const decidable: z.ZodType<Reach> = Reach.catch(plainReach);

/** Which flows visitors of a site meet; of one without, its own. */
export const reaches = table('reaches', {
  siteId: partOfKey(reference(() => sites)),
  workspaceId: reference(),
  reach: json(decidable),
  number: integer,
});

/** How often cues were met, appeared and were taken up, by the day (UTC). */
export const cueDays = table('cue_days', {
  siteId: partOfKey(reference(() => sites)),
  cue: partOfKey(text(40)),
  day: partOfKey(day),
  workspaceId: reference(),
  met: integer,
  appeared: integer,
  taken: integer,
});

/** Some of those who came to pages of a site, by the day (UTC). */
export const reachArrivals = table('reach_arrivals', {
  siteId: partOfKey(reference(() => sites)),
  day: partOfKey(day),
  slot: partOfKey(integer),
  workspaceId: reference(),
  at: instant,
  came: json(Came),
});

/** The pages on which browsers had the chat, by host and path. */
export const sitePages = table('site_pages', {
  workspaceId: reference(),
  siteId: partOfKey(reference(() => sites)),
  page: partOfKey(text(300)),
  seenAt: instant,
});

/** Looks kept under a name. */
export const looks = table('looks', {
  id: identity,
  workspaceId: reference(),
  name: text(60),
  look: json(readable),
  keptAt: instant,
});

/** What holds for the instance, not for any workspace. */
export const instance = table('instance', { name: ownIdentity, value: text(500) });
