import { beforeRoutes, conversationRoutes, peopleRoutes, replayRoutes, siteRoutes } from '@kineta/contract';
import { BeforeChat, type Recorded } from '@kineta/core';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { teams } from '../account/model.ts';
import type { RunningServer } from '../server.ts';
import {
  type Browser,
  boardingPass,
  emptyDatabase,
  everybodyIsHere,
  publishing,
  testServer,
  VisitorPage,
  type Workspace,
} from '../tests/kineta.ts';

let server: RunningServer;
let workspace: Workspace;
let lead: Browser;
let flow: string;
beforeAll(async () => {
  server = await testServer(await emptyDatabase());
  ({ workspace, lead, flow } = await publishing(server, 'before'));
});
afterAll(() => server.close());

const name = { id: 'n', label: 'Your name', answer: { type: 'short text' }, fact: 'name', person: 'name' } as const;
const email = { id: 'e', label: 'Your email', answer: { type: 'email' }, fact: 'email', person: 'email' } as const;
const params = () => ({ id: workspace.site });
const get = async () => (await lead.call(beforeRoutes.get, { params: params() })).reply;
const put = async (before: object, number?: number) =>
  lead.call(beforeRoutes.put, {
    params: params(),
    body: {
      before: BeforeChat.parse({ words: 'Your name and email, please.', details: [name, email], ...before }),
      number: number ?? (await get()).number,
    },
  });
const visitor = async (pass?: VisitorPage['pass']) =>
  new VisitorPage(server, await boardingPass(server, workspace.siteKey), pass).open();
const detail = async ({ welcome }: VisitorPage) =>
  (await lead.call(conversationRoutes.get, { params: { id: welcome.conversation } })).reply;
const card = { step: 'before', fields: { n: { text: 'Maya Reyes' }, e: { text: 'maya@example.org' } } };

