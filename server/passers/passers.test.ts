import { randomBytes } from 'node:crypto';
import { conversationRoutes, memberRoutes, passerRoutes, siteRoutes } from '@kineta/contract';
import { afterAll, beforeAll, beforeEach, describe, expect, test } from 'vitest';
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
import { passers } from './model.ts';
import { forgetting } from './service.ts';

const SITE = 'https://brackenrow.example';
let server: RunningServer;
let workspace: Workspace;
let lead: Browser;
let agent: Browser;
beforeAll(async () => {
  server = await testServer(await emptyDatabase());
  ({ workspace, lead } = await publishing(server, 'passers'));
  agent = await new Browser(server).signIn(workspace.agent);
  await tells(true);
});
afterAll(() => server.close());
beforeEach(() => rows().remove({}));

const rows = () => server.house.tables.in(workspace.id).of(passers);
const tells = (tellsPassers: boolean) =>
  lead.call(siteRoutes.change, { params: { id: workspace.site }, body: { tellsPassers } });
const tab = () => randomBytes(16).toString('base64url');
const here = (passer: string, more: object = {}, { key = workspace.siteKey, origin = SITE } = {}) =>
  fetch(`${server.url}/w/${key}/here`, {
    method: 'POST',
    body: JSON.stringify({ passer, page: '/', device: 'computer', language: 'en-GB', referrer: '', ...more }),
    headers: { origin },
  });
const list = async (who = agent) => (await who.call(passerRoutes.list)).reply;
const speak = (id: string, text: string, who = agent) =>
  who.call(passerRoutes.speak, { params: { id }, body: { text } });
const logOf = async (id: string) =>
  (await lead.call(conversationRoutes.get, { params: { id } })).reply.entries.map(entry => entry.kind);
const page = async (passer: string, pass?: VisitorPage['pass'], more: object = {}) =>
  new VisitorPage(server, await boardingPass(server, workspace.siteKey), pass).open({
    page: `/heat-pumps?from=mail&kineta-met=${passer}`,
    ...more,
  });
const ago = (milliseconds: number) => new Date(Date.now() - milliseconds);

describe('who is on a site without a chat', () => {
  test('stands in a list, with their page, how many they saw and since when, as long as they look at it', async () => {
    const one = tab();
    expect(await (await here(one, { referrer: 'https://search.example/?q=pumps' })).json()).toEqual({ come: false });
    await here(one, { page: '/heat-pumps?private=1' });
    await here(one, { page: '/heat-pumps' });
    const { passers: found, count, told } = await list();
    expect(told).toBe(true);
    expect(count).toBe(1);
    // What stands in the rest of an address is nobody’s business.
    expect(found).toMatchObject([{ page: '/heat-pumps', pages: 2, referrer: 'search.example', spoken: null }]);
    expect(Date.parse(found[0]!.pageAt)).toBeGreaterThan(Date.parse(found[0]!.arrivedAt));
    await rows().change({ seenAt: ago(26_000) }, { passer: one });
    expect(await list()).toMatchObject({ passers: [], count: 0 });
  });

  test('is told by pages of the site alone, where the site tells it, and in bounds', async () => {
    expect((await here(tab(), {}, { origin: 'https://elsewhere.example' })).status).toBe(403);
    expect((await here(tab(), {}, { key: 'no-such-key' })).status).toBe(404);
    for (const wrong of [{ passer: 'short' }, { device: 'fridge' }, { page: 'x'.repeat(2_001) }, { more: 1 }])
      expect((await here(tab(), wrong)).status).toBe(400);
    const answer = await here(tab());
    expect(answer.headers.get('access-control-allow-origin')).toBe(SITE);
    await tells(false);
    expect((await here(tab())).status).toBe(403);
    expect(await list()).toMatchObject({ told: false });
    const loader = async () =>
      (await fetch(`${server.url}/w/${workspace.siteKey}.js`, { headers: { origin: SITE } })).text();
    expect(await loader()).not.toContain('who passes');
    await tells(true);
    expect(await loader()).toContain('who passes');
  });

  test('of many who say it at once each is written once, and who has left is forgotten', async () => {
    const tabs = Array.from({ length: 60 }, tab);
    await Promise.all([...tabs, ...tabs].map(one => here(one)));
    expect((await list()).count).toBe(60);
    await rows().change({ seenAt: ago(400_000) }, { passer: tabs.slice(0, 50) });
    await forgetting(server.house).turn();
    expect(await rows().count({})).toBe(10);

    // Whoever makes tabs up drives out the oldest, and not those that were there just now.
    await server.database.query(
      `INSERT INTO passers (workspace_id, site_id, passer, page, device, language, referrer, pages, arrived_at, page_at, seen_at)
       SELECT ${workspace.id}, ${workspace.site}, LPAD(seq, 22, '0'), '/', 'phone', '', '', 1, t.at, t.at, t.at
       FROM seq_1_to_2100, (SELECT UTC_TIMESTAMP(3) - INTERVAL 1 MINUTE AS at) t`,
    );
    await forgetting(server.house).turn();
    expect(await rows().count({})).toBe(2_000);
    expect((await list()).count).toBe(10);
  });

  test('is nobody’s of another workspace', async () => {
    await here(tab());
    const [known] = (await list()).passers;
    const other = await makeWorkspace(server.database, 'others-passers');
    const stranger = await new Browser(server).signIn(other.lead);
    expect((await list(stranger)).passers).toEqual([]);
    expect((await speak(known!.id, 'Hello', stranger)).problem?.code).toBe('not_found');
  });
});

