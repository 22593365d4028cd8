import { conversationRoutes, peopleRoutes } from '@kineta/contract';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import type { RunningServer } from '../server.ts';
import {
  Browser,
  boardingPass,
  emptyDatabase,
  makeWorkspace,
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
  ({ workspace, lead } = await publishing(server, 'joining'));
  agent = await new Browser(server).signIn(workspace.agent);
});
afterAll(() => server.close());

const visit = async (pass?: VisitorPage['pass']) =>
  new VisitorPage(server, await boardingPass(server, workspace.siteKey), pass).open();
const idOf = ({ welcome }: VisitorPage) => welcome.conversation;
const get = async (id: string, who = agent) => (await who.call(conversationRoutes.get, { params: { id } })).reply;
const join = (id: string, other: string, who = agent) =>
  who.call(conversationRoutes.join, { params: { id }, body: { other } });
const answer = (id: string, text: string, who = agent) =>
  who.call(conversationRoutes.reply, { params: { id }, body: { clientId: crypto.randomUUID(), text } });
const textsOf = async (id: string) =>
  (await get(id)).entries.flatMap(entry => ('text' in entry ? [`${entry.kind}: ${entry.text}`] : []));
let people = 0;

/** Somebody who has the chat open in two browsers, and is known as one person. */
async function twice(): Promise<[VisitorPage, VisitorPage]> {
  const email = `maya${++people}@example.org`;
  const pages: VisitorPage[] = [];
  for (const kind of ['phone', 'laptop']) {
    const page = await visit();
    await page.reply('Flat', { choice: 'c1' });
    await page.reply(email);
    await page.reply(`From my ${kind}`);
    pages.push(page);
  }
  return pages as [VisitorPage, VisitorPage];
}

describe('two conversations of one person', () => {
  test('are one from when they are joined: words come to one, answers go to both, and each browser keeps its own', async () => {
    const [phone, laptop] = await twice();
    const [here, there] = [idOf(laptop), idOf(phone)];
    expect((await get(here)).same).toMatchObject([{ id: there }]);
    const { reply } = await join(here, there);
    expect(reply).toMatchObject({ holder: 'agent' });
    const [left, came] = [await get(there), await get(here)];
    expect(left).toMatchObject({ joinedTo: here, same: [], conversation: { holder: 'done' } });
    const joined = came.entries.at(-1);
    expect(joined).toMatchObject({ kind: 'joined here', conversation: there });
    expect(joined && 'said' in joined && joined.said.join('\n')).toContain('From my phone');

    await phone.reply('Are you still there?');
    await expect.poll(() => textsOf(here), { timeout: 10_000 }).toContain('replied: Are you still there?');
    await answer(here, 'I am.');
    await expect.poll(() => phone.said, { timeout: 10_000 }).toContain('I am.');
    expect(laptop.said).toContain('I am.');
    // Neither browser shows what was said in the other, however it comes to it.
    const again = await visit(laptop.pass);
    for (const page of [laptop, again]) expect(JSON.stringify(page.entries)).not.toContain('Are you still there?');
    expect(JSON.stringify(phone.entries)).not.toContain('From my laptop');
    // What is joined stays done, whatever its visitor writes.
    expect((await get(there)).conversation.holder).toBe('done');
    expect((await answer(there, 'No.')).problem?.detail).toContain(`goes on in conversation ${here}`);
    expect((await get(here)).here).toBe(true);
    for (const page of [phone, laptop, again]) page.close();
  });

  test('what is done wakes up when the other browser writes', async () => {
    const [phone, laptop] = await twice();
    await join(idOf(laptop), idOf(phone));
    await agent.call(conversationRoutes.done, { params: { id: idOf(laptop) } });
    await phone.reply('One more thing');
    await expect.poll(async () => (await get(idOf(laptop))).conversation.holder, { timeout: 10_000 }).toBe('waiting');
    for (const page of [phone, laptop]) page.close();
  });

  test('are joined once, however often it is asked for', async () => {
    const [phone, laptop] = await twice();
    await join(idOf(laptop), idOf(phone));
    await join(idOf(laptop), idOf(phone));
    const kinds = (await get(idOf(laptop))).entries.map(({ kind }) => kind);
    expect(kinds.filter(kind => kind === 'joined here')).toHaveLength(1);
    expect((await join(idOf(phone), idOf(laptop))).problem?.code).toBe('invalid_request');
    for (const page of [phone, laptop]) page.close();
  });

  test('are two of one person, of this workspace, and nobody else’s', async () => {
    const [phone, laptop] = await twice();
    const [stranger] = await twice();
    expect((await join(idOf(laptop), idOf(stranger))).problem?.code).toBe('invalid_request');
    expect((await join(idOf(laptop), idOf(laptop))).problem?.code).toBe('not_found');
    expect((await join(idOf(laptop), '999999')).problem?.code).toBe('not_found');
    await answer(idOf(phone), 'Mine.', lead);
    expect((await join(idOf(laptop), idOf(phone))).problem?.code).toBe('not_yours');
    expect((await join(idOf(phone), idOf(laptop))).problem?.code).toBe('not_yours');
    const other = await makeWorkspace(server.database, 'other-joining');
    const outside = await new Browser(server).signIn(other.lead);
    expect((await join(idOf(laptop), idOf(phone), outside)).problem?.code).toBe('not_found');
    for (const page of [phone, laptop, stranger]) page.close();
  });

  test('are erased with what was carried to the other', async () => {
    const [phone, laptop] = await twice();
    await join(idOf(laptop), idOf(phone));
    await phone.reply('My door code is 4711');
    await expect.poll(() => textsOf(idOf(laptop)), { timeout: 10_000 }).toContain('replied: My door code is 4711');
    await new Promise(resolve => phone.socket.emit('erase', {}, resolve));
    const kept = await get(idOf(laptop));
    expect(JSON.stringify(kept)).not.toContain('4711');
    expect(JSON.stringify(kept)).not.toContain('From my phone');
    expect(await textsOf(idOf(laptop))).toContain('replied: From my laptop');
    // Who is left is erased as a person.
    const found = (await lead.call(peopleRoutes.list, { query: { search: `maya${people}@` } })).reply.people;
    if (found[0]) await lead.call(peopleRoutes.erase, { params: { id: found[0].id } });
    laptop.close();
  });
});
