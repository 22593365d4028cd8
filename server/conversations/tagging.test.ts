import { conversationRoutes, tagRoutes } from '@kineta/contract';
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
  ({ workspace, lead } = await publishing(server, 'Tags', greeting));
  agent = await new Browser(server).signIn(workspace.agent);
});
afterAll(() => server.close());

async function waiting(): Promise<{ id: string; close: () => void }> {
  const visitor = await new VisitorPage(server, await boardingPass(server, workspace.siteKey)).open();
  await visitor.reply('flat');
  await visitor.reply('maud@ellery.example');
  return { id: visitor.welcome.conversation, close: () => visitor.close() };
}
const made = async (name: string) => (await lead.call(tagRoutes.make, { body: { name } })).reply;
const counts = async () => (await lead.call(tagRoutes.counts, {})).reply.counts;

test('a tag is made, given, counted, renamed wherever it is, and removed from everywhere', async () => {
  const tag = await made('Roofs');
  const again = await lead.call(tagRoutes.make, { body: { name: 'roofs' } });
  expect(again.problem).toMatchObject({ code: 'known_already', fields: [{ path: 'body.name' }] });
  expect((await agent.call(tagRoutes.make, { body: { name: 'Mine' } })).problem.code).toBe('not_allowed');

  const { id, close } = await waiting();
  const params = { id };
  const give = (on: boolean) => agent.call(conversationRoutes.tag, { params, body: { tag: tag.id, on } });
  expect((await give(true)).reply.tags).toEqual([{ id: tag.id, name: 'Roofs' }]);
  // Twice is once.
  const { last } = (await give(true)).reply;
  const detail = (await agent.call(conversationRoutes.get, { params })).reply;
  expect(detail.conversation.last).toBe(last);
  expect(detail.entries.filter(({ kind }) => kind === 'tagged')).toHaveLength(1);
  expect((await counts())[tag.id]).toBe(1);
  expect((await agent.call(tagRoutes.list, {})).reply.tags.map(({ name }) => name)).toContain('Roofs');

  await lead.call(tagRoutes.rename, { params: { id: tag.id }, body: { name: 'Roofs and lofts' } });
  const renamed = (await agent.call(conversationRoutes.get, { params })).reply.conversation;
  expect(renamed.tags).toEqual([{ id: tag.id, name: 'Roofs and lofts' }]);
  expect((await give(false)).reply.tags).toEqual([]);
  await give(true);
  await lead.call(tagRoutes.remove, { params: { id: tag.id } });
  expect((await agent.call(conversationRoutes.get, { params })).reply.conversation.tags).toEqual([]);
  expect((await give(true)).status).toBe(404);
  expect((await lead.call(tagRoutes.rename, { params: { id: tag.id }, body: { name: 'x' } })).status).toBe(404);
  close();
});

test('so many tags and no more', async () => {
  const { id, close } = await waiting();
  const tags = await Promise.all(Array.from({ length: 11 }, (_, at) => made(`Tag ${at}`)));
  const answers = [];
  for (const tag of tags)
    answers.push(await agent.call(conversationRoutes.tag, { params: { id }, body: { tag: tag.id, on: true } }));
  expect(answers.map(({ status }) => status)).toEqual([...Array(10).fill(200), 400]);
  close();
});

test('who is urgent stands first in line, until they are not any more', async () => {
  const first = await waiting();
  const second = await waiting();
  const line = async () =>
    (await agent.call(conversationRoutes.list, { query: { list: 'waiting' } })).reply.conversations
      .map(({ id }) => id)
      .filter(id => id === first.id || id === second.id);
  expect(await line()).toEqual([first.id, second.id]);
  const raise = (urgent: boolean) =>
    agent.call(conversationRoutes.raise, { params: { id: second.id }, body: { urgent } });
  expect((await raise(true)).reply.urgent).toBe(true);
  expect(await line()).toEqual([second.id, first.id]);
  await raise(false);
  expect(await line()).toEqual([first.id, second.id]);
  first.close();
  second.close();
});

test('what is spam is done, tagged so, and was not missed', async () => {
  const { id, close } = await waiting();
  const { reply } = await agent.call(conversationRoutes.spam, { params: { id } });
  expect(reply).toMatchObject({ holder: 'done', tags: [{ name: 'Spam' }] });
  const { entries } = (await agent.call(conversationRoutes.get, { params: { id } })).reply;
  expect(entries.find(({ kind }) => kind === 'done')).not.toHaveProperty('waiting');
  close();
});

test('beside a conversation stand the pages of its visitor’s way, and what they had before', async () => {
  const boarding = await boardingPass(server, workspace.siteKey);
  const first = await new VisitorPage(server, boarding).open({ page: '/help' });
  await first.reply('flat');
  const { conversation: before } = first.welcome;
  await agent.call(conversationRoutes.done, { params: { id: before } });
  first.close();
  await server.database.query('UPDATE conversations SET last_at = last_at - INTERVAL 9 DAY WHERE id = :id', {
    replacements: { id: before },
  });
  const again = await new VisitorPage(server, boarding, first.pass).open({ page: '/help' });
  const later = await new VisitorPage(server, boarding, first.pass).open({ page: '/prices' });
  const { conversation: id } = later.welcome;
  expect(id).not.toBe(before);
  const detail = (await agent.call(conversationRoutes.get, { params: { id } })).reply;
  expect(detail.trail.map(({ page }) => page)).toEqual(['/help', '/prices']);
  expect(detail.before.map(one => one.id)).toEqual([before]);
  expect(detail.earlier).toBe(1);
  again.close();
  later.close();
});

test('a reply may be pictures that were uploaded, and no others', async () => {
  const { id, close } = await waiting();
  const reply = (body: object) =>
    agent.call(conversationRoutes.reply, {
      params: { id },
      body: { clientId: crypto.randomUUID(), text: '', ...body } as never,
    });
  expect((await reply({})).problem.fields).toEqual([{ path: 'body.text', message: 'There is nothing to send yet.' }]);
  const gone = await reply({ pictures: [{ src: `/p/${'x'.repeat(22)}`, alt: '' }] });
  expect(gone.problem.fields?.[0]?.path).toBe('body.pictures');
  const elsewhere = await reply({ pictures: [{ src: 'https://elsewhere.example/x.png', alt: '' }] });
  expect(elsewhere.problem.code).toBe('invalid_request');
  close();
});

test('another workspace has no part in it', async () => {
  const { id, close } = await waiting();
  const own = await made('Ours');
  const { lead: stranger } = await publishing(server, 'Elsewhere', greeting);
  const body = { tag: own.id, on: true };
  expect((await stranger.call(conversationRoutes.tag, { params: { id }, body })).status).toBe(404);
  expect((await stranger.call(tagRoutes.remove, { params: { id: own.id } })).status).toBe(404);
  const theirs = (await stranger.call(tagRoutes.make, { body: { name: 'Theirs' } })).reply;
  const lent = await agent.call(conversationRoutes.tag, { params: { id }, body: { tag: theirs.id, on: true } });
  expect(lent.status).toBe(404);
  close();
});
