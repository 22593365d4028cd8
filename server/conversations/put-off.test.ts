import { conversationRoutes } from '@kineta/contract';
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
import { conversations } from './model.ts';

let server: RunningServer;
let workspace: Workspace;
let lead: Browser;
let boarding: string;

beforeAll(async () => {
  server = await testServer(await emptyDatabase());
  workspace = await makeWorkspace(server.database, 'later');
  lead = await new Browser(server).signIn(workspace.lead);
  boarding = await boardingPass(server, workspace.siteKey);
});
afterAll(() => server.close());

const ids = async (list: 'mine' | 'later' | 'waiting') =>
  (await lead.call(conversationRoutes.list, { query: { list } })).reply.conversations.map(({ id }) => id);
const counts = async () => (await lead.call(conversationRoutes.list, { query: { list: 'mine' } })).reply.counts;
const until = (milliseconds: number) => new Date(Date.now() + milliseconds).toISOString();
const put = (id: string, time: string | null) =>
  lead.call(conversationRoutes.putOff, { params: { id }, body: { until: time } });
const kinds = async (id: string) =>
  (await lead.call(conversationRoutes.get, { params: { id } })).reply.entries.map(({ kind }) => kind);

async function written(): Promise<{ id: string; visitor: VisitorPage }> {
  const visitor = await new VisitorPage(server, boarding).open();
  await visitor.reply('Is it for tomorrow?');
  return { id: visitor.welcome.conversation, visitor };
}

test('what is put off stands aside, takes no place of who has it, and comes back when its time has come', async () => {
  const { id, visitor } = await written();
  const { reply } = await put(id, until(3_600_000));
  expect(reply).toMatchObject({ holder: 'agent', later: expect.any(String) });
  expect(await ids('later')).toEqual([id]);
  expect(await ids('mine')).toEqual([]);
  expect(await counts()).toMatchObject({ mine: 0, later: 1 });
  expect(await server.house.ports.conversations.held(workspace.id, [reply.agent!.id])).toEqual(new Map());

  const rows = server.house.tables.in(workspace.id).of(conversations);
  await rows.change({ laterUntil: new Date(Date.now() - 1_000) }, { id });
  await expect.poll(() => ids('mine'), { timeout: 15_000 }).toEqual([id]);
  expect(await counts()).toMatchObject({ mine: 1, later: 0 });
  expect((await kinds(id)).filter(kind => kind === 'came back')).toHaveLength(1);

  // It is marked in lists until who has it does something about it.
  const shown = async () => (await lead.call(conversationRoutes.get, { params: { id } })).reply.conversation.back;
  expect(await shown()).not.toBeNull();
  await lead.call(conversationRoutes.reply, {
    params: { id },
    body: { clientId: crypto.randomUUID(), text: 'It is for tomorrow.' },
  });
  expect(await shown()).toBeNull();
  visitor.close();
});

test('it comes back sooner when the visitor writes, or who put it off fetches it', async () => {
  const { id, visitor } = await written();
  await put(id, until(3_600_000));
  await visitor.reply('Sorry, today after all');
  await expect.poll(() => ids('later')).toEqual([]);
  await put(id, until(3_600_000));
  expect((await put(id, null)).reply.later).toBeNull();
  expect((await kinds(id)).filter(kind => /put off|back/.test(kind))).toEqual(['put off', 'put off', 'fetched back']);
  visitor.close();
});

test('a time that has been, or is years away, is refused where it was given', async () => {
  const { id, visitor } = await written();
  for (const time of [until(-1_000), until(400 * 86_400_000)])
    expect((await put(id, time)).problem).toMatchObject({ code: 'invalid_request', fields: [{ path: 'body.until' }] });
  const stranger = await new Browser(server).signIn((await makeWorkspace(server.database, 'elsewhere')).lead);
  const other = await stranger.call(conversationRoutes.putOff, { params: { id }, body: { until: until(60_000) } });
  expect(other.problem.code).toBe('not_found');
  expect(await ids('waiting')).toContain(id);
  visitor.close();
});
