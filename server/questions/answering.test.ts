import { flowRoutes, questionRoutes } from '@kineta/contract';
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
