import { conversationRoutes, flowRoutes, todayRoutes } from '@kineta/contract';
import type { Flow } from '@kineta/core';
import { afterAll, beforeAll, expect, test } from 'vitest';
import type { RunningServer } from '../server.ts';
import {
  Browser,
  boardingPass,
  emptyDatabase,
  everybodyIsHere,
  makeWorkspace,
  testServer,
  VisitorPage,
  type Workspace,
} from '../tests/kineta.ts';
import { missedToday } from './missed.ts';
import { missed } from './model.ts';

const flow: Flow = {
  format: 'kineta.flow/2',
  name: 'How many',
  speaker: 'Robin',
  facts: [{ name: 'rooms', type: 'number', scope: 'conversation' }],
  scenes: [
    {
      id: 'a',
      title: 'A',
      steps: [
        {
          id: 'q',
          kind: 'ask',
          line: [[{ text: 'How many rooms?' }]],
          answer: { type: 'number' },
          fact: 'rooms',
          tries: 1,
          giveUp: { to: 'b' },
        },
        { id: 'e', kind: 'end' },
      ],
    },
    {
      id: 'b',
      title: 'B',
      steps: [
        {
          id: 'h',
          kind: 'hand over',
          team: 'Sales',
          waiting: [[{ text: 'One moment.' }]],
          closed: { line: [[{ text: 'Closed.' }]], to: 'c' },
        },
        { id: 'g', kind: 'end' },
      ],
    },
    { id: 'c', title: 'C', steps: [{ id: 'z', kind: 'end' }] },
  ],
};

let server: RunningServer;
let workspace: Workspace;
let lead: Browser;
let boarding: string;
beforeAll(async () => {
  server = await testServer(await emptyDatabase());
  workspace = await makeWorkspace(server.database, 'missed');
  lead = await new Browser(server).signIn(workspace.lead);
  const { id } = (await lead.call(flowRoutes.create, { body: { file: JSON.stringify(flow) } })).reply;
  const published = await lead.call(flowRoutes.publish, {
    params: { id },
    body: { revision: 1, sites: [workspace.site] },
  });
  expect(published.problem).toBeUndefined();
  await everybodyIsHere(server, workspace.id);
  boarding = await boardingPass(server, workspace.siteKey);
});
afterAll(() => server.close());

const told = async () => (await lead.call(conversationRoutes.missed)).reply;
/** Somebody who is not understood, and then waits for a person. */
async function misunderstood(
  text: string,
  then?: (visitor: VisitorPage, id: string) => Promise<void>,
): Promise<string> {
  const visitor = await new VisitorPage(server, boarding).open();
  const id = visitor.welcome.conversation;
  await visitor.reply(text);
  await then?.(visitor, id);
  visitor.close();
  return id;
}

test('what was not understood, and who waited for nobody, is told on the day with what was said last', async () => {
  const conversation = await misunderstood('as many as there are birds');
  await expect.poll(told, { timeout: 10_000 }).toMatchObject({
    count: 1,
    missed: [{ conversation, code: 'not understood', said: 'as many as there are birds' }],
  });
  // Closed while they wait, with nobody ever having come.
  await lead.call(conversationRoutes.done, { params: { id: conversation } });
  await expect
    .poll(async () => (await told()).missed.map(({ code }) => code))
    .toEqual(['nobody came', 'not understood']);
  // Somebody came, and what was written behind that was closed unread.
  await misunderstood('a few', async (visitor, id) => {
    const params = { id };
    await lead.call(conversationRoutes.take, { params });
    await lead.call(conversationRoutes.done, { params });
    await visitor.reply('Thanks!');
    await lead.call(conversationRoutes.done, { params });
  });
  const last = await misunderstood('many');
  await expect.poll(async () => (await told()).missed[0]?.conversation, { timeout: 10_000 }).toBe(last);
  expect((await told()).missed.map(({ code }) => code)).toEqual([
    'not understood',
    'not understood',
    'nobody came',
    'not understood',
  ]);

  const stranger = await new Browser(server).signIn((await makeWorkspace(server.database, 'elsewhere')).lead);
  expect((await stranger.call(conversationRoutes.missed)).reply).toEqual({ missed: [], count: 0 });

  // Yesterday’s are told no more; the day is the workspace’s.
  await server.house.ports.directories.change(workspace.id, { zone: 'Pacific/Auckland' });
  const rows = server.house.tables.in(workspace.id).of(missed);
  await rows.change({ at: new Date('2026-03-15T10:30:00Z') }, { conversationId: conversation });
  const at = (iso: string) => missedToday(server.house, workspace.id, Date.parse(iso));
  expect((await at('2026-03-15T10:40:00Z')).missed.map(({ conversation: id }) => id)).toContain(conversation);
  expect((await at('2026-03-15T11:10:00Z')).missed.map(({ conversation: id }) => id)).not.toContain(conversation);
});

test('conversations now are those in which something was said in the last ten minutes', async () => {
  const now = async () =>
    (await lead.call(todayRoutes.get)).reply.figures.find(({ code }) => code === 'conversations now');
  const before = (await now())!;
  expect(before.usual).toBeNull();
  const visitor = await new VisitorPage(server, boarding).open();
  expect((await now())!.count).toBe(before.count + 1);
  await server.database.query('UPDATE conversations SET last_at = last_at - INTERVAL 11 MINUTE WHERE id = :id', {
    replacements: { id: visitor.welcome.conversation },
  });
  expect((await now())!.count).toBe(before.count);
  visitor.close();
});
