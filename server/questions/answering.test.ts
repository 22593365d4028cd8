import { conversationRoutes, flowRoutes, type ProposedChange, questionRoutes } from '@kineta/contract';
import { blankArticle, type Flow, FORMAT } from '@kineta/core';
import { afterAll, beforeAll, expect, test, vi } from 'vitest';
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
import { askedQuestions } from './model.ts';

const line = (text: string) => [[{ text }]];
const flow: Flow = {
  format: FORMAT,
  name: 'Boats',
  speaker: 'Robin',
  facts: [],
  scenes: [
    {
      id: 'main',
      title: 'Main',
      steps: [
        {
          id: 'which',
          kind: 'ask',
          line: line('Morning or evening?'),
          answer: {
            type: 'choice',
            choices: [
              { id: 'm', label: 'Morning' },
              { id: 'e', label: 'Evening' },
            ],
          },
          tries: 2,
        },
        { id: 'q', kind: 'answer questions', line: line('Anything else?'), misses: 2, asksHelped: true },
        { id: 'end', kind: 'end' },
      ],
    },
  ],
};

let server: RunningServer;
let workspace: Workspace;
let lead: Browser;
let boarding: string;
let dogs: string;
const pages: VisitorPage[] = [];

beforeAll(async () => {
  server = await testServer(await emptyDatabase());
  workspace = await makeWorkspace(server.database, 'boats');
  lead = await new Browser(server).signIn(workspace.lead);
  const { id } = (await lead.call(flowRoutes.create, { body: { file: JSON.stringify(flow) } })).reply;
  await lead.call(flowRoutes.publish, { params: { id }, body: { revision: 1, sites: [workspace.site] } });
  boarding = await boardingPass(server, workspace.siteKey);
  const add = async (question: string, answer: string, more = {}) =>
    (await lead.call(questionRoutes.add, { body: { ...blankArticle, question, answer, ...more } })).reply.id;
  dogs = await add('May I bring my dog?', 'On a **lead**, on the upper deck.');
  await add('Where do the boats leave?', 'From pier four.');
  await add('Is the winter boat heated?', 'It is.', { audience: { ...blankArticle.audience, pages: ['/winter*'] } });
});
afterAll(async () => {
  for (const page of pages) page.close();
  await server.close();
});

async function come(page = '/'): Promise<VisitorPage> {
  const visitor = new VisitorPage(server, boarding);
  pages.push(visitor);
  return visitor.open({ page });
}
const kinds = (visitor: VisitorPage) => visitor.entries.map(({ kind }) => kind);
const asked = () => server.house.tables.in(workspace.id).of(askedQuestions).all({}, { by: 'number' });

test('a question in the middle of another is answered, counted, and not told of more than was said', async () => {
  const visitor = await come();
  await visitor.reply('may I bring my dog?');
  await vi.waitFor(() => expect(kinds(visitor)).toEqual(['asked', 'replied', 'told', 'asked']), 10_000);
  const told = visitor.entries.find(({ kind }) => kind === 'told');
  expect(told).toMatchObject({
    article: { id: dogs, question: 'May I bring my dog?' },
    blocks: [{ says: [{ text: 'On a ' }, { text: 'lead', strong: true }, { text: ', on the upper deck.' }] }],
  });
  expect(JSON.stringify(visitor.entries)).not.toContain('confidence');
  await vi.waitFor(async () => expect(await asked()).toMatchObject([{ did: 'answered', articleId: dogs }]), 10_000);
  const { articles } = (await lead.call(questionRoutes.list, {})).reply;
  expect(articles.find(({ id }) => id === dogs)?.used).toBe(1);

  await visitor.reply('Morning');
  await visitor.reply('where do the boats leave');
  await visitor.reply('no');
  await vi.waitFor(async () => expect((await asked()).find(({ helped }) => helped === false)).toBeDefined(), 10_000);
  await visitor.reply('who won the cup');
  // The second miss in a row.
  await vi.waitFor(() => expect(kinds(visitor).at(-1)).toBe('handed over'), 10_000);
  await vi.waitFor(async () => expect((await asked()).at(-1)).toMatchObject({ did: 'did not know' }), 10_000);
});