describe('what is asked before the chat', () => {
  test('is nothing until a lead says so, and of two leads none writes over the other', async () => {
    expect((await get()).before.when).toBe('never');
    const plain = await visitor();
    expect(plain.said).toEqual(['Hello!', 'What sort of home?']);
    plain.close();
    expect((await put({ when: 'at once' })).reply.number).toBe(1);
    expect((await put({ when: 'never' }, 0)).problem).toMatchObject({ code: 'before_changed', status: 409 });
    expect((await get()).before.when).toBe('at once');
  });

  test('is refused where it could not be asked like that, at its place', async () => {
    const { problem } = await put({ when: 'at once', words: 'Your phone number, please.', details: [name] });
    expect(problem).toMatchObject({ status: 400, fields: [{ path: 'body.before.words' }] });
    expect(problem!.detail).toBe('The words speak of a phone number, which is not asked.');
  });

  test('comes first; the flow greets when it was given, with all of it kept of the person', async () => {
    const page = await visitor();
    expect(page.said).toEqual(['Your name and email, please.']);
    expect((await detail(page)).conversation.holder).toBe('flow');
    await page.reply('Your name: Maya', { step: 'before', fields: { ...card.fields, e: { text: 'maya at home' } } });
    expect(page.said.at(-1)).toBe('One thing to look at:');
    await page.reply('Your name: Maya Reyes', card);
    expect(page.said.slice(-2)).toEqual(['Hello!', 'What sort of home?']);
    const { entries, facts, conversation } = await detail(page);
    expect(conversation.visitor).toBe('Maya Reyes');
    expect(facts).toContainEqual({ fact: 'email', type: 'email', value: 'maya@example.org' });
    const told = entries.flatMap(entry => (entry.kind === 'before the chat' ? [entry.part] : []));
    expect(told).toEqual(['asked', 'given']);
    const { reply } = await lead.call(peopleRoutes.list, { query: {} });
    expect(reply.people[0]).toMatchObject({ name: 'Maya Reyes', email: 'maya@example.org' });
    page.close();

    // Who is known is asked nothing.
    await lead.call(conversationRoutes.done, { params: { id: page.welcome.conversation } });
    await server.database.query('UPDATE conversations SET last_at = last_at - INTERVAL 1 HOUR');
    const again = await visitor(page.pass);
    expect(again.welcome.conversation).not.toBe(page.welcome.conversation);
    expect(again.said).toEqual(['Hello!', 'What sort of home?']);
    again.close();
  });

  test('keeps the first message, and gives it to the flow when it was given', async () => {
    await put({ when: 'first message' });
    const page = await visitor();
    expect(page.said).toEqual(['Hello!', 'What sort of home?']);
    await page.reply('A flat');
    expect(page.said.at(-1)).toBe('Your name and email, please.');
    await page.reply('Go on without', { step: 'before', choice: 'without' });
    expect(page.said.at(-1)).toBe('Your email?');
    page.close();
    const picks = await visitor();
    await picks.reply('Flat', { choice: 'c1' });
    expect(picks.said.at(-1)).toBe('Your email?');
    await picks.reply('maya@example.org');
    expect(picks.said.filter(words => words.startsWith('Your name'))).toEqual([]);
    picks.close();
  });

  test('nobody who talks with a person is asked; a card that was sent meanwhile is kept all the same', async () => {
    await put({ when: 'at once' });
    const page = await visitor();
    const id = page.welcome.conversation;
    await lead.call(conversationRoutes.take, { params: { id } });
    const asked = page.said.length;
    await page.reply('Is somebody there?');
    expect(page.said).toHaveLength(asked);
    await page.reply('sent', card);
    const { entries, conversation } = await detail(page);
    expect(entries.at(-1)).toMatchObject({ kind: 'before the chat', part: 'given' });
    expect(conversation).toMatchObject({ holder: 'agent', visitor: 'Maya Reyes' });
    page.close();

    await put({ when: 'first message' });
    const later = await visitor();
    await lead.call(conversationRoutes.take, { params: { id: later.welcome.conversation } });
    await later.reply('Hello?');
    expect(later.said).toEqual(['Hello!', 'What sort of home?']);
    later.close();
  });

  test('is asked only while nobody is there, if a lead says so', async () => {
    await put({ when: 'at once', onlyClosed: true });
    await everybodyIsHere(server, workspace.id);
    const open = await visitor();
    expect(open.said[0]).toBe('Hello!');
    const rows = server.house.tables.in(workspace.id).of(teams);
    const [team] = await rows.all({}, { most: 1 });
    const closed = { zone: 'Europe/London', open: [], seasons: [], special: [] };
    await rows.change({ hours: closed }, { id: team!.id });
    server.house.ports.directories.forget(workspace.id);
    const shut = await visitor();
    expect(shut.said).toEqual(['Your name and email, please.']);
    await rows.change({ hours: team!.hours }, { id: team!.id });
    server.house.ports.directories.forget(workspace.id);
    for (const page of [open, shut]) page.close();
  });

  test('a replay meets the flow’s part alone', async () => {
    const { reply } = await lead.call(replayRoutes.recorded, { params: { id: flow }, query: {} });
    const began = reply.conversations.filter(({ lines }: Recorded) => lines.length > 0);
    for (const { lines, remembered } of began) {
      expect(lines[0]).toMatchObject({ did: 'asked', step: 'home' });
      expect(lines.some(line => line.did === 'asked' && line.step === 'before')).toBe(false);
      expect(lines.some(line => line.did === 'replied' && line.fields)).toBe(false);
      expect(Object.keys(remembered).filter(fact => !['name', 'email'].includes(fact))).toEqual([]);
    }
    const held = began.find(({ lines }) => lines.some(line => line.did === 'replied' && line.text === 'A flat'));
    expect(held!.lines.map(({ did }) => did)).toEqual(['asked', 'replied', 'learnt', 'asked']);
  });

  test('the same card sent twice, as from two tabs, is taken once', async () => {
    await put({ when: 'at once' });
    const page = await visitor();
    await Promise.all([page.reply('sent', card), page.reply('sent', card)]);
    const { entries } = await detail(page);
    expect(entries.filter(entry => entry.kind === 'before the chat' && entry.part === 'given')).toHaveLength(1);
    page.close();
  });

  test('on a site without a flow it comes before anybody is called', async () => {
    await put({ when: 'at once' });
    await lead.call(siteRoutes.change, { params: params(), body: { flow: null } });
    const page = await visitor();
    expect(page.said).toEqual(['Your name and email, please.']);
    expect(page.welcome.holder).toBe('flow');
    await page.reply('sent', card);
    expect((await detail(page)).conversation.holder).toBe('waiting');
    page.close();
    await put({ when: 'first message' });
    const later = await visitor();
    expect(later.welcome.holder).toBe('waiting');
    await later.reply('Is anybody there?');
    expect(later.said).toEqual(['Your name and email, please.']);
    await later.reply('sent', card);
    expect((await detail(later)).conversation).toMatchObject({ holder: 'waiting', visitor: 'Maya Reyes' });
    later.close();
  });
});
