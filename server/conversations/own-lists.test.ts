import { conversationRoutes, ownListRoutes, tagRoutes } from '@kineta/contract';
import { afterAll, beforeAll, expect, test } from 'vitest';
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

let server: RunningServer;
let workspace: Workspace;
let lead: Browser;
let agent: Browser;
beforeAll(async () => {
  server = await testServer(await emptyDatabase());
  ({ workspace, lead } = await publishing(server, 'Lists', greeting));
  agent = await new Browser(server).signIn(workspace.agent);
});
afterAll(() => server.close());

async function waiting(): Promise<string> {
  const visitor = await new VisitorPage(server, await boardingPass(server, workspace.siteKey)).open();
  await visitor.reply('flat');
  await visitor.reply('maud@ellery.example');
  visitor.close();
  return visitor.welcome.conversation;
}
type Filter = Parameters<typeof filtered>[0];
const filtered = async (query: { state: 'open' | 'done' | 'any'; [part: string]: string }) =>
  (await agent.call(ownListRoutes.filtered, { query: query as never })).reply;
const ids = async (query: Filter) => (await filtered(query)).conversations.map(({ id }) => id);

test('what is looked for by state, tag, who has it and whether it is urgent, all together', async () => {
  const [first, second, third] = [await waiting(), await waiting(), await waiting()];
  const tag = (await lead.call(tagRoutes.make, { body: { name: 'Lofts' } })).reply;
  for (const id of [first, second])
    await agent.call(conversationRoutes.tag, { params: { id }, body: { tag: tag.id, on: true } });
  await agent.call(conversationRoutes.raise, { params: { id: second }, body: { urgent: true } });
  await agent.call(conversationRoutes.take, { params: { id: first } });
  await agent.call(conversationRoutes.done, { params: { id: third } });
  expect(await ids({ state: 'any' })).toEqual([third, first, second]);
  expect(await ids({ state: 'open' })).toEqual([first, second]);
  expect(await ids({ state: 'done' })).toEqual([third]);
  expect(await ids({ state: 'any', tag: tag.id })).toEqual([first, second]);
  expect(await ids({ state: 'open', tag: tag.id, urgent: 'yes' })).toEqual([second]);
  const agents = (await agent.call(conversationRoutes.get, { params: { id: first } })).reply.conversation.agent!.id;
  expect(await ids({ state: 'open', member: agents })).toEqual([first]);
  expect(await ids({ state: 'any', outcome: 'lead' })).toEqual([]);
  expect((await filtered({ state: 'any' })).among).toBeNull();
  const { status } = await agent.call(ownListRoutes.filtered, { query: { state: 'any', tag: 'x' } as never });
  expect(status).toBe(400);
  // Another workspace’s tag finds nothing there, and nothing here.
  const { lead: stranger } = await publishing(server, 'Elsewhere', greeting);
  const theirs = await stranger.call(ownListRoutes.filtered, { query: { state: 'any', tag: tag.id } });
  expect(theirs.reply.conversations).toEqual([]);
});

test('lists are kept by name, each member’s for themselves, and removed', async () => {
  const filter = { state: 'open' as const, urgent: 'yes' as const };
  const { id } = (await agent.call(ownListRoutes.keep, { body: { name: 'At once', filter } })).reply;
  const again = await agent.call(ownListRoutes.keep, { body: { name: 'at once', filter: { state: 'any' } } });
  expect(again.reply.id).toBe(id);
  expect((await agent.call(ownListRoutes.list, {})).reply.lists).toEqual([
    { id, name: 'at once', filter: { state: 'any' } },
  ]);
  expect((await lead.call(ownListRoutes.list, {})).reply.lists).toEqual([]);
  expect((await lead.call(ownListRoutes.remove, { params: { id } })).status).toBe(404);
  const unnamed = await agent.call(ownListRoutes.keep, { body: { name: ' ', filter } });
  expect(unnamed.problem.fields).toEqual([{ path: 'body.name', message: 'A list needs a name.' }]);
  for (let count = 1; count < 30; count++)
    await agent.call(ownListRoutes.keep, { body: { name: `List ${count}`, filter } });
  expect((await agent.call(ownListRoutes.keep, { body: { name: 'Too many', filter } })).status).toBe(400);
  expect((await agent.call(ownListRoutes.remove, { params: { id } })).status).toBe(200);
  expect((await agent.call(ownListRoutes.list, {})).reply.lists).toHaveLength(29);
});