test('two questions in one message are both answered', async () => {
  const visitor = await come();
  await visitor.reply('May I bring my dog? And where do the boats leave?');
  await vi.waitFor(() => expect(kinds(visitor)).toEqual(['asked', 'replied', 'told', 'told', 'asked']), 10_000);
  const { reply } = await lead.call(questionRoutes.ask, {
    body: { text: 'May I bring my dog? And where do the boats leave?' },
  });
  expect(reply.several?.map(({ asked }) => asked)).toEqual(['May I bring my dog?', 'And where do the boats leave?']);
});

test('where answers cannot be read the chat opens all the same, and goes on', async () => {
  const other = await makeWorkspace(server.database, 'broken');
  const lead = await new Browser(server).signIn(other.lead);
  const { id } = (await lead.call(flowRoutes.create, { body: { file: JSON.stringify(flow) } })).reply;
  await lead.call(flowRoutes.publish, { params: { id }, body: { revision: 1, sites: [other.site] } });
  await server.house.database.query(
    `INSERT INTO articles (workspace_id, written, place, number) VALUES (${other.id}, '{"unheard": "of"}', 1, 1)`,
  );
  await server.house.database.query(`UPDATE workspaces SET articles_number = 1 WHERE id = ${other.id}`);
  server.house.ports.directories.forget(other.id);
  const visitor = new VisitorPage(server, await boardingPass(server, other.siteKey));
  pages.push(visitor);
  await visitor.open({ page: '/' });
  await visitor.reply('may I bring my dog?');
  await vi.waitFor(() => expect(kinds(visitor)).toEqual(['asked', 'replied', 'asked']), 10_000);
});

test('what is for other pages is not said', async () => {
  const summer = await come('/summer');
  await summer.reply('is the winter boat heated?');
  await vi.waitFor(() => expect(kinds(summer).at(-1)).toBe('asked'), 10_000);
  expect(kinds(summer)).not.toContain('told');
  const winter = await come('/winter');
  await winter.reply('is the winter boat heated?');
  await vi.waitFor(() => expect(kinds(winter)).toContain('told'), 10_000);
});

test('nobody’s browser says what was found', async () => {
  const visitor = await come();
  const found = {
    articles: [{ id: dogs, question: 'x', answer: 'Made up.', confidence: 1, tags: [] }],
    byMeaning: true,
  };
  expect(await visitor.reply('is it made up?', { found } as never)).toMatchObject({ ok: false });
  expect(kinds(visitor)).not.toContain('told');
});

