import { conversationRoutes, peopleRoutes, replayRoutes, todayRoutes, trialRoutes } from '@kineta/contract';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
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
import { Trials } from './trials.ts';

let server: RunningServer;
let workspace: Workspace;
let lead: Browser;
let flow: string;
beforeAll(async () => {
  server = await testServer(await emptyDatabase());
  ({ workspace, lead, flow } = await publishing(server, 'trials'));
});
afterAll(() => server.close());

const begin = async (as: 'new' | 'returning' | 'known', page?: string) => {
  const body = { as, ...(page === undefined ? {} : { page }) };
  const { reply, problem } = await lead.call(trialRoutes.begin, { params: { id: workspace.site }, body });
  const url = reply?.url ?? '';
  return { problem, url, trial: url && new URL(url).searchParams.get('kineta-try')! };
};
const open = async (trial: string, pass?: VisitorPage['pass']) =>
  new VisitorPage(server, await boardingPass(server, workspace.siteKey), pass, trial).open();
const detail = async ({ welcome }: VisitorPage) =>
  (await lead.call(conversationRoutes.get, { params: { id: welcome.conversation } })).reply;

describe('a chat that is tried', () => {
  test('is had on the real page, as another visitor each time, who may be known', async () => {
    const first = await begin('new', '/heat-pumps?from=mail');
    expect(first.url).toMatch(/\/heat-pumps\?from=mail&kineta-try=/);
    const again = await begin('new');
    const [one, other] = [await open(first.trial), await open(again.trial)];
    expect(other.pass!.id).not.toBe(one.pass!.id);
    const back = await open(first.trial!, one.pass);
    expect(back.welcome.conversation).toBe(one.welcome.conversation);
    const known = await open((await begin('known')).trial);
    expect((await detail(known)).facts).toContainEqual({ fact: 'email', type: 'email', value: 'lead@trials.example' });
    for (const page of [one, other, back, known]) page.close();
  });

  test('is marked, and counts nowhere: not for figures, people, replays nor what listens', async () => {
    const day = async () =>
      (await lead.call(todayRoutes.get)).reply.figures.find(({ code }) => code === 'conversations')!.count;
    const before = await day();
    const page = await open((await begin('new')).trial);
    await page.reply('Flat', { choice: 'c1' });
    await page.reply('maya@example.org');
    const { conversation, facts } = await detail(page);
    expect(conversation.test).toBe(true);
    expect(facts).toContainEqual({ fact: 'email', type: 'email', value: 'maya@example.org' });
    expect(await day()).toBe(before);
    const { reply: people } = await lead.call(peopleRoutes.list, { query: {} });
    expect(people.people).toEqual([]);
    const { reply: recorded } = await lead.call(replayRoutes.recorded, { params: { id: flow }, query: {} });
    expect(recorded.conversations).toEqual([]);
    const events = await server.database.query('SELECT id FROM events WHERE conversation_id = :id', {
      replacements: { id: conversation.id },
    });
    expect(events[0]).toEqual([]);
    page.close();
  });

  test('is begun with a genuine pass of this site alone, and not with an old one', async () => {
    const { trial } = await begin('new');
    await expect(open(`${trial}x`)).rejects.toThrow();
    const trials = new Trials('of another instance');
    await expect(open(trials.issue({ site: workspace.site, as: 'new', member: '1' }))).rejects.toThrow();
    const pass = { site: workspace.site, as: 'known', member: '1' } as const;
    const issued = trials.issue(pass, 0);
    expect(trials.read(issued, 1)).toEqual(pass);
    expect(trials.read(issued, 16 * 60_000)).toBeUndefined();
    const other = server.house.ports.trials.issue({ site: '999', as: 'new', member: '1' });
    await expect(open(other)).rejects.toThrow();
  });

  test('leads only to pages of the site', async () => {
    for (const page of ['//elsewhere.example', 'https://elsewhere.example/', '/\\elsewhere.example'])
      expect((await begin('new', page)).problem?.status).toBe(400);
  });
});
