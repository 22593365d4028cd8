import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { installRoutes, siteRoutes } from '@kineta/contract';
import { afterAll, beforeAll, beforeEach, describe, expect, test } from 'vitest';
import type { RunningServer } from '../../server.ts';
import { Browser, emptyDatabase, publishing, SITE, testServer, type Workspace } from '../../tests/kineta.ts';
import { sitePages } from '../model.ts';

const URL_OF_CHAT = 'https://chat.brackenrow.example';
let server: RunningServer;
let workspace: Workspace;
let lead: Browser;
let letters: Array<{ to: string; says: readonly string[] }>;
/** The site’s pages, which a test says what to answer. */
let site: Server;
let host: string;
let answers: Record<string, { status?: number; headers?: Record<string, string>; body?: string }> = {};

beforeAll(async () => {
  server = await testServer(await emptyDatabase(), 0, { url: URL_OF_CHAT });
  ({ workspace } = await publishing(server, 'install'));
  lead = await new Browser(server).signIn(workspace.lead);
  server.house.ports.post.write = async (_, { to, says }) => {
    letters.push({ to, says });
    return { sent: true };
  };
  site = createServer((request, response) => {
    const { status = 200, headers = {}, body = '' } = answers[request.url ?? ''] ?? { status: 404 };
    response.writeHead(status, { 'content-type': 'text/html', ...headers }).end(body);
  });
  await new Promise<void>(resolve => site.listen(0, '127.0.0.1', resolve));
  host = `127.0.0.1:${(site.address() as AddressInfo).port}`;
  const domains = ['brackenrow.example', host];
  await lead.call(siteRoutes.change, { params: { id: workspace.site }, body: { domains } });
});
afterAll(async () => {
  site.close();
  await server.close();
});
beforeEach(() => {
  letters = [];
  answers = { '/': { body: `<script async src="${URL_OF_CHAT}/w/${workspace.siteKey}.js"></script>` } };
});

const params = () => ({ id: workspace.site });
const check = async (page: string) =>
  (await lead.call(installRoutes.check, { params: params(), body: { page } })).reply;
const codes = async (page: string) => (await check(page)).findings.map(({ code }) => code);
const alive = (page: string, origin: string, key = workspace.siteKey) =>
  fetch(`${server.url}/w/${key}/alive`, { method: 'POST', body: page, headers: { origin } });

describe('a page that is checked', () => {
  test('is fine once a browser has called back from it', async () => {
    expect(await codes(`http://${host}/`)).toEqual(['never came back']);
    expect((await alive('/', `http://${host}`)).status).toBe(204);
    const { page, findings, alive: at } = await check(`http://${host}/?utm=x`.replace('?utm=x', ''));
    expect([page, findings]).toEqual([`http://${host}/`, [{ code: 'fine' }]]);
    expect(Date.now() - Date.parse(at!)).toBeLessThan(60_000);
  });

  test('may have it from a script, which its source does not show', async () => {
    answers['/managed'] = { body: '<p>A tag manager does the rest.</p>' };
    expect(await codes(`http://${host}/managed`)).toEqual(['missing']);
    await alive('/managed?x=1#y', `http://${host}`);
    expect(await codes(`http://${host}/managed`)).toEqual(['put in by a script']);
  });

  test('is told of with the policy that it comes with', async () => {
    answers['/strict'] = { ...answers['/']!, headers: { 'content-security-policy': "default-src 'self'" } };
    const { findings } = await check(`http://${host}/strict`);
    expect(findings).toEqual([{ code: 'blocked by the policy', line: 1, about: 'script-src, frame-src, connect-src' }]);
  });

  test('is followed where it sends, within the site', async () => {
    answers['/old'] = { status: 301, headers: { location: '/' } };
    expect((await check(`http://${host}/old`)).page).toBe(`http://${host}/`);
    answers['/away'] = { status: 302, headers: { location: 'http://elsewhere.example/' } };
    expect((await check(`http://${host}/away`)).findings).toEqual([
      { code: 'domain not allowed', about: 'elsewhere.example' },
    ]);
    answers['/round'] = { status: 302, headers: { location: '/round' } };
    expect((await check(`http://${host}/round`)).findings).toEqual([
      { code: 'page not reached', about: 'round in circles' },
    ]);
  });

  test.each([
    ['/none', {}, '404'],
    ['/broken', { status: 503 }, '503'],
    ['/picture', { headers: { 'content-type': 'image/png' } }, 'no page'],
  ])('%s is not reached, and it is said why', async (path, answer, about) => {
    if (path !== '/none') answers[path] = answer;
    expect((await check(`http://${host}${path}`)).findings).toEqual([{ code: 'page not reached', about }]);
  });

  test('lies on the site, and never inside a network', async () => {
    expect(await codes('elsewhere.example')).toEqual(['domain not allowed']);
    expect(await codes('http://127.0.0.1:1/')).toEqual(['domain not allowed']);
    const { reply: inside } = await lead.call(siteRoutes.make, {
      body: { name: 'Inside', domains: ['localhost.brackenrow.example', '*.nip.example'] },
    });
    const of = async (page: string) =>
      (await lead.call(installRoutes.check, { params: { id: inside.id }, body: { page } })).reply.findings;
    expect(await of('http://169.254.169.254/latest')).toEqual([
      { code: 'domain not allowed', about: '169.254.169.254' },
    ]);
    expect((await of('https://localhost.brackenrow.example/'))[0]?.code).toBe('page not reached');
  });

  test.each(['', 'ftp://brackenrow.example', 'javascript:alert(1)', 'http://'])('“%s” is no page', async page => {
    const { problem } = await lead.call(installRoutes.check, { params: params(), body: { page } });
    expect(problem.fields?.[0]).toMatchObject({
      path: 'body.page',
      message: 'Write the address of a page, such as brackenrow.example/help.',
    });
  });
});