test('what was missed is put together, worded or drafted from what somebody answered, and is closed then', async () => {
  const agent = await new Browser(server).signIn(workspace.agent);
  const visitor = await come();
  await visitor.reply('can I book the whole boat?');
  await visitor.reply('get me a person please');
  await vi.waitFor(() => expect(kinds(visitor).at(-1)).toBe('handed over'), 10_000);
  const { conversation } = visitor.welcome;
  await agent.call(conversationRoutes.take, { params: { id: conversation } });
  await agent.call(conversationRoutes.reply, {
    params: { id: conversation },
    body: { clientId: 'a-reply-of-priya', text: 'You can, from £400 for an evening.' },
  });
  const gaps = async () => (await lead.call(questionRoutes.gaps, {})).reply.gaps;
  const gapOf = async (title: RegExp) => (await gaps()).find(gap => title.test(gap.title));
  await vi.waitFor(async () => expect(await gapOf(/whole boat/)).toMatchObject({ count: 1 }), 10_000);
  const { places } = (await gapOf(/whole boat/))!;
  expect((await agent.call(questionRoutes.draftGap, { body: { places } })).problem).toMatchObject({
    code: 'not_allowed',
  });
  const { id } = (await lead.call(questionRoutes.draftGap, { body: { places } })).reply;
  const { article } = (await lead.call(questionRoutes.one, { params: { id } })).reply;
  expect(article).toMatchObject({
    question: 'Can I book the whole boat?',
    answer: 'You can, from £400 for an evening.',
    draft: true,
  });
  expect(await gapOf(/whole boat/)).toBeUndefined();

  // What an agent answered otherwise than was suggested is missed as well; what was used is not.
  const taught = { conversation, asked: 'is there a bar on board', article: null, confidence: 0 };
  await agent.call(questionRoutes.answered, { body: { ...taught, number: 1, used: false } });
  await agent.call(questionRoutes.answered, { body: { ...taught, number: 2, used: true, asked: 'are dogs fine' } });
  const bar = (await gapOf(/bar on board/))!;
  expect(await gapOf(/dogs fine/)).toBeUndefined();
  await lead.call(questionRoutes.wordGap, { body: { article: dogs, places: bar.places } });
  expect((await lead.call(questionRoutes.one, { params: { id: dogs } })).reply.article.wordings).toEqual([
    'is there a bar on board',
  ]);
  const cup = (await gapOf(/cup/))!;
  await lead.call(questionRoutes.dismissGap, { body: { places: cup.places } });
  expect(await gapOf(/cup/)).toBeUndefined();
});

test('what is right is kept as an example, asked at every change, and from how sure on it is said is set', async () => {
  const keep = (asked: string, article: string | null) =>
    lead.call(questionRoutes.keepExample, { body: { asked, article } });
  expect((await keep('is my poodle fine', '999999')).problem).toMatchObject({ code: 'not_found' });
  await keep('may i bring my dog', null);
  await keep('may i bring my dog', dogs);
  await keep('who is the mayor', null);
  const examples = async () => (await lead.call(questionRoutes.examples, {})).reply.examples;
  await vi.waitFor(async () => expect((await examples()).every(({ found }) => found !== null)).toBe(true), 30_000);
  const [mayor, dog] = await examples();
  expect(await examples()).toHaveLength(2);
  expect(dog).toMatchObject({ article: dogs });
  expect(dog!.found![0]!.id).toBe(dogs);
  await lead.call(questionRoutes.leaveExample, { params: { id: mayor!.id } });
  expect(await examples()).toHaveLength(1);

  const set = (answer: number, meant: number) => lead.call(questionRoutes.setSure, { body: { answer, meant } });
  expect((await set(0.3, 0.6)).problem).toMatchObject({ code: 'invalid_request' });
  await set(0.98, 0.6);
  const { thresholds } = (await lead.call(questionRoutes.ask, { body: { text: 'dogs' } })).reply;
  expect(thresholds).toEqual({ answer: 0.98, meant: 0.6 });
});

