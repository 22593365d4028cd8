import { conversationRoutes, peopleRoutes } from '@kineta/contract';
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

/** The greeting, with a scene that people may send somebody to. */
const flow: Flow = {
  ...greeting,
  facts: [...greeting.facts, { name: 'survey day', type: 'date', scope: 'conversation' }],
  scenes: [
    ...greeting.scenes.map(scene => ({
      ...scene,
      steps: scene.steps.map(step =>
        step.kind === 'hand over' ? { ...step, closed: { ...step.closed, to: 'survey' } } : step,
      ),
    })),
    {
      id: 'survey',
      title: 'A survey',
      steps: [
        {
          id: 'day',
          kind: 'say',
          line: [
            [
              { text: 'You are a ' },
              { fact: 'home', otherwise: 'home' },
              { text: ', on ' },
              { fact: 'survey day', otherwise: 'some day' },
              { text: '.' },
            ],
          ],
        },
        { id: 'after-day', kind: 'end' },
      ],
    },
  ],
};

let server: RunningServer;
let workspace: Workspace;
let lead: Browser;
let agent: Browser;
beforeAll(async () => {
  server = await testServer(await emptyDatabase());
  ({ workspace, lead } = await publishing(server, 'Back', flow));
  agent = await new Browser(server).signIn(workspace.agent);
});
afterAll(() => server.close());

async function waiting(): Promise<VisitorPage> {
  const visitor = await new VisitorPage(server, await boardingPass(server, workspace.siteKey)).open();
  await visitor.reply('flat');
  await visitor.reply('maud@ellery.example');
  return visitor;
}
const paramsOf = (visitor: VisitorPage) => ({ id: visitor.welcome.conversation });
const detail = async (visitor: VisitorPage) =>
  (await lead.call(conversationRoutes.get, { params: paramsOf(visitor) })).reply;

test('what is known is put right as visitors would say it, and the flow goes by it', async () => {
  const visitor = await waiting();
  const params = paramsOf(visitor);
  await agent.call(conversationRoutes.take, { params });
  const before = await detail(visitor);
  expect(before.unknown).toEqual([{ fact: 'survey day', type: 'date' }]);
  expect(before.scenes).toEqual([
    { id: 'welcome', title: greeting.scenes[0]!.title },
    { id: 'survey', title: 'A survey' },
  ]);
  await agent.call(conversationRoutes.correct, { params, body: { fact: 'home', text: 'Bungalow' } });
  await agent.call(conversationRoutes.correct, { params, body: { fact: 'survey day', text: '3 April 2031' } });
  await agent.call(conversationRoutes.correct, { params, body: { fact: 'email', text: 'maud@ellery-new.example' } });
  const { facts, entries, unknown } = await detail(visitor);
  expect(unknown).toEqual([]);
  expect(Object.fromEntries(facts.map(({ fact, value }) => [fact, value]))).toEqual({
    home: 'Bungalow',
    'survey day': '2031-04-03',
    email: 'maud@ellery-new.example',
  });
  expect(entries.filter(({ kind }) => kind === 'corrected')).toHaveLength(3);
  // Who they are is kept with the person, and found by it.
  const { people } = (await lead.call(peopleRoutes.list, { query: { search: 'ellery-new' } })).reply;
  expect(people).toHaveLength(1);
  // The visitor sees nothing of it until the flow speaks.
  expect(visitor.entries.map(({ kind }) => kind)).not.toContain('corrected');
  await agent.call(conversationRoutes.handBack, { params, body: { to: 'survey', note: 'Prefers mornings.' } });
  await vi.waitFor(() => expect(visitor.said.at(-1)).toBe('You are a Bungalow, on 2031-04-03.'));
  const after = (await detail(visitor)).entries;
  expect(after).toContainEqual(expect.objectContaining({ kind: 'note', text: 'Prefers mornings.' }));
  expect(after).toContainEqual(
    expect.objectContaining({ kind: 'handed back', to: { id: 'survey', title: 'A survey' } }),
  );
  visitor.close();
});

test('without a scene it goes on where it was left; a scene that is not there is refused with nothing lost', async () => {
  const visitor = await waiting();
  const params = paramsOf(visitor);
  await agent.call(conversationRoutes.take, { params });
  const refused = await agent.call(conversationRoutes.handBack, { params, body: { to: 'gone', note: 'Kept?' } });
  expect(refused.problem.code).toBe('not_found');
  expect((await detail(visitor)).conversation.holder).toBe('agent');
  expect((await agent.call(conversationRoutes.handBack, { params })).reply.holder).toBe('done');
  await vi.waitFor(() => expect(visitor.said.at(-1)).toBe('Welcome back.'));
  visitor.close();
});

test('what is no value of a fact is refused at its place, and so is a fact that there is not', async () => {
  const visitor = await waiting();
  const params = paramsOf(visitor);
  const wrong = await agent.call(conversationRoutes.correct, { params, body: { fact: 'survey day', text: 'soon' } });
  expect(wrong.problem.fields).toEqual([{ path: 'body.text', message: '“soon” is not a date.' }]);
  const email = await agent.call(conversationRoutes.correct, { params, body: { fact: 'email', text: 'maud at' } });
  expect(email.problem.detail).toBe('“maud at” is not an email address.');
  for (const fact of ['no such', 'constructor', '__proto__'])
    expect((await agent.call(conversationRoutes.correct, { params, body: { fact, text: 'x' } })).status).toBe(404);
  const blank = await agent.call(conversationRoutes.correct, { params, body: { fact: 'home', text: '   ' } });
  expect(blank.problem.fields?.[0]).toMatchObject({ path: 'body.text' });
  // Another workspace’s people have no part in it.
  const { lead: stranger } = await publishing(server, 'Elsewhere', greeting);
  const body = { fact: 'home', text: 'Castle' };
  expect((await stranger.call(conversationRoutes.correct, { params, body })).status).toBe(404);
  expect((await new Browser(server).call(conversationRoutes.correct, { params, body })).problem.code).toBe(
    'not_signed_in',
  );
  visitor.close();
});