describe('pages that are alive', () => {
  test('are listed, the newest first, and tell when the site was seen', async () => {
    await alive('/batteries', SITE);
    const { reply } = await lead.call(installRoutes.get, { params: params() });
    expect(reply.pages[0]).toMatchObject({ page: 'brackenrow.example/batteries' });
    expect(reply.snippet).toContain(`${URL_OF_CHAT}/w/`);
    const all = (await lead.call(siteRoutes.list)).reply;
    expect(all.find(({ id }) => id === workspace.site)?.seen?.on).toBe('brackenrow.example');
  });
  test('are the site’s own, however the call is made up', async () => {
    expect((await alive('/', 'https://elsewhere.example')).status).toBe(403);
    expect((await alive('/', SITE, 'no-such-key')).status).toBe(404);
    const bare = await fetch(`${server.url}/w/${workspace.siteKey}/alive`, { method: 'POST', body: '/' });
    expect(bare.status).toBe(403);
    expect((await alive('x'.repeat(2_000), SITE)).status).toBe(413);
  });
  test('are no more than so many: the oldest give way, and those that are known go on to be heard of', async () => {
    const rows = server.house.tables.in(workspace.id).of(sitePages);
    const before = await rows.count({ siteId: workspace.site });
    const seenAt = new Date(Date.now() - 3_600_000);
    for (let index = before; index < 500; index++)
      await rows.add({ siteId: workspace.site, page: `brackenrow.example/made-up/${index}`, seenAt });
    await alive('/one-more', SITE);
    await alive('/made-up/499', SITE);
    expect(await rows.count({ siteId: workspace.site })).toBe(500);
    expect(await rows.count({ siteId: workspace.site, page: 'brackenrow.example/one-more' })).toBe(1);
    const known = await rows.one({ siteId: workspace.site, page: 'brackenrow.example/made-up/499' });
    expect(known!.seenAt.getTime()).toBeGreaterThan(seenAt.getTime());
  });
});

test('the line is sent to a colleague with all that they need', async () => {
  const body = { email: 'dev@brackenrow.example' };
  expect((await lead.call(installRoutes.send, { params: params(), body })).reply).toEqual({ sent: true });
  const [letter] = letters;
  expect(letter!.to).toBe('dev@brackenrow.example');
  const text = letter!.says.join('\n');
  expect(text).toContain(`<script async src="${URL_OF_CHAT}/w/${workspace.siteKey}.js"></script>`);
  expect(text).toContain(`script-src ${URL_OF_CHAT}`);
  expect(text).not.toContain('unsafe-');
});

test('none of it is for agents, or for another workspace', async () => {
  const agent = await new Browser(server).signIn(workspace.agent);
  expect((await agent.call(installRoutes.get, { params: params() })).problem.code).toBe('not_allowed');
  const { workspace: other } = await publishing(server, 'strangers');
  const stranger = await new Browser(server).signIn(other.lead);
  const body = { page: 'brackenrow.example' };
  for (const called of [
    stranger.call(installRoutes.get, { params: params() }),
    stranger.call(installRoutes.check, { params: params(), body }),
    stranger.call(installRoutes.send, { params: params(), body: { email: 'a@b.example' } }),
  ])
    expect((await called).problem.code).toBe('not_found');
});
