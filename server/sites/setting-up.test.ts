import { accountRoutes, siteRoutes } from '@kineta/contract';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { worldOf } from '../conversations/world.ts';
import type { RunningServer } from '../server.ts';
import {
  Browser,
  boardingPass,
  emptyDatabase,
  publishing,
  SITE,
  testServer,
  VisitorPage,
  type Workspace,
} from '../tests/kineta.ts';
import { sites } from './model.ts';

let server: RunningServer;
let workspace: Workspace;
let lead: Browser;
beforeAll(async () => {
  server = await testServer(await emptyDatabase(), 0, { url: 'https://chat.brackenrow.example' });
  ({ workspace } = await publishing(server, 'sites'));
  lead = await new Browser(server).signIn(workspace.lead);
});
afterAll(() => server.close());

const change = (body: object, id = workspace.site) => lead.call(siteRoutes.change, { params: { id }, body });
const load = (key: string, from = `${SITE}/help`) => fetch(`${server.url}/w/${key}.js`, { headers: { referer: from } });

test('a site is added with its domains, and has a line to paste', async () => {
  const body = { name: 'Shop', domains: ['Shop.Brackenrow.example ', '*.brackenrow.example', 'localhost:4401'] };
  const { reply } = await lead.call(siteRoutes.make, { body });
  expect(reply).toMatchObject({
    name: 'Shop',
    domains: ['shop.brackenrow.example', '*.brackenrow.example', 'localhost:4401'],
    flow: null,
    off: false,
    seen: null,
  });
  expect(reply.snippet).toBe(`<script async src="https://chat.brackenrow.example/w/${reply.key}.js"></script>`);
});

test.each([
  ['https://brackenrow.example', 'Without “https://”'],
  ['brackenrow.example/help', 'A domain has no path: write brackenrow.example.'],
  ['brackenrow.example:8443', 'A domain has no port: write brackenrow.example.'],
  ['shop.*.example', 'A star stands for everything before a domain'],
  ['*brackenrow.example', 'A star stands for everything before a domain'],
  ['brаckenrow.example', 'letters of another script'],
  ['brackenrow', 'A domain is written like'],
  ['-brackenrow.example', 'A domain is written like'],
])('%s is refused at its place', async (domain, sentence) => {
  const { problem } = await lead.call(siteRoutes.make, { body: { name: 'x', domains: ['a.example', domain] } });
  expect(problem.fields?.[0]).toMatchObject({ path: 'body.domains.1', message: expect.stringContaining(sentence) });
});

test('switched off, pages go on without the chat, and switched on it is as it was', async () => {
  const visitor = await new VisitorPage(server, await boardingPass(server, workspace.siteKey)).open();
  const { pass } = visitor;
  visitor.close();
  expect((await change({ off: true })).reply.off).toBe(true);
  const loaded = await load(workspace.siteKey);
  expect(loaded.status).toBe(200);
  expect(await loaded.text()).toBe('// The chat is switched off.');
  await expect(boardingPass(server, workspace.siteKey)).rejects.toThrow('switched off');
  await change({ off: false });
  const again = await new VisitorPage(server, await boardingPass(server, workspace.siteKey), pass).open();
  expect(again.welcome.conversation).toBe(visitor.welcome.conversation);
  again.close();
});

test('a key can be changed: the one before is good for a day', async () => {
  const { reply } = await lead.call(siteRoutes.newKey, { params: { id: workspace.site } });
  expect(reply.key).not.toBe(workspace.siteKey);
  expect(reply.oldKeyUntil).toBeTruthy();
  for (const key of [reply.key, workspace.siteKey]) expect((await load(key)).status).toBe(200);
  const visitor = await new VisitorPage(server, await boardingPass(server, workspace.siteKey)).open();
  visitor.close();
  const rows = server.house.tables.in(workspace.id).of(sites);
  await rows.change({ oldKeyUntil: new Date(Date.now() - 1) }, { id: workspace.site });
  await expect.poll(async () => (await load(workspace.siteKey)).text()).toContain('knows no site');
  expect((await load(reply.key)).status).toBe(200);
});

test('only a published flow can be met first, and only by leads is any of it settled', async () => {
  expect((await change({ flow: '999' })).problem.fields?.[0]?.path).toBe('body.flow');
  const agent = await new Browser(server).signIn(workspace.agent);
  expect((await agent.call(siteRoutes.list)).problem.code).toBe('not_allowed');
  const stranger = await lead.call(siteRoutes.change, { params: { id: '999' }, body: { name: 'x' } });
  expect(stranger.problem.code).toBe('not_found');
  expect((await lead.call(accountRoutes.me)).reply.sites.length).toBe(2);
});

test('a site speaks the language and goes by the clock of its own, where it has them', async () => {
  const { reply } = await change({ language: 'de-DE', zone: 'Europe/Berlin' });
  expect(reply).toMatchObject({ language: 'de-DE', zone: 'Europe/Berlin' });
  const directory = await server.house.ports.directories.of(workspace.id);
  const row = { site_id: workspace.site, visitor_id: '1', visit: null, seed: 1, last_number: 0 };
  expect(worldOf(directory, row, 0)).toMatchObject({ zone: 'Europe/Berlin', locale: { language: 'de-DE' } });
  expect(worldOf(directory, { ...row, site_id: '0' }, 0)).toMatchObject({ zone: directory.workspace.zone });
  expect((await change({ zone: 'Europe/Tarrowdale' })).problem.fields?.[0]).toMatchObject({
    path: 'body.zone',
    message: 'That is not a time zone.',
  });
  expect((await change({ language: null, zone: null })).reply).toMatchObject({ language: null, zone: null });
});
