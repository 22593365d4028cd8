import { z } from 'zod';
import { Email } from './account.ts';
import { ById, Instant, route } from './route.ts';

/** What may be found on a page. */
export const InstallCode = z.enum([
  'domain not allowed',
  'page not reached',
  'missing',
  'in a comment',
  'wrong key',
  'wrong address',
  'blocked by the policy',
  'never came back',
  'twice',
  'old key',
  'put in by a script',
  'fine',
]);
export type InstallCode = z.infer<typeof InstallCode>;

export const InstallFinding = z.object({
  code: InstallCode,
  /** Where in the source of the page. */
  line: z.int().optional(),
  /** A status, a key, a host, or the directives that stop it: what the code is about. */
  about: z.string().optional(),
});
export type InstallFinding = z.infer<typeof InstallFinding>;

/** What was found on a page, and when a visitor’s browser last had the chat on it. */
export const InstallCheck = z.object({
  /** Where the page was in the end, without what is asked of it. */
  page: z.string(),
  findings: z.array(InstallFinding).min(1),
  alive: Instant.nullable(),
});
export type InstallCheck = z.infer<typeof InstallCheck>;

/** How the line is put on a site, for who does it. */
export const Install = z.object({
  snippet: z.string(),
  /** What a page under a strict policy has to add. */
  policy: z.array(z.object({ directive: z.string(), source: z.string() })),
  /** The pages on which the chat was seen alive, the newest first. */
  pages: z.array(z.object({ page: z.string(), at: Instant })),
});
export type Install = z.infer<typeof Install>;

/** The address of a page, with or without its scheme: without one, https:// is meant. */
export const PageAddress = z
  .string()
  .trim()
  .max(500, 'An address has at most 500 characters.')
  .transform(page => (/^[a-z][a-z0-9+.-]*:\/\//i.test(page) ? page : `https://${page}`))
  .pipe(
    z.url({
      protocol: /^https?$/i,
      error: 'Write the address of a page, such as brackenrow.example/help.',
    }),
  );

export const installRoutes = {
  get: route({
    method: 'GET',
    path: '/api/sites/:id/install',
    summary: 'The line of a site, what a strict policy needs, and where the chat was seen alive',
    access: 'lead',
    params: ById,
    reply: Install,
  }),
  check: route({
    method: 'POST',
    path: '/api/sites/:id/check',
    summary: 'Fetch a page of the site and say what keeps the chat off it',
    access: 'lead',
    params: ById,
    body: z.strictObject({
      page: PageAddress,
    }),
    reply: InstallCheck,
  }),
  send: route({
    method: 'POST',
    path: '/api/sites/:id/send-line',
    summary: 'Send the line by email to who puts it on the site',
    access: 'lead',
    params: ById,
    body: z.strictObject({ email: Email }),
    reply: z.object({ sent: z.boolean(), why: z.string().optional() }),
  }),
};
