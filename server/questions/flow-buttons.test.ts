import { flowRoutes, questionRoutes } from '@kineta/contract';
import { blankArticle, type Flow, FORMAT, type KeptArticle } from '@kineta/core';
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

const line = (text: string) => [[{ text }]];
const flowOf = (name: string, asks: string): Flow => ({
  format: FORMAT,
  name,
  speaker: name,
  facts: [{ name: 'when', type: 'text', scope: 'conversation' }],
  scenes: [
    {
      id: 'main',
      title: 'Main',
      steps: [
        {
          id: 'which',
          kind: 'ask',
          line: line(asks),
          answer: {
            type: 'choice',
            choices: [
              { id: 'm', label: 'Morning' },
              { id: 'e', label: 'Evening', to: 'day' },
            ],
          },
          fact: 'when',
          tries: 2,
        },
        { id: 'end', kind: 'end' },
      ],
    },
    {
      id: 'day',
      title: 'Which day',
      steps: [
        { id: 'day-1', kind: 'ask', line: line(`${name}: which day?`), answer: { type: 'date' }, tries: 2 },
        { id: 'end-day', kind: 'end' },
      ],
    },
  ],
});

let server: RunningServer;
let workspace: Workspace;
let lead: Browser;
let boarding: string;
let tickets: string;
let dogs: string;
const pages: VisitorPage[] = [];

const add = async (article: Partial<KeptArticle>) =>
  (await lead.call(questionRoutes.add, { body: { ...blankArticle, ...article } })).reply.id;

beforeAll(async () => {
  server = await testServer(await emptyDatabase());
  workspace = await makeWorkspace(server.database, 'boats');
  lead = await new Browser(server).signIn(workspace.lead);
  for (const [flow, sites] of [
    [flowOf('Boats', 'Morning or evening?'), [workspace.site]],
    [flowOf('Tickets', 'For which boat?'), []],
  ] as const) {
    const { id } = (await lead.call(flowRoutes.create, { body: { file: JSON.stringify(flow) } })).reply;
    const published = await lead.call(flowRoutes.publish, { params: { id }, body: { revision: 1, sites: [...sites] } });
    expect(published.problem).toBeUndefined();
    if (flow.name === 'Tickets') tickets = id;
  }
  boarding = await boardingPass(server, workspace.siteKey);
  await add({
    question: 'Buy tickets',
    wordings: ['I would like to buy tickets', 'book seats on the boat'],
    flows: [{ label: 'Buy tickets', flow: tickets }],
    atOnce: true,
  });
  dogs = await add({
    question: 'May I bring my dog?',
    answer: 'On a lead.',
    flows: [
      { label: 'Tickets for two and a dog', flow: tickets },
      { label: 'A cabin', flow: '999999' },
      { label: 'Which day', flow: tickets, scene: 'day' },
    ],
    listed: true,
  });
  // They are read for their meaning first.
  await vi.waitFor(
    async () =>
      expect((await lead.call(questionRoutes.ask, { body: { text: 'dogs' } })).reply).toMatchObject({
        byMeaning: true,
        unread: 0,
      }),
    30_000,
  );
});
afterAll(async () => {
  for (const page of pages) page.close();
  await server.close();
});

async function come(): Promise<VisitorPage> {
  const visitor = new VisitorPage(server, boarding);
  pages.push(visitor);
  return visitor.open({ page: '/' });
}
const asked = (visitor: VisitorPage) => visitor.entries.filter(({ kind }) => kind === 'asked');

test('words begin another flow, from the middle of one and from its end', async () => {
  const visitor = await come();
  await visitor.reply('I would like to buy some tickets please');
  await vi.waitFor(() => expect(asked(visitor).at(-1)).toMatchObject({ line: line('For which boat?') }), 10_000);
  expect(visitor.entries.at(-1)).toMatchObject({ speaker: 'Tickets' });

  const other = await come();
  await other.reply('Morning');
  await other.reply('buy tickets');
  await vi.waitFor(() => expect(asked(other).at(-1)).toMatchObject({ line: line('For which boat?') }), 10_000);
});

test('a button behind an answer begins its flow, and no other can be begun by it', async () => {
  const visitor = await come();
  await visitor.reply('may I bring my dog?');
  const told = await vi.waitFor(() => {
    const found = visitor.entries.find(({ kind }) => kind === 'told');
    expect(found).toBeDefined();
    return found!;
  }, 10_000);
  // The flow of the other button is not published.
  expect(told).toHaveProperty('flows', [{ label: 'Tickets for two and a dog' }, { label: 'Which day' }]);
  expect(JSON.stringify(visitor.entries)).not.toContain('"flow"');
  const before = asked(visitor).length;
  await visitor.reply('A cabin', { buttonOf: dogs });
  await vi.waitFor(() => expect(asked(visitor).length).toBe(before + 1), 10_000);
  expect(asked(visitor).at(-1)).toMatchObject({ speaker: 'Boats' });
  await visitor.reply('Tickets for two and a dog', { buttonOf: dogs });
  await vi.waitFor(() => expect(asked(visitor).at(-1)).toMatchObject({ line: line('For which boat?') }), 10_000);
  const said = visitor.entries.findLast(({ kind }) => kind === 'replied');
  expect(said).toMatchObject({ text: 'Tickets for two and a dog' });
  expect(JSON.stringify(said)).not.toContain('startsFlow');
});

test('a button leads to a scene, of another flow and of the one that leads', async () => {
  const visitor = await come();
  await visitor.reply('Which day', { buttonOf: dogs });
  await vi.waitFor(() => expect(asked(visitor).at(-1)).toMatchObject({ line: line('Tickets: which day?') }), 10_000);
  await visitor.reply('Tickets for two and a dog', { buttonOf: dogs });
  await vi.waitFor(() => expect(asked(visitor).at(-1)).toMatchObject({ line: line('For which boat?') }), 10_000);
  await visitor.reply('Which day', { buttonOf: dogs });
  await vi.waitFor(() => expect(asked(visitor).at(-1)).toMatchObject({ line: line('Tickets: which day?') }), 10_000);
});

test('it stands behind an answer that is read before anything is asked, and begins its flow from there', async () => {
  const visitor = await come();
  const read = (reads: object): Promise<object> =>
    new Promise(resolve => visitor.socket.emit('answers', reads as never, resolve as never));
  expect(await read({ id: dogs })).toMatchObject({
    found: [{ flows: [{ label: 'Tickets for two and a dog' }, { label: 'Which day' }] }],
  });
  await visitor.reply('Tickets for two and a dog', { buttonOf: dogs });
  await vi.waitFor(() => expect(asked(visitor).at(-1)).toMatchObject({ line: line('For which boat?') }), 10_000);
});

test('where its flow is not published an answer that only begins it is not said, and why', async () => {
  const ask = async () =>
    (await lead.call(questionRoutes.ask, { body: { text: 'I would like to buy tickets' } })).reply.found[0];
  expect(await ask()).toMatchObject({
    question: 'Buy tickets',
    flows: [{ label: 'Buy tickets', flow: 'Tickets' }],
    atOnce: true,
    withheld: [],
  });
  await lead.call(flowRoutes.remove, { params: { id: tickets } });
  await vi.waitFor(
    async () => expect(await ask()).toMatchObject({ flows: [], atOnce: false, withheld: ['flow not published'] }),
    10_000,
  );
});