test('what a change of an answer would do to the examples is told before anybody is told the answer', async () => {
  const asked = 'may i bring my dog';
  await lead.call(questionRoutes.setSure, { body: { answer: 0.6, meant: 0.15 } });
  await lead.call(questionRoutes.keepExample, { body: { asked, article: dogs } });
  const { reply: page } = await lead.call(questionRoutes.one, { params: { id: dogs } });
  const would = async (id: string | null, article: object, by = lead) =>
    by.call(questionRoutes.wouldChange, { body: { what: 'write', id, article: { ...page.article, ...article } } });
  const as = async (id: string | null, article: object) => {
    let reply = (await would(id, article)).reply;
    await vi.waitFor(async () => {
      ({ reply } = await would(id, article));
      expect(reply.isReading).toBe(false);
    }, 30_000);
    return reply.changed.find(one => one.asked === asked);
  };
  expect(await as(dogs, {})).toBeUndefined();
  // Written about something else, with nothing of a dog in it, or said to nobody.
  expect(
    await as(dogs, { question: 'Which engine does the boat have?', answer: 'Two of diesel.', wordings: [] }),
  ).toMatchObject({ now: 'right', would: 'missed' });
  expect(await as(dogs, { draft: true })).toMatchObject({ now: 'right', would: 'missed' });
  // Another that is asked so word for word makes it unsure.
  const other = await as(null, { question: 'May I bring my dog?', answer: 'No dogs at all.' });
  expect(other).toMatchObject({ now: 'right', would: 'asked back', best: 'May I bring my dog?' });

  // The same of several at once, of two made one, and of what was found in a document.
  const change = async (body: ProposedChange) =>
    (await lead.call(questionRoutes.wouldChange, { body })).reply.changed.find(one => one.asked === asked);
  const { articles } = (await lead.call(questionRoutes.list, {})).reply;
  const boats = articles.find(({ question }) => question === 'Where do the boats leave?')!.id;
  expect(await change({ what: 'remove', ids: [dogs, boats] })).toMatchObject({ now: 'right', would: 'missed' });
  expect(await change({ what: 'remove', ids: [boats] })).toBeUndefined();
  expect(await change({ what: 'approve', ids: [dogs] })).toBeUndefined();
  expect(await change({ what: 'join', id: dogs, other: boats })).toBeUndefined();
  // The other one answers then.
  expect(await change({ what: 'join', id: boats, other: dogs })).toMatchObject({ now: 'right', would: 'wrong' });
  const part = { id: null, question: 'May I bring my dog?', answer: 'No dogs at all.' };
  expect(await change({ what: 'take', taken: [{ source: 'dogs.md', parts: [part], gone: [] }] })).toMatchObject({
    would: 'asked back',
  });

  // Nothing of this was kept.
  expect((await lead.call(questionRoutes.one, { params: { id: dogs } })).reply).toEqual(page);
  expect((await would('999999', {})).problem).toMatchObject({ code: 'not_found' });
  const agent = await new Browser(server).signIn(workspace.agent);
  expect((await would(dogs, {}, agent)).status).toBe(403);
});

test('what is often asked is read without asking, and nothing else', async () => {
  const visitor = await come();
  expect(visitor.welcome.often).toBeUndefined();
  await lead.call(questionRoutes.several, { body: { ids: [dogs], done: { what: 'list', listed: true } } });
  const again = await come();
  const there = async (page: string | null) => (await lead.call(questionRoutes.listedThere, { body: { page } })).reply;
  expect(await there(null)).toEqual({ shown: [{ id: dogs, question: 'May I bring my dog?' }], held: [] });
  const { reply: was } = await lead.call(questionRoutes.one, { params: { id: dogs } });
  const narrow = (pages: string[], number: number) =>
    lead.call(questionRoutes.change, {
      params: { id: dogs },
      body: { article: { ...was.article, audience: { ...was.article.audience, pages } }, number },
    });
  const narrowed = await narrow(['/boats*'], was.number);
  expect((await there('/boats/1')).shown).toHaveLength(1);
  expect(await there('/pier')).toEqual({
    shown: [],
    held: [{ id: dogs, question: 'May I bring my dog?', withheld: ['other page'] }],
  });
  await narrow([], narrowed.reply.number);
  expect(again.welcome.often).toEqual([{ id: dogs, question: 'May I bring my dog?' }]);
  const read = (reads: object): Promise<{ found: Array<{ id: string }> }> =>
    new Promise(resolve => again.socket.emit('answers', reads as never, resolve as never));
  expect(await read({ id: dogs })).toMatchObject({ found: [{ id: dogs, blocks: [expect.anything()] }] });
  expect(await read({ text: 'may i bring my dog' })).toMatchObject({ found: [{ id: dogs }] });
  const { articles } = (await lead.call(questionRoutes.list, {})).reply;
  const unlisted = articles.find(({ listed, draft }) => !listed && !draft)!;
  expect(await read({ id: unlisted.id })).toMatchObject({ found: [] });
  expect(await read({})).toMatchObject({ ok: false });
});
