import { z } from 'zod';
import { PageAddress } from '../install.ts';
import { Done, Instant, RowId, route } from '../route.ts';
import { BroughtPart } from './bringing.ts';

/** A site that is read, page by page, for what it answers. */
export const HelpSite = z.object({
  id: RowId,
  /** Of a sitemap, or of a page. */
  address: z.string(),
  everyDays: z.int().nullable(),
  state: z.enum(['listing', 'reading', 'read', 'stopped', 'failed']),
  /** Why it failed. */
  why: z.string().nullable(),
  pages: z.int(),
  waiting: z.int(),
  /** How many could not be read, or answer nothing that could be. */
  refused: z.int(),
  /** How many are not read, as they are too many, or its robots.txt asks for that. */
  leftOut: z.int(),
  readAt: Instant.nullable(),
  /** How many of its answers were otherwise when some last were: new, worded anew, or gone; null while none ever was. */
  changed: z.object({ count: z.int(), at: Instant }).nullable(),
});
export type HelpSite = z.infer<typeof HelpSite>;
const EveryDays = z.int().min(1).max(90).nullable();

export const helpSiteRoutes = {
  sites: route({
    method: 'GET',
    path: '/api/questions/sites',
    summary: 'The sites that are read for what they answer, and how far that is',
    access: 'lead',
    reply: z.object({ sites: z.array(HelpSite) }),
  }),
  beginSite: route({
    method: 'POST',
    path: '/api/questions/sites',
    summary: 'Begin to read the pages of a sitemap for what they answer, in the background, as its robots.txt allows',
    access: 'lead',
    body: z.strictObject({ address: PageAddress, everyDays: EveryDays.default(null) }),
    reply: HelpSite,
  }),
  siteOften: route({
    method: 'PUT',
    path: '/api/questions/sites/:id',
    summary: 'Say how often a site is read again',
    access: 'lead',
    params: z.strictObject({ id: RowId }),
    body: z.strictObject({ everyDays: EveryDays }),
    reply: HelpSite,
  }),
  readSiteAgain: route({
    method: 'POST',
    path: '/api/questions/sites/:id/again',
    summary: 'Read a site again now',
    access: 'lead',
    params: z.strictObject({ id: RowId }),
    reply: HelpSite,
  }),
  stopSite: route({
    method: 'POST',
    path: '/api/questions/sites/:id/stopped',
    summary: 'Stop reading a site; what was read stays to be looked through',
    access: 'lead',
    params: z.strictObject({ id: RowId }),
    reply: HelpSite,
  }),
  leaveSite: route({
    method: 'DELETE',
    path: '/api/questions/sites/:id',
    summary: 'Read a site no more, and forget what was found there; what was taken in stays',
    access: 'lead',
    params: z.strictObject({ id: RowId }),
    reply: Done,
  }),
  siteFound: route({
    method: 'GET',
    path: '/api/questions/sites/:id/found',
    summary: 'What the pages of a site answer that were read, beside what is known',
    access: 'lead',
    params: z.strictObject({ id: RowId }),
    reply: z.object({ source: z.string(), parts: z.array(BroughtPart), left: z.int() }),
  }),
};
