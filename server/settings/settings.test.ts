import { accountRoutes, type BusinessFact, flowRoutes, settingsRoutes } from '@kineta/contract';
import type { Flow } from '@kineta/core';
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
    format: 'kineta.flow/1',
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
