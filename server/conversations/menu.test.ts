import { flowRoutes, lookRoutes } from '@kineta/contract';
import { type Flow, FORMAT, type Menu, plainLook } from '@kineta/core';
import { afterAll, afterEach, beforeAll, expect, test } from 'vitest';
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

const line = (text: string) => [[{ text }]];
const flowOf = (name: string): Flow => ({
  format: FORMAT,
  name,
  speaker: 'Robin',
  facts: [],
  scenes: [
    {
      id: 'main',
      title: 'Main',
      steps: [
        { id: 'q', kind: 'ask', line: line(`${name} asks`), answer: { type: 'short text' }, tries: 2 },
        { id: 'go', kind: 'go', to: 'late' },
      ],
    },
    {
      id: 'late',
      title: 'Late',
      steps: [
        { id: 'l', kind: 'say', line: line(`${name} says late`) },
        { id: 'e', kind: 'end' },
      ],
    },
  ],
});

let server: RunningServer;
let workspace: Workspace;
let lead: Browser;
const flows: Record<string, string> = {};
const pages: VisitorPage[] = [];
beforeAll(async () => {
  server = await testServer(await emptyDatabase());
  workspace = await makeWorkspace(server.database, 'menu');
  lead = await new Browser(server).signIn(workspace.lead);
  for (const name of ['First', 'Other', 'Draft']) {
    const { id } = (await lead.call(flowRoutes.create, { body: { file: JSON.stringify(flowOf(name)) } })).reply;
    flows[name] = id;
    const on = name === 'First' ? [workspace.site] : [];
    if (name !== 'Draft') await lead.call(flowRoutes.publish, { params: { id }, body: { revision: 1, sites: on } });
  }
  const menu: Menu = [
    { id: 'other', label: 'The other', to: { leads: 'flow', flow: flows.Other! } },
    { id: 'late', label: 'Late', to: { leads: 'flow', flow: flows.First!, scene: 'late' } },
    { id: 'draft', label: 'Not there yet', to: { leads: 'flow', flow: flows.Draft! } },
    { id: 'person', label: 'The boss', to: { leads: 'person' } },
  ];
  await lead.call(lookRoutes.put, {
    params: { id: workspace.site },
    body: { look: { ...plainLook, menu }, number: 0 },
  });
});
afterEach(() => {
  for (const page of pages.splice(0)) page.close();
});
afterAll(() => server.close());

async function opens(): Promise<VisitorPage> {
  const page = new VisitorPage(server, await boardingPass(server, workspace.siteKey));
  pages.push(page);
  return page.open();
}
const last = (page: VisitorPage) => expect.poll(() => page.said.at(-1), { timeout: 10_000 });

test('what is pressed in the menu leads where it says, whatever was asked', async () => {
  const page = await opens();
  await page.reply('Late', { menu: 'late' });
  await last(page).toBe('First says late');
  await page.reply('The other', { menu: 'other' });
  await last(page).toBe('Other asks');
  // Which flow that is stands in no visitor’s browser.
  expect(JSON.stringify(page.entries)).not.toContain('startsFlow":{');
});

test('a person is wanted by it, whatever stands there', async () => {
  const page = await opens();
  await page.reply('The boss', { menu: 'person' });
  await expect.poll(() => page.batches.at(-1)?.holder, { timeout: 10_000 }).toBe('waiting');
});

test.each(['draft', 'made-up'])('what leads nowhere is a message like any other: %s', async menu => {
  const page = await opens();
  await page.reply('Not there yet', { menu });
  await expect.poll(() => page.batches.at(-1)?.holder, { timeout: 10_000 }).toBe('done');
  expect(page.said).not.toContain('Draft asks');
});

test('what is often asked is listed whatever is going on', async () => {
  const page = await opens();
  const found = await new Promise(resolve => page.socket.emit('answers', { often: true }, resolve));
  expect(found).toEqual({ ok: true, found: [] });
});
