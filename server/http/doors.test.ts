import { request as ask } from 'node:http';
import { connect } from 'node:net';
import { accountRoutes, flowRoutes, settingsRoutes } from '@kineta/contract';
import { QueryTypes } from 'sequelize';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import type { RunningServer } from '../server.ts';
import {
  Browser,
  boardingPass,
  emptyDatabase,
  greeting,
  makeWorkspace,
  testServer,
  VisitorPage,
  type Workspace,
} from '../tests/kineta.ts';

let server: RunningServer;
let workspace: Workspace;
let lead: Browser;

beforeAll(async () => {
  server = await testServer(await emptyDatabase());
  workspace = await makeWorkspace(server.database, 'doors');
  lead = await new Browser(server).signIn(workspace.lead);
  const flow = (await lead.call(flowRoutes.create, { body: { file: JSON.stringify(greeting) } })).reply;
  await lead.call(flowRoutes.publish, { params: { id: flow.id }, body: { revision: 1, sites: [workspace.site] } });
});
afterAll(() => server.close());

const settings = { mailFrom: null, allowedHosts: [] };

describe('what is asked wrongly is the fault of who asks, and said to them', () => {
  test.each([
    ['a path that is no text', 'GET', '/api/flows/%ff', {}, undefined, 400],
    [
      'an unknown charset',
      'POST',
      '/api/account/sign-in',
      { 'content-type': 'application/json; charset=klingon' },
      '{}',
      415,
    ],
    ['an unknown packing', 'POST', '/api/account/sign-in', { 'content-encoding': 'zap' }, '{}', 415],
    ['broken JSON', 'POST', '/api/account/sign-in', {}, '{"email"', 400],
    ['nesting without end', 'POST', '/api/account/sign-in', {}, '['.repeat(40_000) + ']'.repeat(40_000), 400],
    ['an asset that is not there', 'GET', '/assets/none.js', {}, undefined, 404],
    ['a file that is not there', 'GET', '/apple-touch-icon.png', {}, undefined, 404],
  ])('%s', async (_, method, path, headers, body, status) => {
    const response = await new Promise<{ status: number; text: string; type: string }>((resolve, reject) => {
      const url = new URL(server.url);
      const sent = ask(
        {
          host: '127.0.0.1',
          port: url.port,
          method,
          path,
          headers: { 'content-type': 'application/json', ...headers },
        },
        answer => {
          let text = '';
          answer.on('data', part => {
            text += part;
          });
          answer.on('end', () =>
            resolve({ status: answer.statusCode!, text, type: String(answer.headers['content-type']) }),
          );
        },
      );
      sent.on('error', reject);
      sent.end(body);
    });
    expect(response).toMatchObject({ status, type: expect.stringContaining('application/problem+json') });
  });
});

describe('half a character', () => {
  test('in what a visitor sends is kept as a sign for it, at every place', async () => {
    const page = new VisitorPage(server, await boardingPass(server, workspace.siteKey));
    await page.open({
      page: '/a\ud83d?utm_campaign=\ud83d',
      language: 'e\ud83d',
      referrer: 'https://x.example/\ude00',
    });
    expect(await page.reply('I am \ud83d here')).toMatchObject({ ok: true });
    page.close();
    const [row] = await server.database.query<{ said: string }>(
      "SELECT JSON_VALUE(body, '$.text') AS said FROM entries WHERE conversation_id = :id AND kind = 'replied'",
      { replacements: { id: page.welcome.conversation }, type: QueryTypes.SELECT },
    );
    expect(row!.said).toBe('I am \ufffd here');
  });

  test('in what a lead sets is kept as a sign for it', async () => {
    const facts = [{ name: 'motto', type: 'text' as const, value: 'we \ud83d you' }];
    const saved = await lead.call(settingsRoutes.save, { body: { ...settings, facts } });
    expect(saved.reply.facts[0]!.value).toBe('we \ufffd you');
  });
});

describe('a number beyond what can be kept', () => {
  test.each([1e308, -1e308, 1.1e15])('is refused at its field, and nothing is changed (%d)', async value => {
    const facts = [{ name: 'price', type: 'money' as const, value }];
    const { problem } = await lead.call(settingsRoutes.save, { body: { ...settings, facts } });
    expect(problem).toMatchObject({
      code: 'invalid_request',
      fields: [{ path: expect.stringMatching(/facts\.0\.value/) }],
    });
    expect((await lead.call(accountRoutes.me)).problem).toBeUndefined();
  });

  test('that got in all the same breaks its own line alone', async () => {
    const business = JSON.stringify([
      { name: 'bad', type: 'money', value: null },
      { name: 'good', type: 'text', value: 'here' },
    ]);
    await server.database.query('UPDATE workspaces SET business = :business WHERE id = :id', {
      replacements: { business, id: workspace.id },
    });
    server.house.ports.directories.forget(workspace.id);
    expect((await lead.call(settingsRoutes.get)).reply.facts).toEqual([{ name: 'good', type: 'text', value: 'here' }]);
    expect((await lead.call(accountRoutes.me)).problem).toBeUndefined();
    expect((await new Browser(server).signIn(workspace.lead)).account?.member.email).toBe(workspace.lead);
  });
});

describe('a process', () => {
  test('that is to stop does so, though a request is half sent', async () => {
    const other = await testServer(server.house.options.databaseUrl);
    expect((await fetch(`${other.url}/health/ready`)).status).toBe(200);
    const half = connect(other.port, '127.0.0.1');
    half.on('error', () => {});
    const cut = new Promise(resolve => half.once('close', resolve));
    half.write(
      'POST /api/account/sign-in HTTP/1.1\r\nHost: here\r\nContent-Type: application/json\r\nContent-Length: 500\r\n\r\n{',
    );
    await other.close();
    await cut;
  }, 20_000);

  test('says that it lives, and names every request', async () => {
    const live = await fetch(`${server.url}/health/live`, { headers: { 'x-request-id': 'from-a-proxy-7' } });
    expect(live.status).toBe(200);
    expect(live.headers.get('x-request-id')).toBe('from-a-proxy-7');
    const odd = await fetch(`${server.url}/api/nothing`, { headers: { 'x-request-id': 'no name; at all' } });
    expect(odd.headers.get('x-request-id')).toMatch(/^[\da-f-]{36}$/);
    expect(odd.headers.get('cache-control')).toBe('no-store');
  });
});
