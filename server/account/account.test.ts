import { accountRoutes, allRoutes, conversationRoutes, flowRoutes } from '@kineta/contract';
import { io, type Socket } from 'socket.io-client';
import { afterAll, beforeAll, beforeEach, describe, expect, test } from 'vitest';
import type { RunningServer } from '../server.ts';
import { Browser, emptyDatabase, makeWorkspace, PASSWORD, testServer, type Workspace } from '../tests/kineta.ts';
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

  describe('guessing', () => {
    const guess = (body: { email: string; password?: string }, browser = new Browser(server)) =>
      browser.call(accountRoutes.signIn, { body: { password: 'guess', ...body } });
    beforeEach(() => server.database.query('DELETE FROM sign_in_failures'));
    afterAll(() => server.database.query('DELETE FROM sign_in_failures'));

    test('at once gets no further than one after the other', async () => {
      const guesses = await Promise.all(Array.from({ length: 60 }, () => guess({ email: here.agent })));
      const codes = guesses.map(({ problem }) => problem.code);
      expect(codes.toSorted()).toEqual([...Array(55).fill('slow_down'), ...Array(5).fill('wrong_sign_in')]);
    });

    test.each([
      ['an accent', (email: string) => email.replace('a', 'á')],
      ['full width', (email: string) => email.replace('a', 'ａ')],
      ['something unseen', (email: string) => email.replace('a', 'a\u200b')],
      ['another kind of space', (email: string) => `\u00a0${email}`],
      ['another case', (email: string) => email.toUpperCase()],
    ])('is not helped by spelling the address otherwise (%s)', async (_, otherwise) => {
      for (let times = 0; times < 5; times++) await guess({ email: here.agent });
      const spelt = otherwise(here.agent);
      const { problem } = await guess({ email: spelt, password: PASSWORD });
      // It is the same member, who has to wait, or nobody.
      expect(['slow_down', 'wrong_sign_in']).toContain(problem.code);
    });

    test('by somebody else does not lock out who has signed in with this browser before', async () => {
      const own = await new Browser(server).signIn(here.agent);
      for (let times = 0; times < 8; times++) await guess({ email: here.agent });
      expect((await guess({ email: here.agent, password: PASSWORD })).problem.code).toBe('slow_down');
      expect((await guess({ email: here.agent, password: PASSWORD }, own)).problem).toBeUndefined();
    });

    test('is not free because it comes from a browser in which somebody else has signed in', async () => {
      const theirs = await new Browser(server).signIn(there.lead);
      for (let times = 0; times < 5; times++) await guess({ email: here.agent }, theirs);
      expect((await guess({ email: here.agent }, theirs)).problem.code).toBe('slow_down');
    });

    test('that ends with the right password leaves no wait behind', async () => {
      for (let times = 0; times < 4; times++) await guess({ email: here.agent });
      await new Browser(server).signIn(here.agent);
      for (let times = 0; times < 5; times++)
        expect((await guess({ email: here.agent })).problem.code).toBe('wrong_sign_in');
    });
  });

  describe('a page that listens', () => {
    const listening = async (browser: Browser): Promise<Socket> => {
      const socket = io(`${server.url}/studio`, {
        transports: ['websocket'],
        forceNew: true,
        reconnection: false,
        extraHeaders: { cookie: browser.cookie },
      });
      await new Promise((resolve, reject) =>
        socket.once('connect', () => resolve(undefined)).once('connect_error', reject),
      );
      return socket;
    };
    const closed = (socket: Socket): Promise<unknown> =>
      socket.connected ? new Promise(resolve => socket.once('disconnect', resolve)) : Promise.resolve();

    test('hears nothing more once its session has ended, and others of the same member go on', async () => {
      const [one, other] = [await new Browser(server).signIn(here.agent), await new Browser(server).signIn(here.agent)];
      const [socket, still] = [await listening(one), await listening(other)];
      await one.call(accountRoutes.signOut);
      await closed(socket);
      expect(still.connected).toBe(true);
      still.close();
    });

    test.each([
      ['the session', 'DELETE FROM sign_ins WHERE member_id = (SELECT id FROM members WHERE email = :email)'],
      ['the role', "UPDATE members SET role = 'lead' WHERE email = :email"],
    ])('is shut out with its next word when %s has changed elsewhere', async (_, sql) => {
      const browser = await new Browser(server).signIn(here.agent);
      const socket = await listening(browser);
      await server.database.query(sql, { replacements: { email: here.agent } });
      const shut = closed(socket);
      // What was asked a moment ago still holds: it is asked again until it does not.
      const asking = setInterval(() => socket.emit('typing', { conversation: '1' }), 100);
      await shut;
      clearInterval(asking);
      await server.database.query("UPDATE members SET role = 'agent' WHERE email = :email", {
        replacements: { email: here.agent },
      });
    });
  });

  test('waits double up to a quarter of an hour', () => {
    expect([0, 4, 5, 6, 7, 30].map(failures => waitAfter(failures, 5))).toEqual([0, 0, 2, 4, 8, 900]);
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
