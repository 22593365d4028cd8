import { questionRoutes } from '@kineta/contract';
import { afterAll, beforeAll, expect, test, vi } from 'vitest';
import type { RunningServer } from '../../server.ts';
import { Browser, emptyDatabase, makeWorkspace, testServer, type Workspace } from '../../tests/kineta.ts';
import { helpPages, helpSites } from '../model.ts';

const AT = 'https://boats.example';
const LONG = 20_000;
vi.setConfig({ testTimeout: 60_000 });

let server: RunningServer;
let workspace: Workspace;
let lead: Browser;
/** What stands at each path; a number is a status. Those under /slow are answered when they are let go. */
let site: Record<string, string | number>;
let asked: string[] = [];
let wait: Promise<void> | undefined;

beforeAll(async () => {
  server = await testServer(await emptyDatabase());
  workspace = await makeWorkspace(server.database, 'boats');
  lead = await new Browser(server).signIn(workspace.lead);
  server.house.ports.sites.page = async (_, address, __, types) => {
    const url = new URL(address);
    if (url.origin !== AT) return { code: 'domain not allowed', about: url.host };
    asked.push(url.pathname);
    if (url.pathname.startsWith('/slow')) await wait;
    const there = site[url.pathname] ?? 404;
    if (typeof there === 'number') return { code: 'page not reached', about: String(there) };
    if (!types && /^<\?xml/.test(there)) return { code: 'page not reached', about: 'no page' };
    return { url, html: there, policies: [] };
  };
});
afterAll(() => server.close());

const locs = (...paths: string[]) => paths.map(path => `<url><loc>${AT}${path}</loc></url>`).join('');
const asks = (question: string, answer: string) => `<main><h1>Help</h1><h2>${question}</h2><p>${answer}</p></main>`;
const begin = async (path: string, everyDays: number | null = null) =>
  (await lead.call(questionRoutes.beginSite, { body: { address: `${AT}${path}`, everyDays } })).reply;
const one = async (id: string) =>
  (await lead.call(questionRoutes.sites, {})).reply.sites.find(({ id: own }) => own === id)!;
const readTo = (id: string, state: string) =>
  vi.waitFor(async () => expect(await one(id)).toMatchObject({ state }), LONG);
const found = async (id: string) =>
  (await lead.call(questionRoutes.siteFound, { params: { id } })).reply.parts.map(
    ({ source, question, state }) => `${source} ${question} ${state}`,
  );
const rows = () => server.house.tables.in(workspace.id).of(helpSites);

