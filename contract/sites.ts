import { Zone } from '@kineta/core';
import { z } from 'zod';
import { Language } from './business.ts';
import { ById, Instant, RowId, route } from './route.ts';

const LABEL = /^(?!-)[a-z0-9-]{1,63}(?<!-)$/;
/** Pages of one’s own machine are told apart by their port. */
const LOCAL = /^(localhost|127\.0\.0\.1)(:\d{1,5})?$/;

/** What is wrong with a domain, in a sentence; undefined when nothing is. */
function wrongDomain(domain: string): string | undefined {
  if (LOCAL.test(domain)) return undefined;
  if (/^[a-z]+:\/\//.test(domain))
    return `Without “${domain.split('//')[0]}//”: a domain is written like brackenrow.example.`;
  if (/[/?#]/.test(domain)) return `A domain has no path: write ${domain.split(/[/?#]/)[0]}.`;
  if (/:\d*$/.test(domain)) return `A domain has no port: write ${domain.split(':')[0]}.`;
  if (![...domain].every(sign => sign < '\u0080'))
    return 'This has letters of another script. If they are meant, write it as browsers keep it, beginning with xn--.';
  if (domain.slice(1).includes('*') || (domain.startsWith('*') && !domain.startsWith('*.')))
    return 'A star stands for everything before a domain, as in *.brackenrow.example, and nowhere else.';
  const labels = domain.replace(/^\*\./, '').split('.');
  if (labels.length < 2 || !labels.every(label => LABEL.test(label)))
    return 'A domain is written like brackenrow.example, or *.brackenrow.example for all below it.';
  return undefined;
}

/** A domain whose pages carry the chat: exact, or `*.` with all below it. */
export const Domain = z
  .string()
  .trim()
  .toLowerCase()
  .max(253, 'A domain has at most 253 characters.')
  .superRefine((domain, context) => {
    const message = wrongDomain(domain);
    if (message) context.addIssue({ code: 'custom', message });
  });

/** A site as leads set it up. */
export const SiteDetail = z.object({
  id: RowId,
  name: z.string(),
  key: z.string(),
  domains: z.array(z.string()),
  /** The language and the time zone of its visitors, where they are not the business’s. */
  language: z.string().nullable(),
  zone: z.string().nullable(),
  /** The flow that its visitors meet first. */
  flow: RowId.nullable(),
  /** Switched off: its pages go on without the chat, and all that is set is kept. */
  off: z.boolean(),
  /** Whether its pages tell who looks at them without a chat, so that somebody may speak first. */
  tellsPassers: z.boolean(),
  /** When a page of it last loaded the chat, and on which host. */
  seen: z.object({ at: Instant, on: z.string() }).nullable(),
  /** Until when the key before is good as well. */
  oldKeyUntil: Instant.nullable(),
  /** Whether the chat is also a page of its own, and under which link. */
  ownPage: z.boolean(),
  pageUrl: z.string(),
  /** The line to paste. */
  snippet: z.string(),
});
export type SiteDetail = z.infer<typeof SiteDetail>;

const SiteName = z.string().trim().min(1, 'A site needs a name.').max(100, 'A name has at most 100 characters.');
const Domains = z
  .array(Domain)
  .min(1, 'A site needs a domain, such as brackenrow.example.')
  .max(50, 'A site has at most 50 domains.');

export const siteRoutes = {
  list: route({
    method: 'GET',
    path: '/api/sites',
    summary: 'The sites that carry the chat',
    access: 'lead',
    reply: z.array(SiteDetail),
  }),
  make: route({
    method: 'POST',
    path: '/api/sites',
    summary: 'Add a site',
    access: 'lead',
    body: z.strictObject({ name: SiteName, domains: Domains }),
    reply: SiteDetail,
  }),
  change: route({
    method: 'PATCH',
    path: '/api/sites/:id',
    summary: 'Change a site: its name, domains, language, zone, its own flow, and whether it has the chat at all',
    access: 'lead',
    params: ById,
    body: z.strictObject({
      name: SiteName.optional(),
      domains: Domains.optional(),
      language: Language.nullable().optional(),
      zone: Zone.nullable().optional(),
      off: z.boolean().optional(),
      tellsPassers: z.boolean().optional(),
      ownPage: z.boolean().optional(),
      flow: RowId.nullable().optional(),
    }),
    reply: SiteDetail,
  }),
  newKey: route({
    method: 'POST',
    path: '/api/sites/:id/key',
    summary: 'Give a site another key; the one before is good for a day',
    access: 'lead',
    params: ById,
    reply: SiteDetail,
  }),
};
