import { conversationRoutes, flowRoutes, replayRoutes } from '@kineta/contract';
import { type Flow, replay } from '@kineta/core';
import { openStage as stage } from '@kineta/core/record';
import { QueryTypes } from 'sequelize';
import { afterAll, beforeAll, expect, test } from 'vitest';
import type { RunningServer } from '../server.ts';
import {
  Browser,
  boardingPass,
  emptyDatabase,
  everybodyIsHere,
  greeting,
  makeWorkspace,
  testServer,
  VisitorPage,
  type Workspace,
} from '../tests/kineta.ts';

let server: RunningServer;
let workspace: Workspace;
let hanne: Browser;
let flow: string;

beforeAll(async () => {
  server = await testServer(await emptyDatabase());
  workspace = await makeWorkspace(server.database, 'brackenrow');
  hanne = await new Browser(server).signIn(workspace.lead);
  const made = await hanne.call(flowRoutes.create, { body: { file: JSON.stringify(greeting) } });
  flow = made.reply.id;
  const body = { revision: 1, sites: [workspace.site] };
  await hanne.call(flowRoutes.publish, { params: { id: flow }, body });
  await everybodyIsHere(server, workspace.id);
});
afterAll(() => server.close());

const recorded = async (by = hanne, query: Record<string, string> = {}) =>
  (await by.call(replayRoutes.recorded, { params: { id: flow }, query })).reply;

async function converse(...replies: string[]): Promise<string> {
  const page = await new VisitorPage(server, await boardingPass(server, workspace.siteKey)).open();
  for (const reply of replies) await page.reply(reply);
  page.close();
  return page.welcome.conversation;
}

test('what visitors did is read as a replay needs it, and replayed over the same flow nothing differs', async () => {
  const first = await converse('flat', 'maud', 'maud@ellery.example', 'Hello? This is for a person.');
  const second = await converse('semi detached');
  const agent = await new Browser(server).signIn(workspace.agent);
  await agent.call(conversationRoutes.reply, {
    params: { id: first },
    body: { clientId: 'agent-0001', text: 'Hello Maud.' },
  });
  await agent.call(conversationRoutes.handBack, { params: { id: first } });
  const page = await recorded();
  expect(page).toMatchObject({ all: 2, next: null, questions: { home: 'What sort of home?', mail: 'Your email?' } });
  expect(page.conversations.map(({ id }) => id)).toEqual([first, second]);
  const [whole, left] = page.conversations;
  expect(whole!.lines.map(({ did }) => did)).toEqual([
    'asked',
    'replied',
    'learnt',
    'asked',
    'replied',
    'asked',
    'replied',
    'learnt',
    'handed over',
    'replied',
    'taken',
    'handed back',
    'ended',
  ]);
  for (const one of page.conversations) expect(replay(greeting, one, stage).differences).toEqual([]);
  const shorter: Flow = {
    ...greeting,
    scenes: [{ ...greeting.scenes[0]!, steps: greeting.scenes[0]!.steps.filter(({ id }) => id !== 'mail') }],
  };
  expect(replay(shorter, whole!, stage).differences).toEqual([{ differs: 'no longer asked', step: 'mail' }]);
  expect(replay(shorter, left!, stage).differences[0]).toMatchObject({
    differs: 'ending',
    before: { end: 'left', step: 'mail' },
    after: { end: 'handed over', team: 'Sales' },
  });
});

test('a page goes on behind the one before it; another workspace reads none', async () => {
  const { conversations } = await recorded();
  const behind = await recorded(hanne, { after: conversations[0]!.id });
  expect(behind.conversations.map(({ id }) => id)).toEqual([conversations[1]!.id]);
  const other = await makeWorkspace(server.database, 'other');
  const stranger = await new Browser(server).signIn(other.lead);
  expect(await recorded(stranger)).toEqual({ conversations: [], questions: {}, next: null, all: 0 });
  const agent = await new Browser(server).signIn(workspace.agent);
  expect((await agent.call(replayRoutes.recorded, { params: { id: flow } })).status).toBe(403);
});

test('conversations and their logs are read by index', async () => {
  const explain = (sql: string) =>
    server.database.query<{ table: string; key: string | null }>(`EXPLAIN ${sql}`, { type: QueryTypes.SELECT });
  const [conversations] = await explain(
    `SELECT c.id FROM conversations c WHERE c.flow_id = ${flow} AND c.workspace_id = ${workspace.id}
     AND c.started_at > UTC_TIMESTAMP(3) - INTERVAL 30 DAY AND c.id > 0 ORDER BY c.id LIMIT 500`,
  );
  expect(conversations!.key).not.toBeNull();
  const [entries] = await explain(
    `SELECT number FROM entries WHERE conversation_id IN (1, 2) AND workspace_id = ${workspace.id} ORDER BY conversation_id, number`,
  );
  expect(entries!.key).toBe('PRIMARY');
});
