import { type InstallCheck, type InstallFinding, installRoutes } from '@kineta/contract';
import express, { type Request } from 'express';
import type { House } from '../../house/house.ts';
import { siteOfPage } from '../../http/of-a-page.ts';
import { notFound } from '../../http/problem.ts';
import { answerProblem, type Doors, serve } from '../../http/serve.ts';
import { addressOf } from '../../limits/address.ts';
import { Allowance, VISITORS_PER_ADDRESS } from '../../limits/allowance.ts';
import type { Sites } from '../service.ts';
import { fetchPage } from './fetching.ts';
import { lookInto } from './page.ts';
import type { Pages } from './pages.ts';
import { sourcesFor } from './policy.ts';

const HASTY = 'That were many checks at once. Please try again in a minute.';
const LETTERS = 'The line was sent several times. Please wait an hour before it is sent again.';

/** What is looked at last: whether browsers call back from where the line is, or from where it is not. */
function withAlive(findings: InstallFinding[], alive: Date | undefined): InstallFinding[] {
  const [first] = findings;
  if (first?.code === 'missing' && alive) return [{ code: 'put in by a script' }];
  const isStopped = findings.some(({ code }) => code !== 'twice' && code !== 'old key');
  if (isStopped) return findings;
  return [...findings, ...(alive ? [] : [{ code: 'never came back' as const }])];
}

/** How the chat comes onto pages: the line, the check of a page, and what pages themselves say. */
export function installDoors(doors: Doors, { ports, options, wire }: House, sites: Sites, pages: Pages): void {
  const originOf = (request: Request): string =>
    new URL(options.url ?? `${request.protocol}://${request.get('host')}`).origin;
  const checks = new Allowance('page checks', { times: 30, seconds: 60 }, HASTY, wire.counters);
  const letters = new Allowance('line letters', { times: 10, seconds: 3_600 }, LETTERS, wire.counters);
  const alive = new Allowance(
    'alive',
    { times: (options.visitorsPerAddress ?? VISITORS_PER_ADDRESS) * 6, seconds: 60 },
    'That is heard of.',
    wire.counters,
  );
  const siteOf = async (workspace: string, id: string, request: Request) => {
    const found = (await sites.detailed(workspace, originOf(request))).find(site => site.id === id);
    if (!found) throw notFound('site');
    return found;
  };

  serve(doors, installRoutes.get, async ({ params, request }, me) => {
    const { id, snippet } = await siteOf(me.workspace, params.id, request);
    return { snippet, policy: sourcesFor(originOf(request)), pages: await pages.of(me.workspace, id) };
  });

  serve(doors, installRoutes.check, async ({ params, body, request }, me): Promise<InstallCheck> => {
    const site = await siteOf(me.workspace, params.id, request);
    await checks.spend(me.workspace);
    const { workspace } = await ports.directories.of(me.workspace);
    const read = await fetchPage(new URL(body.page), { domains: site.domains, allowed: workspace.allowedHosts });
    if ('code' in read) return { page: body.page, findings: [read], alive: null };
    const keys = await sites.keysOf(me.workspace, site.id);
    const found = lookInto(read, { ...keys, origin: originOf(request) });
    const seen = await pages.seenOn(me.workspace, site.id, read.url);
    const findings = withAlive(found, seen);
    return {
      page: `${read.url.origin}${read.url.pathname}`,
      findings: findings.length > 0 ? findings : [{ code: 'fine' }],
      alive: seen?.toISOString() ?? null,
    };
  });

  serve(doors, installRoutes.send, async ({ params, body, request }, me) => {
    const { name, domains, snippet } = await siteOf(me.workspace, params.id, request);
    await letters.spend(me.workspace);
    const policy = sourcesFor(originOf(request)).map(({ directive, source }) => `${directive} ${source}`);
    return ports.post.write(me.workspace, {
      to: body.email,
      subject: `The chat for ${name}: one line for its pages`,
      says: [
        `${me.name} asks you to put the chat on ${name}. It is this line, on every page that is to have it, before the end of its body:`,
        snippet,
        `It works on pages of these domains: ${domains.join(', ')}. It loads after the page and holds nothing up.`,
        'In a tag manager, make it a tag of custom HTML that fires on all pages. In a content management system, put it where the template or the theme lets you add to the end of the body.',
        `Where the pages come with a Content-Security-Policy, add: ${policy.join('; ')}. Nothing “unsafe” is needed.`,
      ],
    });
  });

  // A page of the site has the chat, and says so once it has loaded. It is told nothing, and nothing is asked of it.
  doors.router.post('/w/:key/alive', express.text({ type: '*/*', limit: '1kb' }), async (request, response) => {
    response.set('Cross-Origin-Resource-Policy', 'cross-origin');
    try {
      await alive.spend(addressOf(request, options.proxies ?? 0));
      const { site, origin } = await siteOfPage(sites, request);
      await pages.seen(site, new URL(origin).host, String(request.body ?? ''));
      response.status(204).end();
    } catch (error) {
      answerProblem(error, request, response, doors.logger);
    }
  });
}
