import { conversationRoutes, flowRoutes } from '@kineta/contract';
import type { Flow } from '@kineta/core';
import { afterAll, beforeAll, expect, test, vi } from 'vitest';
import type { RunningServer } from '../server.ts';
import {
  Browser,
  boardingPass,
  emptyDatabase,
  greeting,
  publishing,
  testServer,
  VisitorPage,
  type Workspace,
} from '../tests/kineta.ts';

/** The greeting, which asks on while a person is fetched. */
const flow: Flow = {
  ...greeting,
  facts: [...greeting.facts, { name: 'roof', type: 'text', scope: 'conversation' }],
  scenes: [
    ...greeting.scenes.map(scene => ({
      ...scene,
      steps: scene.steps.map(step => (step.kind === 'hand over' ? { ...step, meanwhile: 'while' } : step)),
    })),
    {
      id: 'while',
      title: 'Until somebody comes',
      steps: [
        {
          id: 'roof',
          kind: 'ask',
          line: [[{ text: 'What is your roof like?' }]],
          answer: { type: 'short text' },
          fact: 'roof',
          tries: 2,
        },
        { id: 'noted', kind: 'say', line: [[{ text: 'Noted.' }]] },
      ],
    },
  ],
};

let server: RunningServer;
let workspace: Workspace;
let agent: Browser;
beforeAll(async () => {
  server = await testServer(await emptyDatabase());
  ({ workspace } = await publishing(server, 'Meanwhile', flow));
  agent = await new Browser(server).signIn(workspace.agent);
});
afterAll(() => server.close());

async function waiting(): Promise<VisitorPage> {
  const visitor = await new VisitorPage(server, await boardingPass(server, workspace.siteKey)).open();
  await visitor.reply('flat');
  await visitor.reply('maud@ellery.example');
  await vi.waitFor(() => expect(visitor.said.at(-1)).toBe('What is your roof like?'));
  return visitor;
}
const paramsOf = (visitor: VisitorPage) => ({ id: visitor.welcome.conversation });
const detail = async (visitor: VisitorPage) =>
  (await agent.call(conversationRoutes.get, { params: paramsOf(visitor) })).reply;

test('who waits for a person answers the flow, and waits on from when they came', async () => {
  const visitor = await waiting();
  const before = (await detail(visitor)).conversation;
  expect(before.holder).toBe('waiting');
  await visitor.reply('slate');
  await vi.waitFor(() => expect(visitor.said.at(-1)).toBe('Noted.'));
  const { conversation, facts } = await detail(visitor);
  expect(conversation).toMatchObject({ holder: 'waiting', waitingSince: before.waitingSince });
  expect(facts).toContainEqual(expect.objectContaining({ fact: 'roof', value: 'slate' }));
  // What they write from there waits for the person.
  await visitor.reply('Anybody?');
  expect(visitor.said.at(-1)).toBe('Noted.');
  visitor.close();
});

test('who waits waits on when another flow goes on until somebody comes', async () => {
  const other = { ...greeting, name: 'Questions' };
  const leads: Flow = {
    ...flow,
    name: 'Leads on',
    scenes: flow.scenes.map(scene =>
      scene.id === 'while'
        ? { ...scene, steps: [scene.steps[0]!, { id: 'on', kind: 'start flow', flow: 'Questions' }] }
        : scene,
    ),
  };
  const { workspace: theirs, lead: hers } = await publishing(server, 'Led', other);
  const made = (await hers.call(flowRoutes.create, { body: { file: JSON.stringify(leads) } })).reply;
  const body = { revision: 1, sites: [theirs.site] };
  await hers.call(flowRoutes.publish, { params: { id: made.id }, body });
  const visitor = await new VisitorPage(server, await boardingPass(server, theirs.siteKey)).open();
  await visitor.reply('flat');
  await visitor.reply('maud@ellery.example');
  await visitor.reply('slate');
  const params = paramsOf(visitor);
  const { conversation } = (await hers.call(conversationRoutes.get, { params })).reply;
  expect(conversation).toMatchObject({ holder: 'waiting', flow: 'Questions' });
  expect(visitor.entries.at(-1)?.kind).toBe('asked');
  visitor.close();
});

test('whoever comes has the flow silent in the middle of its question, and gives it back behind it', async () => {
  const visitor = await waiting();
  const params = paramsOf(visitor);
  await agent.call(conversationRoutes.take, { params });
  await visitor.reply('slate');
  await agent.call(conversationRoutes.reply, {
    params,
    body: { clientId: crypto.randomUUID(), text: 'Good morning.' },
  });
  await vi.waitFor(() => expect(visitor.entries.at(-1)).toMatchObject({ kind: 'answered' }));
  expect(visitor.said.slice(-2)).toEqual(['What is your roof like?', 'Good morning.']);
  expect((await detail(visitor)).facts.map(({ fact }) => fact)).not.toContain('roof');
  await agent.call(conversationRoutes.handBack, { params });
  await vi.waitFor(() => expect(visitor.said.at(-1)).toBe('Welcome back.'));
  visitor.close();
});
