import { conversationRoutes, noticeRoutes } from '@kineta/contract';
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

let server: RunningServer;
let workspace: Workspace;
let lead: Browser;
let agent: Browser;
beforeAll(async () => {
  server = await testServer(await emptyDatabase());
  ({ workspace, lead } = await publishing(server, 'Mentions', greeting));
  agent = await new Browser(server).signIn(workspace.agent);
});
afterAll(() => server.close());

async function begun(): Promise<string> {
  const visitor = await new VisitorPage(server, await boardingPass(server, workspace.siteKey)).open();
  visitor.close();
  return visitor.welcome.conversation;
}
const noticed = async (who: Browser) => (await who.call(noticeRoutes.list, {})).reply.notices;

test('who is mentioned in a note is told of it, they alone, and once', async () => {
  const id = await begun();
  const clientId = crypto.randomUUID();
  const body = { clientId, text: '@Lead could you look at this roof? @lead' };
  for (let times = 0; times < 2; times++) await agent.call(conversationRoutes.note, { params: { id }, body });
  await vi.waitFor(async () => expect(await noticed(lead)).toHaveLength(1), 10_000);
  const [notice] = await noticed(lead);
  expect(notice).toMatchObject({ conversation: id, by: 'Agent of Mentions', text: body.text, team: null });
  expect(await noticed(agent)).toEqual([]);
  const { entries } = (await lead.call(conversationRoutes.get, { params: { id } })).reply;
  expect(entries.find(({ kind }) => kind === 'note')).toMatchObject({ mentions: [{ name: 'Lead of Mentions' }] });
});

test('a note that mentions nobody, or oneself, tells nobody', async () => {
  const id = await begun();
  for (const text of ['@nobody there', '@Agent of Mentions, remember'])
    await agent.call(conversationRoutes.note, { params: { id }, body: { clientId: crypto.randomUUID(), text } });
  // What comes later is told after it.
  await agent.call(conversationRoutes.note, {
    params: { id },
    body: { clientId: crypto.randomUUID(), text: '@Lead, now' },
  });
  await vi.waitFor(async () => expect((await noticed(lead))[0]?.text).toBe('@Lead, now'), 10_000);
  expect(await noticed(lead)).toHaveLength(2);
  expect(await noticed(agent)).toEqual([]);
});