test('the pages that sitemaps list are read as robots.txt asks, and looked through before anything counts', async () => {
  asked = [];
  site = {
    '/robots.txt': 'User-agent: *\nDisallow: /secret',
    '/sitemap.xml': `<?xml version="1.0"?><sitemapindex><sitemap><loc>${AT}/help.xml</loc></sitemap><sitemap><loc>https://other.example/x.xml</loc></sitemap></sitemapindex>`,
    '/help.xml': `<?xml version="1.0"?><urlset>${locs('/dogs', '/prices', '/secret/plans', '/nowhere', '/empty')}<url><loc>https://other.example/y</loc></url></urlset>`,
    '/dogs': asks('May I bring my dog?', 'On a lead.'),
    '/prices': asks('What does a trip cost?', 'It costs £18.'),
    '/secret/plans': asks('Where is the treasure?', 'There.'),
    '/empty': '<main></main>',
  };
  const { id, state } = await begin('/sitemap.xml');
  expect(state).toBe('listing');
  await readTo(id, 'read');
  expect(await one(id)).toMatchObject({ pages: 4, waiting: 0, leftOut: 1, refused: 1 });
  expect(asked).not.toContain('/secret/plans');
  expect(await found(id)).toEqual(['/dogs May I bring my dog? new', '/prices What does a trip cost? new']);
  expect((await lead.call(questionRoutes.list, {})).reply.articles).toEqual([]);
  const again = await lead.call(questionRoutes.beginSite, { body: { address: `${AT}/sitemap.xml` } });
  expect(again.problem?.detail).toBe('This site is read already.');
  const take = { source: '/dogs', parts: [{ id: null, question: 'May I bring my dog?', answer: 'On a lead.' }] };
  await lead.call(questionRoutes.take, { body: take });
  expect(await found(id)).toEqual(['/dogs May I bring my dog? same', '/prices What does a trip cost? new']);

  // When it is read again what has changed is shown, and what is there no more.
  site['/dogs'] = 404;
  site['/prices'] = asks('What does a trip cost?', 'It costs £20.');
  await lead.call(questionRoutes.siteOften, { params: { id }, body: { everyDays: 7 } });
  const [row] = await rows().all({ id });
  expect(row!.dueAt!.getTime()).toBeGreaterThan(Date.now() + 6 * 86_400_000);
  await rows().change({ dueAt: new Date() }, { id });
  expect((await one(id)).changed).toBeNull();
  await vi.waitFor(async () => expect(await found(id)).toContain('/dogs May I bring my dog? gone'), LONG);
  await readTo(id, 'read');
  const { changed } = await one(id);
  expect(changed?.count).toBe(2);
  // Read once more with nothing otherwise, it is still known when something was.
  await lead.call(questionRoutes.readSiteAgain, { params: { id } });
  await readTo(id, 'read');
  expect((await one(id)).changed).toEqual(changed);
  await lead.call(questionRoutes.leaveSite, { params: { id } });
  expect((await lead.call(questionRoutes.sites, {})).reply.sites).toEqual([]);
});

test('a site that is being read is stopped, and one whose process has ended is gone on with', async () => {
  const slow = Array.from({ length: 7 }, (_, at) => `/slow/${at}`);
  let letGo = () => {};
  wait = new Promise(resolve => {
    letGo = resolve;
  });
  site = { '/sitemap.xml': `<?xml version="1.0"?><urlset>${locs(...slow)}</urlset>` };
  for (const path of slow) site[path] = asks(`What is ${path}?`, 'This.');
  const { id } = await begin('/sitemap.xml');
  await readTo(id, 'reading');
  expect((await lead.call(questionRoutes.stopSite, { params: { id } })).reply.state).toBe('stopped');
  letGo();
  await vi.waitFor(async () => expect((await one(id)).waiting).toBeLessThan(7), LONG);
  expect(await one(id)).toMatchObject({ state: 'stopped' });
  // As a process leaves it that has ended in the middle.
  await rows().change({ state: 'reading', dueAt: new Date(Date.now() - 1_000) }, { id });
  await readTo(id, 'read');
  expect(await one(id)).toMatchObject({ pages: 7, waiting: 0, refused: 0 });
  expect(await server.house.tables.in(workspace.id).of(helpPages).count({ helpSiteId: id })).toBe(7);
});

test('what cannot be listed says why, and nothing of a site is read whose robots.txt cannot be had', async () => {
  site = { '/none.xml': 404, '/robots.txt': 404 };
  const none = await begin('/none.xml');
  await readTo(none.id, 'failed');
  expect((await one(none.id)).why).toContain('404');
  site = { '/robots.txt': 500, '/page': asks('Is it open?', 'It is.') };
  const closed = await begin('/page');
  await readTo(closed.id, 'failed');
  expect((await one(closed.id)).why).toBe('Its robots.txt lets none of its pages be read.');
  const inside = await lead.call(questionRoutes.beginSite, { body: { address: 'https://elsewhere.example/s.xml' } });
  await readTo(inside.reply.id, 'failed');
  expect((await one(inside.reply.id)).why).toContain('none of your sites');
  const agent = await new Browser(server).signIn(workspace.agent);
  expect((await agent.call(questionRoutes.sites, {})).status).toBe(403);
  const stranger = await new Browser(server).signIn((await makeWorkspace(server.database, 'elsewhere')).lead);
  expect((await stranger.call(questionRoutes.siteFound, { params: { id: closed.id } })).status).toBe(404);
});
