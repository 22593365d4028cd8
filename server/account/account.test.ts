import { accountRoutes, allRoutes, conversationRoutes, flowRoutes } from '@kineta/contract';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import type { RunningServer } from '../server.ts';
import { Browser, emptyDatabase, makeWorkspace, testServer, type Workspace } from '../tests/kineta.ts';
import { waitAfter } from './slowdown.ts';

let server: RunningServer;
let here: Workspace;
let there: Workspace;

beforeAll(async () => {
  server = await testServer(await emptyDatabase());
  here = await makeWorkspace(server.database, 'here');
  there = await makeWorkspace(server.database, 'there');
});
afterAll(() => server.close());

const pathOf = (path: string): string => path.replace(/:\w+/g, '1');

describe('signing in', () => {
  test('gives a session by cookie that scripts cannot read, and ends with signing out', async () => {
    const browser = new Browser(server);
    const response = await browser.request('POST', '/api/account/sign-in', {
      email: here.lead,
      password: 'a long enough password',
    });
    expect(response.headers.get('set-cookie')).toMatch(/HttpOnly; SameSite=Lax/);
    await browser.signIn(here.lead);
    expect(browser.account).toMatchObject({
      member: { role: 'lead' },
      workspace: { name: 'here' },
      teams: [{ name: 'Sales', open: true }],
    });
    await browser.call(accountRoutes.signOut);
    expect((await browser.call(accountRoutes.me)).problem.code).toBe('not_signed_in');
  });

  test('a wrong email and a wrong password are answered alike, and slow down', async () => {
    const browser = new Browser(server);
    const attempt = (email: string) => browser.call(accountRoutes.signIn, { body: { email, password: 'guess' } });
    const unknown = await attempt('nobody@here.example');
    const wrong = await attempt(here.agent);
    expect(wrong.problem).toEqual(unknown.problem);
    for (let guess = 0; guess < 4; guess++) await attempt(here.agent);
    const slowed = await attempt(here.agent);
    expect(slowed).toMatchObject({ status: 429, problem: { code: 'slow_down', retryAfter: expect.any(Number) } });
    await server.database.query('DELETE FROM sign_in_failures');
  });

  test('waits double up to a quarter of an hour', () => {
    expect([0, 4, 5, 6, 7, 30].map(waitAfter)).toEqual([0, 0, 2, 4, 8, 900]);
  });
});

describe('least authority, from the outside', () => {
  const closed = Object.entries(allRoutes).filter(([, route]) => route.access !== 'anyone');

  test.each(closed)('%s needs a session', async (_name, route) => {
    const response = await new Browser(server).request(
      route.method,
      pathOf(route.path),
      route.method === 'GET' ? undefined : {},
    );
    expect(response.status).toBe(401);
    expect(response.headers.get('content-type')).toContain('application/problem+json');
  });

  test.each(closed.filter(([, route]) => route.access === 'lead'))('%s is not for agents', async (_name, route) => {
    const agent = await new Browser(server).signIn(here.agent);
    const response = await agent.request(route.method, pathOf(route.path), route.method === 'GET' ? undefined : {});
    expect(response.status).toBe(403);
  });

  test.each(closed.filter(([, route]) => route.method !== 'GET'))(
    '%s needs the token against forged requests',
    async (_name, route) => {
      const lead = await new Browser(server).signIn(here.lead);
      const response = await lead.request(route.method, pathOf(route.path), {}, { 'x-kineta-csrf': 'forged' });
      expect(((await response.json()) as { code: string }).code).toBe('bad_csrf_token');
    },
  );

  test('nothing of another workspace can be read or changed', async () => {
    const mine = await new Browser(server).signIn(here.lead);
    const theirs = await new Browser(server).signIn(there.lead);
    const flow = (await theirs.call(flowRoutes.create, { body: { name: 'Secret' } })).reply;
    const params = { id: flow.id };
    expect((await mine.call(flowRoutes.get, { params })).status).toBe(404);
    expect((await mine.call(flowRoutes.rename, { params, body: { name: 'Mine' } })).status).toBe(404);
    expect((await mine.call(flowRoutes.remove, { params })).status).toBe(404);
    expect((await mine.call(flowRoutes.create, { body: { from: flow.id } })).status).toBe(404);
    expect((await mine.call(flowRoutes.list)).reply.flows).toEqual([]);
    const own = (await mine.call(flowRoutes.create, { body: { name: 'Mine' } })).reply;
    const published = await mine.call(flowRoutes.publish, {
      params: { id: own.id },
      body: { revision: 1, sites: [there.site] },
    });
    expect(published.reply.sites).toEqual([]);
    expect((await mine.call(conversationRoutes.get, { params: { id: '1' } })).status).toBe(404);
  });

  test('identities that are none are refused before the database is asked', async () => {
    const lead = await new Browser(server).signIn(here.lead);
    const response = await lead.request('GET', "/api/flows/1'%20OR%201=1");
    expect(response.status).toBe(400);
  });

  test('what is no route is a problem, what is no file is the studio', async () => {
    expect((await fetch(`${server.url}/api/nothing`)).status).toBe(404);
    const page = await fetch(`${server.url}/flows/12`);
    expect(page.headers.get('content-type')).toContain('text/html');
    expect(page.headers.get('content-security-policy')).toContain("frame-ancestors 'none'");
  });

  test('the API describes itself', async () => {
    const document = (await (await fetch(`${server.url}/api/openapi.json`)).json()) as {
      paths: Record<string, object>;
    };
    for (const route of Object.values(allRoutes))
      expect(document.paths).toHaveProperty([route.path.replace(/:(\w+)/g, '{$1}')]);
  });
});