describe('who speaks first', () => {
  /** Somebody is on a page, and is spoken to. */
  async function spoken(text = 'May I help?') {
    const passer = tab();
    await here(passer, { page: '/heat-pumps' });
    const known = (await list()).passers[0]!;
    const { reply, problem } = await speak(known.id, text);
    expect(problem).toBeUndefined();
    return { passer, known, reply };
  }

  test('has the conversation, with whoever comes; their page is asked to come once it asks', async () => {
    const { passer, reply } = await spoken();
    expect(reply.spoken).toMatchObject({ text: 'May I help?', stands: 'waits' });
    expect(await (await here(passer)).json()).toEqual({ come: true });
    const visitor = await page(passer);
    expect(visitor.said).toEqual(['May I help?']);
    const id = visitor.welcome.conversation;
    const { conversation } = (await lead.call(conversationRoutes.get, { params: { id } })).reply;
    expect(conversation).toMatchObject({ holder: 'agent', agent: { name: reply.spoken!.by.name } });
    // By which tab they were spoken to is no part of the page.
    expect(conversation.page).toBe('/heat-pumps?from=mail');
    expect(await logOf(id)).toEqual(['opened', 'taken', 'answered']);
    expect((await list()).passers[0]!.spoken).toMatchObject({ stands: 'met', conversation: id });
    expect((await list(lead)).passers).toEqual([]);

    // Coming again with it says nothing twice, and the flow is silent until it is handed back: then it greets.
    visitor.close();
    const again = await page(passer, visitor.pass);
    expect(again.said).toEqual(['May I help?']);
    await again.reply('Yes please');
    expect(again.said).toEqual(['May I help?']);
    await agent.call(conversationRoutes.handBack, { params: { id }, body: {} });
    await expect.poll(() => again.said.length, { timeout: 10_000 }).toBeGreaterThan(1);
    again.close();
  });

  test('reaches who has the chat out of sight, and begins nothing for whom nobody has a word', async () => {
    const { passer } = await spoken();
    const visitor = await page(passer, undefined, { goesOn: true });
    expect(visitor.said).toEqual(['May I help?']);
    visitor.close();
    await expect(page(tab(), undefined, { goesOn: true })).rejects.toThrow('No conversation goes on.');
    const usual = await page(tab());
    expect(await logOf(usual.welcome.conversation)).toEqual(expect.arrayContaining(['opened', 'asked']));
    usual.close();
  });

  test('goes on with the conversation that there is, unless somebody else has it', async () => {
    const before = await new VisitorPage(server, await boardingPass(server, workspace.siteKey)).open();
    before.close();
    const first = await spoken('I see that you are back.');
    const back = await page(first.passer, before.pass);
    expect(back.welcome.conversation).toBe(before.welcome.conversation);
    expect(back.said.at(-1)).toBe('I see that you are back.');
    back.close();
    const passer = tab();
    await here(passer);
    await speak((await list(lead)).passers[0]!.id, 'And I am here too.', lead);
    const third = await page(passer, before.pass);
    expect(third.said.at(-1)).toBe('I see that you are back.');
    third.close();
  });

  test('is one: a second is told who did; and who has left is not spoken to', async () => {
    const { known } = await spoken();
    const { problem } = await speak(known.id, 'Hello?', lead);
    expect(problem).toMatchObject({ code: 'already_taken' });
    const [left] = [tab()];
    await here(left);
    const other = (await list()).passers.find(({ spoken: told }) => told === null)!;
    await rows().change({ seenAt: ago(30_000) }, { passer: left });
    expect((await speak(other.id, 'Hello?')).problem?.code).toBe('not_found');
  });

  test('waits half a minute for the page to ask, and no longer', async () => {
    const { passer } = await spoken();
    await rows().change({ saidAt: ago(31_000) }, { passer });
    expect(await (await here(passer)).json()).toEqual({ come: false });
    expect((await list()).passers[0]!.spoken).toMatchObject({ stands: 'left' });
    const visitor = await page(passer);
    expect(visitor.said).not.toContain('May I help?');
    visitor.close();
  });

  test('who is put to rest meanwhile says nothing more', async () => {
    const { passer } = await spoken();
    const members = (await lead.call(memberRoutes.list)).reply.members;
    const id = members.find(({ email }) => email === workspace.agent)!.id;
    await lead.call(memberRoutes.rest, { params: { id } });
    const visitor = await page(passer);
    expect(visitor.said).not.toContain('May I help?');
    visitor.close();
  });
});
