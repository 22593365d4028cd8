import { conversationRoutes } from '@kineta/contract';
import type { Flow } from '@kineta/core';
import { QueryTypes } from 'sequelize';
import { afterAll, beforeAll, describe, expect, test, vi } from 'vitest';
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
import { WaysBack } from './way-back.ts';

/** The greeting, whose email is the person’s. */
const flow: Flow = {
  ...greeting,
  facts: greeting.facts.map(fact =>
    fact.type === 'email' ? { ...fact, scope: 'visitor' as const, person: 'email' as const } : fact,
  ),
};

let server: RunningServer;
let workspace: Workspace;
let agent: Browser;
beforeAll(async () => {
  server = await testServer(await emptyDatabase());
  ({ workspace } = await publishing(server, 'Away', flow));
  agent = await new Browser(server).signIn(workspace.agent);
});
afterAll(() => server.close());

async function waiting(): Promise<VisitorPage> {
  const visitor = await new VisitorPage(server, await boardingPass(server, workspace.siteKey)).open();
  await visitor.reply('flat');
  await visitor.reply('maud@ellery.example');
  return visitor;
}
const select = <T extends object>(sql: string, about: object): Promise<T[]> =>
  server.database.query<T>(sql, { replacements: { ...about }, type: QueryTypes.SELECT });
const unseen = (id: string) =>
  select<{ number: number; due: Date }>(
    'SELECT number, due_at AS due FROM unseen_answers WHERE conversation_id = :id',
    { id },
  );
const mailed = (id: string) =>
  select<{ payload: { line: Array<Array<{ text: string; link?: string }>>; subject: string; to: string } }>(
    `SELECT payload FROM outbox WHERE conversation_id = :id AND kind = 'mail'`,
    { id },
  );
const fallsDue = (id: string) =>
  server.database.query(
    `UPDATE unseen_answers SET due_at = UTC_TIMESTAMP(3) - INTERVAL 1 SECOND WHERE conversation_id = :id`,
    { replacements: { id } },
  );
const answer = (id: string, text: string) =>
  agent.call(conversationRoutes.reply, { params: { id }, body: { clientId: crypto.randomUUID(), text } });
const isGone = (id: string) =>
  vi.waitFor(async () => {
    const { here } = (await agent.call(conversationRoutes.get, { params: { id } })).reply;
    expect(here).toBe(false);
  }, 10_000);

describe('an answer to who has left', () => {
  test('goes by email, all of it in one letter, with a way back into the conversation from any browser', async () => {
    const visitor = await waiting();
    const { conversation: id } = visitor.welcome;
    visitor.close();
    await isGone(id);
    expect((await agent.call(conversationRoutes.get, { params: { id } })).reply.email).toBe('maud@ellery.example');
    await answer(id, 'We come on Tuesday.');
    await vi.waitFor(async () => expect(await unseen(id)).toHaveLength(1), 10_000);
    const { due } = (await unseen(id))[0]!;
    await answer(id, 'In the morning.');
    await vi.waitFor(async () => expect((await unseen(id))[0]!.due.getTime()).toBeGreaterThan(due.getTime()), 10_000);
    await fallsDue(id);
    await vi.waitFor(async () => expect(await mailed(id)).toHaveLength(1), 10_000);
    const { payload } = (await mailed(id))[0]!;
    const words = payload.line.map(paragraph => paragraph.map(({ text }) => text).join(''));
    expect(payload.to).toBe('maud@ellery.example');
    expect(words.slice(1, 3)).toEqual(['Agent of Away: We come on Tuesday.', 'Agent of Away: In the morning.']);
    const { entries } = (await agent.call(conversationRoutes.get, { params: { id } })).reply;
    expect(entries.filter(({ kind }) => kind === 'emailed')).toHaveLength(1);

    const way = new URL(payload.line.at(-1)![0]!.link!).searchParams.get('kineta-back')!;
    const elsewhere = await new VisitorPage(server, await boardingPass(server, workspace.siteKey), {
      id: way.split('~')[0]!,
      secret: way,
    }).open();
    expect(elsewhere.welcome.conversation).toBe(id);
    await elsewhere.reply('Thank you.');
    const after = (await agent.call(conversationRoutes.get, { params: { id } })).reply;
    expect(after.entries.at(-1)).toMatchObject({ kind: 'replied', text: 'Thank you.' });
    elsewhere.close();
  });

  test('does not, when they are here, or have come back in the meantime', async () => {
    const here = await waiting();
    await answer(here.welcome.conversation, 'Hello.');
    const visitor = await waiting();
    const { conversation: id } = visitor.welcome;
    visitor.close();
    await isGone(id);
    await answer(id, 'We come on Tuesday.');
    await vi.waitFor(async () => expect(await unseen(id)).toHaveLength(1), 10_000);
    // What was said first was heard of first: to who is here nothing is to be mailed.
    expect(await unseen(here.welcome.conversation)).toEqual([]);
    const back = await new VisitorPage(server, await boardingPass(server, workspace.siteKey), visitor.pass).open();
    expect(back.welcome.conversation).toBe(id);
    back.close();
    await isGone(id);
    await fallsDue(id);
    await vi.waitFor(async () => expect(await unseen(id)).toEqual([]), 10_000);
    expect(await mailed(id)).toEqual([]);
    here.close();
  });
});

describe('a way back', () => {
  const ways = new WaysBack('a secret of this instance, long enough');
  const whose = { id: '12', site: '3' };
  const now = Date.parse('2026-11-24T10:00:00Z');
  const given = () => new URL(ways.onto('https://a.example', '/help?x=1', whose, now)).searchParams.get('kineta-back')!;

  test('leads back as one visitor, on one site, for a month', () => {
    expect(ways.onto('https://a.example', '/help?x=1', whose, now)).toMatch(
      /^https:\/\/a\.example\/help\?x=1&kineta-back=12/,
    );
    expect(given().length).toBeLessThanOrEqual(100);
    expect(given()).not.toContain('.');
    expect(ways.leads(given(), whose, now)).toBe(true);
    expect(ways.leads(given(), { ...whose, id: '13' }, now)).toBe(false);
    expect(ways.leads(given(), { ...whose, site: '4' }, now)).toBe(false);
    expect(ways.leads(given(), whose, now + 31 * 86_400_000)).toBe(false);
  });

  test.each([
    'https://elsewhere.example/x',
    '//elsewhere.example',
    '\\\\elsewhere.example',
    'http://[',
    'javascript:alert(1)',
  ])('leads to no other site, whatever page a browser told: %s', page =>
    expect(new URL(ways.onto('https://a.example', page, whose, now)).origin).toBe('https://a.example'),
  );

  test.each([
    [
      'of another instance',
      () => new WaysBack('another secret altogether').onto('https://a.example', '/', whose, now).split('=')[1]!,
    ],
    ['changed', () => given().replace('12', '13')],
    ['nothing', () => ''],
    ['cut short', () => given().slice(0, -1)],
    ['half of it', () => '12~3'],
  ])('%s leads nowhere', (_, way) => {
    for (const id of ['12', '13']) expect(ways.leads(way(), { ...whose, id }, now)).toBe(false);
  });
});
