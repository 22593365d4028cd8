import { conversationRoutes, settingsRoutes } from '@kineta/contract';
import { QueryTypes } from 'sequelize';
import { afterAll, beforeAll, expect, test } from 'vitest';
import type { RunningServer } from '../server.ts';
import {
  type Browser,
  boardingPass,
  emptyDatabase,
  publishing,
  testServer,
  VisitorPage,
  type Workspace,
} from '../tests/kineta.ts';
import { conversations as area } from './area.ts';

let server: RunningServer;
let workspace: Workspace;
let lead: Browser;

beforeAll(async () => {
  server = await testServer(await emptyDatabase());
  ({ workspace, lead } = await publishing(server, 'quiet'));
});
afterAll(() => server.close());

const turn = () =>
  area.duties!(server.house)
    .find(({ name }) => name === 'silence')!
    .turn();
const visitor = async () => new VisitorPage(server, await boardingPass(server, workspace.siteKey)).open();
const wasHours = (id: string, hours: number) =>
  server.database.query('UPDATE conversations SET last_at = UTC_TIMESTAMP(3) - INTERVAL :hours HOUR WHERE id = :id', {
    replacements: { id, hours },
  });
const get = async (id: string) => (await lead.call(conversationRoutes.get, { params: { id } })).reply;

test('what a flow has and nobody touched for a day is closed with an outcome, and goes on when its visitor writes', async () => {
  const [quiet, fresh] = [await visitor(), await visitor()];
  await wasHours(quiet.welcome.conversation, 25);
  await wasHours(fresh.welcome.conversation, 23);
  await turn();
  const closed = await get(quiet.welcome.conversation);
  expect(closed.conversation).toMatchObject({ holder: 'done', outcome: 'No reply' });
  expect(closed.entries.at(-1)).toMatchObject({ kind: 'fell silent', hours: 24 });
  expect((await get(fresh.welcome.conversation)).conversation.holder).toBe('flow');
  expect(await quiet.reply('Flat', { choice: 'c1' })).toMatchObject({ ok: true });
  expect((await get(quiet.welcome.conversation)).conversation.holder).toBe('flow');
  expect(quiet.said).toContain('Your email?');
  quiet.close();
  fresh.close();
});

test('what waits for a person, a person has, or goes on by itself is left alone', async () => {
  const pages = await Promise.all([visitor(), visitor(), visitor(), visitor()]);
  const [waiting, held, timed, ordered] = pages.map(page => page.welcome.conversation) as [
    string,
    string,
    string,
    string,
  ];
  await lead.call(conversationRoutes.passOn, { params: { id: waiting }, body: { team: workspace.team } });
  await lead.call(conversationRoutes.take, { params: { id: held } });
  await server.database.query(
    `INSERT INTO timers (conversation_id, workspace_id, ticket, due_at)
     VALUES (:timed, :workspace, 1, UTC_TIMESTAMP(3) + INTERVAL 3 DAY)`,
    { replacements: { timed, workspace: workspace.id } },
  );
  await server.database.query(
    `INSERT INTO outbox (workspace_id, conversation_id, kind, what, payload, due_at, created_at)
     VALUES (:workspace, :ordered, 'nothing', '', '{}', UTC_TIMESTAMP(3) + INTERVAL 3 DAY, UTC_TIMESTAMP(3))`,
    { replacements: { ordered, workspace: workspace.id } },
  );
  for (const id of [waiting, held, timed, ordered]) await wasHours(id, 100);
  await turn();
  const holders = await Promise.all(
    [waiting, held, timed, ordered].map(async id => (await get(id)).conversation.holder),
  );
  expect(holders).toEqual(['waiting', 'agent', 'flow', 'flow']);
  for (const page of pages) page.close();
});

test('the workspace says after how long, or never', async () => {
  const page = await visitor();
  const id = page.welcome.conversation;
  const set = async (closesAfter: number | null) => {
    const { reply } = await lead.call(settingsRoutes.get);
    const saved = await lead.call(settingsRoutes.save, { body: { ...reply, closesAfter } });
    return saved.status;
  };
  // Said before it is old: the server's own turn may come between the two.
  expect(await set(null)).toBe(200);
  await wasHours(id, 500);
  await turn();
  expect((await get(id)).conversation.holder).toBe('flow');
  expect(await set(0)).toBe(400);
  expect(await set(501)).toBe(200);
  await turn();
  expect((await get(id)).conversation.holder).toBe('flow');
  expect(await set(400)).toBe(200);
  await turn();
  expect((await get(id)).conversation.holder).toBe('done');
  page.close();
});

test('who comes back goes on with what had ended for as long as the workspace says, and then begins anew', async () => {
  const page = await visitor();
  const { conversation } = page.welcome;
  await lead.call(conversationRoutes.done, { params: { id: conversation } });
  page.close();
  const again = async (goesOnFor: number) => {
    const saved = await lead.call(settingsRoutes.save, { body: { goesOnFor } });
    expect(saved.status).toBe(200);
    const back = await new VisitorPage(server, await boardingPass(server, workspace.siteKey), page.pass).open();
    back.close();
    return back.welcome.conversation;
  };
  await wasHours(conversation, 2);
  expect((await lead.call(settingsRoutes.get)).reply.goesOnFor).toBe(30);
  expect(await again(121)).toBe(conversation);
  expect(await again(119)).not.toBe(conversation);
  expect((await lead.call(settingsRoutes.save, { body: { goesOnFor: -1 } })).status).toBe(400);
});

test('they are found through the index that lists them', async () => {
  const plan = await server.database.query<{ table: string; key: string }>(
    `EXPLAIN SELECT c.id FROM workspaces w JOIN conversations c
       ON c.workspace_id = w.id AND c.holder = 'flow' AND c.last_at < UTC_TIMESTAMP(3) - INTERVAL w.closes_after HOUR
     WHERE w.closes_after IS NOT NULL LIMIT 100`,
    { type: QueryTypes.SELECT },
  );
  expect(plan.find(({ table }) => table === 'c')?.key).toBe('conversations_list');
});
