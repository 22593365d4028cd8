import { accountRoutes, type BusinessFact, flowRoutes, settingsRoutes } from '@kineta/contract';
import type { Flow } from '@kineta/core';
import { QueryTypes } from 'sequelize';
import { afterAll, beforeAll, expect, test } from 'vitest';
import type { RunningServer } from '../server.ts';
import {
  Browser,
  boardingPass,
  emptyDatabase,
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
  workspace = await makeWorkspace(server.database, 'settings');
  lead = await new Browser(server).signIn(workspace.lead);
});
afterAll(() => server.close());

const facts: BusinessFact[] = [
  { name: 'survey price', type: 'money', value: 79.999 },
  { name: 'waiting time', type: 'number', unit: 'weeks', value: 6 },
];
const save = (settings: object) =>
  lead.call(settingsRoutes.save, { body: { facts: [], mailFrom: null, allowedHosts: [], ...settings } });

test('facts about the business are kept, rounded as money is, and said by any flow', async () => {
  const saved = await save({ facts, mailFrom: 'Robin <robin@brackenrow.example>' });
  expect(saved.reply.facts[0]).toEqual({ name: 'survey price', type: 'money', value: 80 });
  expect((await lead.call(accountRoutes.me)).reply.business).toEqual(saved.reply.facts);

  const flow: Flow = {
    format: 'kineta.flow/2',
    name: 'Prices',
    speaker: 'Robin',
    facts: [
      { name: 'survey price', type: 'money', scope: 'business' },
      { name: 'waiting time', type: 'number', unit: 'weeks', scope: 'business' },
    ],
    scenes: [
      {
        id: 'a',
        title: 'A',
        steps: [
          { id: 's', kind: 'say', line: [[{ fact: 'survey price' }, { text: ', in ' }, { fact: 'waiting time' }]] },
          { id: 'e', kind: 'end' },
        ],
      },
    ],
  };
  const made = await lead.call(flowRoutes.create, { body: { file: JSON.stringify(flow) } });
  const publish = () =>
    lead.call(flowRoutes.publish, { params: { id: made.reply.id }, body: { revision: 1, sites: [workspace.site] } });
  expect((await publish()).status).toBe(200);
  const visitor = await new VisitorPage(server, await boardingPass(server, workspace.siteKey)).open();
  expect(visitor.said).toEqual(['£80, in 6 weeks']);
  visitor.close();

  await save({ facts: [facts[0]] });
  expect((await publish()).problem.findings?.[0]?.sentence).toContain('“waiting time” is not among the facts');
});

test.each<[object, string]>([
  [{ facts: [facts[0], facts[0]] }, 'body.facts.1.name'],
  [{ facts: [{ name: 'x', type: 'money', value: 'much' }] }, 'body.facts.0.value'],
  [{ facts: [{ name: ' x', type: 'text', value: '' }] }, 'body.facts.0.name'],
  [{ mailFrom: 'Robin <robin@brackenrow.example>\r\nBcc: all@example.org' }, 'body.mailFrom'],
  [{ allowedHosts: ['http://inside/'] }, 'body.allowedHosts.0'],
])('%j is refused at %s', async (settings, path) => {
  const { status, problem } = await save(settings);
  expect(status).toBe(400);
  expect(problem.fields?.[0]?.path).toBe(path);
});

test('agents neither see nor change them', async () => {
  const agent = await new Browser(server).signIn(workspace.agent);
  expect((await agent.call(settingsRoutes.get)).problem.code).toBe('not_allowed');
  const change = await agent.call(settingsRoutes.save, { body: { facts: [], mailFrom: null, allowedHosts: [] } });
  expect(change.problem.code).toBe('not_allowed');
});

test('a key of a service goes in and never comes out', async () => {
  const body = { host: 'post.example', header: 'Authorization', value: 'Bearer 5up3r-s3cret' };
  const { reply } = await lead.call(settingsRoutes.keepKey, { body });
  expect(reply).toEqual([{ host: 'post.example', header: 'Authorization', setAt: expect.any(String) }]);
  await lead.call(settingsRoutes.keepKey, { body: { ...body, host: '[::1]:8080', header: 'X-Api-Key' } });
  const listed = await lead.request('GET', '/api/settings/keys');
  expect(await listed.text()).not.toContain('5up3r-s3cret');
  const rows = await server.database.query<{ sealed: Buffer }>('SELECT * FROM service_keys', {
    type: QueryTypes.SELECT,
  });
  expect(rows).toHaveLength(2);
  for (const { sealed, ...row } of rows)
    expect(JSON.stringify(row) + sealed.toString('latin1')).not.toContain('5up3r-s3cret');

  const stranger = await makeWorkspace(server.database, 'keyless');
  const other = await new Browser(server).signIn(stranger.lead);
  expect((await other.call(settingsRoutes.keys)).reply).toEqual([]);
  await other.call(settingsRoutes.forgetKey, { params: { host: '[::1]:8080' } });

  await lead.call(settingsRoutes.forgetKey, { params: { host: 'post.example' } });
  const left = await lead.call(settingsRoutes.keys);
  expect(left.reply.map(({ host }) => host)).toEqual(['[::1]:8080']);
});

test.each([
  [{ host: 'https://post.example/' }, 'body.host'],
  [{ header: 'X Api Key' }, 'body.header'],
  [{ header: 'Host' }, 'body.header'],
  [{ header: 'transfer-encoding' }, 'body.header'],
  [{ value: ' ' }, 'body.value'],
  [{ value: 'one\r\nX-Other: two' }, 'body.value'],
])('a key with %j is refused at %s', async (wrong, path) => {
  const body = { host: 'post.example', header: 'Authorization', value: 'secret', ...wrong };
  const { status, problem } = await lead.call(settingsRoutes.keepKey, { body });
  expect(status).toBe(400);
  expect(problem.fields?.[0]?.path).toBe(path);
});
