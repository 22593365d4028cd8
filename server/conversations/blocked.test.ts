import { conversationRoutes, type Problem } from '@kineta/contract';
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
let agent: Browser;
let boarding: string;

beforeAll(async () => {
  server = await testServer(await emptyDatabase());
  workspace = await makeWorkspace(server.database, 'blocked');
  lead = await new Browser(server).signIn(workspace.lead);
  agent = await new Browser(server).signIn(workspace.agent);
  boarding = await boardingPass(server, workspace.siteKey);
});
afterAll(() => server.close());

async function come(pass?: VisitorPage['pass']): Promise<{ id: string; visitor: VisitorPage }> {
  const visitor = await new VisitorPage(server, boarding, pass).open();
  return { id: visitor.welcome.conversation, visitor };
}
const blocked = async () => (await lead.call(conversationRoutes.blocked)).reply.blocked;
const kinds = async (id: string) =>
  (await lead.call(conversationRoutes.get, { params: { id } })).reply.entries.map(({ kind }) => kind);

/** What somebody is told who comes and is not let in. */
async function refusedAt(pass: VisitorPage['pass']): Promise<Problem> {
  const page = new VisitorPage(server, boarding, pass);
  try {
    return await new Promise(resolve =>
      page.socket.once('connect_error', error => resolve((error as Error & { data: Problem }).data)),
    );
  } finally {
    page.close();
  }
}

test('who is blocked is shown out, told so when they come again, and let in when a member says so', async () => {
  const { id, visitor } = await come();
  await visitor.reply('Buy my watches');
  const other = await come();
  const asked = new Promise(resolve => visitor.socket.once('moving', resolve));
  const gone = new Promise(resolve => visitor.socket.once('disconnect', resolve));
  const params = { id };
  expect((await agent.call(conversationRoutes.block, { params })).reply).toMatchObject({ holder: 'done' });
  await asked;
  // What does not go by itself is cut off.
  await gone;
  expect(await refusedAt(visitor.pass)).toMatchObject({
    code: 'not_allowed',
    detail: expect.stringMatching(/closed to you/),
  });
  expect((await kinds(id)).slice(-2)).toEqual(['blocked', 'done']);
  expect((await lead.call(conversationRoutes.get, { params })).reply.blocked).toBe(true);
  expect(await blocked()).toEqual([
    {
      conversation: id,
      visitor: expect.any(String),
      at: expect.any(String),
      by: expect.objectContaining({ id: expect.any(String) }),
    },
  ]);
  // Twice is once, and others are as they were.
  await agent.call(conversationRoutes.block, { params });
  expect((await kinds(id)).filter(kind => kind === 'blocked')).toHaveLength(1);
  await other.visitor.reply('Hello?');

  await agent.call(conversationRoutes.letBack, { params });
  expect(await blocked()).toEqual([]);
  const again = await come(visitor.pass);
  await again.visitor.reply('Sorry about the watches');
  expect((await kinds(id)).filter(kind => kind === 'let back')).toHaveLength(1);
  for (const page of [visitor, other.visitor, again.visitor]) page.close();
});

test('what somebody else has is not closed over their head, and nobody reaches into another workspace', async () => {
  const { id, visitor } = await come();
  const params = { id };
  await lead.call(conversationRoutes.take, { params });
  expect((await agent.call(conversationRoutes.block, { params })).problem.code).toBe('not_yours');
  expect(await blocked()).toEqual([]);

  const stranger = await new Browser(server).signIn((await makeWorkspace(server.database, 'elsewhere')).lead);
  for (const route of [conversationRoutes.block, conversationRoutes.letBack])
    expect((await stranger.call(route, { params })).problem.code).toBe('not_found');
  expect((await agent.call(conversationRoutes.blocked)).problem.code).toBe('not_allowed');
  await visitor.reply('Still here');
  visitor.close();
});
