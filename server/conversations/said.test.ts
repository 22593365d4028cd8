import { randomUUID } from 'node:crypto';
import { conversationRoutes } from '@kineta/contract';
import { QueryTypes } from 'sequelize';
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
  workspace = await makeWorkspace(server.database, 'said');
  lead = await new Browser(server).signIn(workspace.lead);
  boarding = await boardingPass(server, workspace.siteKey);
});
afterAll(() => server.close());

const found = async (words: string, by = lead, before?: string) =>
  (await by.call(conversationRoutes.search, { query: { words, ...(before ? { before } : {}) } })).reply;
const texts = async (words: string, by = lead) => (await found(words, by)).found.map(({ text }) => text);

/** A conversation in which a visitor said something. */
async function said(...lines: string[]): Promise<{ id: string; visitor: VisitorPage }> {
  const visitor = await new VisitorPage(server, boarding).open();
  for (const line of lines) await visitor.reply(line);
  return { id: visitor.welcome.conversation, visitor };
}

test('what visitors and members wrote is found by how its words begin, with what was said around it', async () => {
  const { id, visitor } = await said('The landing was left dusty, and the Café next door complained');
  const params = { id };
  await lead.call(conversationRoutes.reply, { params, body: { clientId: randomUUID(), text: 'We will dust it off.' } });
  await lead.call(conversationRoutes.note, { params, body: { clientId: randomUUID(), text: 'Promise a duster' } });
  await expect
    .poll(() => texts('dust'), { timeout: 10_000 })
    .toEqual([
      'Promise a duster',
      'We will dust it off.',
      'The landing was left dusty, and the Café next door complained',
    ]);
  const [note, reply, first] = (await found('dust')).found;
  expect(note).toMatchObject({ conversation: id, aside: true, by: expect.any(String), found: [[10, 16]] });
  expect(reply).toMatchObject({ aside: false, by: expect.any(String) });
  expect(first).toMatchObject({ aside: false, by: null, found: [[21, 26]] });

  // All of what is looked for is in what is found, in any order and case, with or without accents.
  expect(await texts('cafe LANDING')).toHaveLength(1);
  expect(await texts('dusty duster')).toEqual([]);
  // What has no words finds nothing, and what means something to the database means nothing here.
  expect(await texts('…')).toEqual([]);
  expect(await texts('-dust +landing* "(')).toHaveLength(1);
  visitor.close();
});

test('nobody finds what was said elsewhere, was erased, or was only tried', async () => {
  const { id, visitor } = await said('A quokka lives in our garden');
  await expect.poll(() => texts('quokka'), { timeout: 10_000 }).toHaveLength(1);

  const stranger = await new Browser(server).signIn((await makeWorkspace(server.database, 'elsewhere')).lead);
  expect(await texts('quokka', stranger)).toEqual([]);

  const tried = await said('hello');
  await server.house.tables.in(workspace.id).of(conversations).change({ isTest: true }, { id: tried.id });
  await tried.visitor.reply('Another quokka');
  const later = await said('A quokka, once more');
  await expect.poll(() => texts('quokka'), { timeout: 10_000 }).toHaveLength(2);
  expect(await texts('another quokka')).toEqual([]);

  await new Promise((resolve, reject) =>
    visitor.socket.emit('erase', {}, (reply: { ok: boolean }) => (reply.ok ? resolve(reply) : reject(reply))),
  );
  expect((await found('quokka')).found.map(({ conversation }) => conversation)).toEqual([later.id]);
  const [left] = await server.database.query<{ n: string }>(
    'SELECT COUNT(*) AS n FROM said WHERE conversation_id = :id',
    { replacements: { id }, type: QueryTypes.SELECT },
  );
  expect(Number(left!.n)).toBe(0);
  for (const { visitor: page } of [tried, later]) page.close();
});

test('there is more behind what is shown at once, and nothing of it twice', async () => {
  const lines = Array.from({ length: 34 }, (_, at) => `pelican number ${at}`);
  const { id, visitor } = await said();
  for (const text of lines)
    await lead.call(conversationRoutes.note, { params: { id }, body: { clientId: randomUUID(), text } });
  await expect.poll(async () => (await found('pelican 33')).found.length, { timeout: 10_000 }).toBe(1);
  const first = await found('pelican');
  expect(first.found).toHaveLength(30);
  expect(first.found[0]!.text).toBe('pelican number 33');
  const rest = await found('pelican', lead, first.next!);
  expect(rest.next).toBeNull();
  expect([...first.found, ...rest.found].map(({ text }) => text)).toEqual(lines.toReversed());
  visitor.close();
});
