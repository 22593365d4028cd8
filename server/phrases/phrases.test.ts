import { phraseRoutes } from '@kineta/contract';
import { afterAll, beforeAll, expect, test } from 'vitest';
import type { RunningServer } from '../server.ts';
import { Browser, emptyDatabase, makeWorkspace, testServer, type Workspace } from '../tests/kineta.ts';

let server: RunningServer;
let workspace: Workspace;
let lead: Browser;
let agent: Browser;
beforeAll(async () => {
  server = await testServer(await emptyDatabase());
  workspace = await makeWorkspace(server.database, 'phrases');
  lead = await new Browser(server).signIn(workspace.lead);
  agent = await new Browser(server).signIn(workspace.agent);
});
afterAll(() => server.close());

const list = async (who: Browser) => (await who.call(phraseRoutes.list, {})).reply.phrases;
const add = (who: Browser, shortcut: string, shared: boolean, text = 'Words.') =>
  who.call(phraseRoutes.add, { body: { shortcut, text, shared } });

test('a lead writes for everybody, an agent for themselves, and neither sees what another keeps', async () => {
  expect((await add(lead, 'hours', true)).status).toBe(200);
  expect((await add(agent, 'mine', true)).problem.code).toBe('not_allowed');
  const own = (await add(agent, 'hours', false, 'My own.')).reply;
  expect((await list(agent)).map(({ shortcut, shared }) => [shortcut, shared])).toEqual([
    ['hours', true],
    ['hours', false],
  ]);
  expect((await list(lead)).map(({ shared }) => shared)).toEqual([true]);
  const again = await add(agent, 'Hours', false);
  expect(again.problem).toMatchObject({ code: 'known_already', fields: [{ path: 'body.shortcut' }] });
  const params = { id: own.id };
  expect((await lead.call(phraseRoutes.remove, { params })).status).toBe(404);
  expect((await lead.call(phraseRoutes.used, { params })).status).toBe(404);
  await agent.call(phraseRoutes.used, { params });
  await agent.call(phraseRoutes.used, { params });
  expect((await list(agent)).find(({ id }) => id === own.id)?.used).toBe(2);
  await agent.call(phraseRoutes.change, { params, body: { shortcut: 'open', text: 'Open until five.' } });
  expect((await list(agent)).map(({ shortcut }) => shortcut)).toContain('open');
  const shared = (await list(lead))[0]!;
  const changed = await agent.call(phraseRoutes.change, {
    params: { id: shared.id },
    body: { shortcut: 'x', text: 'y' },
  });
  expect(changed.problem.code).toBe('not_allowed');
  expect((await agent.call(phraseRoutes.remove, { params })).status).toBe(200);
});

test('what ships is for leads to check first, and does not take the place of what is there', async () => {
  await add(lead, 'hello', true, 'Good day.');
  const shipped = (await lead.call(phraseRoutes.ship, {})).reply.phrases;
  expect(shipped.filter(({ draft }) => draft)).toHaveLength(19);
  expect(shipped.find(({ shortcut }) => shortcut === 'hello')?.text).toBe('Good day.');
  // Twice is once.
  expect((await lead.call(phraseRoutes.ship, {})).reply.phrases).toHaveLength(shipped.length);
  expect((await list(agent)).some(({ draft }) => draft)).toBe(false);
  const { id, shortcut, text } = shipped.find(({ draft }) => draft)!;
  await lead.call(phraseRoutes.change, { params: { id }, body: { shortcut, text } });
  expect((await list(agent)).some(phrase => phrase.id === id)).toBe(true);
  expect((await agent.call(phraseRoutes.ship, {})).problem.code).toBe('not_allowed');
});

test.each([
  ['two words', 'a b'],
  ['nothing', ' '],
  ['a slash', '/x'],
  ['too many letters', 'x'.repeat(31)],
])('%s is no shortcut', async (_, shortcut) => {
  const { problem } = await add(agent, shortcut, false);
  expect(problem.fields?.[0]).toMatchObject({ path: 'body.shortcut' });
});

test('another workspace has no part in it', async () => {
  const elsewhere = await makeWorkspace(server.database, 'elsewhere-phrases');
  const stranger = await new Browser(server).signIn(elsewhere.lead);
  const { id } = (await list(lead))[0]!;
  const body = { shortcut: 'x', text: 'y' };
  expect((await stranger.call(phraseRoutes.change, { params: { id }, body })).status).toBe(404);
  expect((await stranger.call(phraseRoutes.remove, { params: { id } })).status).toBe(404);
  expect(await list(stranger)).toEqual([]);
});
