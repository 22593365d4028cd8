import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { conversationRoutes, flowRoutes, questionRoutes, type Settings, settingsRoutes } from '@kineta/contract';
import { blankArticle, type Flow, FORMAT, type OutsideName } from '@kineta/core';
import { afterAll, beforeAll, beforeEach, expect, test, vi } from 'vitest';
import type { RunningServer } from '../../server.ts';
import {
  Browser,
  boardingPass,
  emptyDatabase,
  makeWorkspace,
  testServer,
  VisitorPage,
  type Workspace,
} from '../../tests/kineta.ts';

const line = (text: string) => [[{ text }]];
const answersBy = (outside: OutsideName): Flow['scenes'][number] => ({
  id: outside,
  title: outside,
  steps: [
    { id: `${outside}-q`, kind: 'answer questions', line: line('Ask away.'), misses: 2, outside },
    { id: `${outside}-end`, kind: 'end' },
  ],
});
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
          id: 'whom',
          kind: 'ask',
          line: line('Whom would you like to ask?'),
          answer: {
            type: 'choice',
            choices: [
              { id: 'composed', label: 'The model', to: 'composed' },
              { id: 'service', label: 'The service', to: 'service' },
            ],
          },
          tries: 2,
        },
        { id: 'end', kind: 'end' },
      ],
    },
    answersBy('composed'),
    answersBy('service'),
  ],
};

interface Sent {
  path: string;
  body: Record<string, unknown>;
}
let outside: Server;
let server: RunningServer;
let workspace: Workspace;
let lead: Browser;
let boarding: string;
const pages: VisitorPage[] = [];
let sent: Sent[] = [];
/** What it answers next; null where it answers nothing. */
let answer: unknown;

const model = { url: 'https://words.example/chat/completions', name: 'small', instructions: 'Warm.', seconds: 1 };
const service = { url: 'https://words.example/answerer', seconds: 1 };
const set = (body: Partial<Settings>) => lead.call(settingsRoutes.save, { body });
const completion = (content: string) => ({ choices: [{ message: { role: 'assistant', content } }] });

beforeAll(async () => {
  outside = createServer(async (request, response) => {
    const parts: Buffer[] = [];
    for await (const part of request) parts.push(part as Buffer);
    sent.push({ path: request.url!, body: JSON.parse(Buffer.concat(parts).toString()) });
    if (answer !== null) response.writeHead(200, { 'content-type': 'application/json' }).end(JSON.stringify(answer));
  });
  await new Promise<void>(resolve => outside.listen(0, '127.0.0.1', resolve));
  const url = `http://localhost:${(outside.address() as AddressInfo).port}`;
  server = await testServer(await emptyDatabase(), 0, { standIns: { 'words.example': url } });
  workspace = await makeWorkspace(server.database, 'boats');
  lead = await new Browser(server).signIn(workspace.lead);
  boarding = await boardingPass(server, workspace.siteKey);
  const { id } = (await lead.call(flowRoutes.create, { body: { file: JSON.stringify(flow) } })).reply;
  await lead.call(flowRoutes.publish, { params: { id }, body: { revision: 1, sites: [workspace.site] } });
  for (const [question, answer] of [
    ['What does a trip cost?', 'A trip costs £18 a day.'],
    ['Where do the boats leave?', 'From pier four.'],
  ] as const)
    await lead.call(questionRoutes.add, { body: { ...blankArticle, question, answer } });
});
afterAll(async () => {
  for (const page of pages) page.close();
  await server.close();
  outside.closeAllConnections();
  outside.close();
});
beforeEach(() => {
  sent = [];
});

async function come(by: OutsideName): Promise<VisitorPage> {
  const visitor = new VisitorPage(server, boarding);
  pages.push(visitor);
  await visitor.open({ page: '/' });
  await say(visitor, 'x', { choice: by });
  return visitor;
}
/** Says something, and waits until it is answered. */
async function say(visitor: VisitorPage, text: string, more: { choice?: string } = {}): Promise<void> {
  const before = visitor.entries.length;
  expect(await visitor.reply(text, more)).toMatchObject({ ok: true });
  await vi.waitFor(() => {
    expect(visitor.entries.length).toBeGreaterThan(before + 1);
    expect(visitor.entries.at(-1)!.kind).not.toBe('replied');
  }, 10_000);
}
const told = (visitor: VisitorPage): string =>
  visitor.entries
    .filter(({ kind }) => kind === 'told')
    .map(entry => JSON.stringify(entry))
    .join('\n');
/** How the team reads what was found. */
async function noted(visitor: VisitorPage): Promise<Record<string, unknown> | undefined> {
  const { entries } = (await lead.call(conversationRoutes.get, { params: { id: visitor.welcome.conversation! } }))
    .reply;
  return entries.findLast(({ kind }) => kind === 'looked up') as Record<string, unknown> | undefined;
}

test('nobody outside is asked until that is set up, and then with what is needed alone', async () => {
  const visitor = await come('composed');
  await say(visitor, 'What does a trip cost?');
  expect(sent).toEqual([]);
  expect(told(visitor)).toContain('A trip costs £18 a day.');
  expect(await noted(visitor)).toMatchObject({ outside: { did: 'failed', why: 'it is not set up.' } });

  await set({ answeringModel: model });
  answer = completion('A day out, lovely: that costs £18 [1].');
  await say(visitor, 'What does a trip cost?');
  expect(told(visitor)).toContain('A day out, lovely: that costs £18.');
  expect(visitor.entries.findLast(({ kind }) => kind === 'told')).toMatchObject({
    sources: [{ question: 'What does a trip cost?' }],
  });
  expect(sent).toHaveLength(1);
  expect(Object.keys(sent[0]!.body).toSorted()).toEqual(['max_tokens', 'messages', 'model', 'temperature']);
  expect(JSON.stringify(sent[0]!.body)).toContain('[1] What does a trip cost?\\nA trip costs £18 a day.');
});

test.each([
  ['invents a price', completion('Only £15 for you [1].'), { did: 'unfounded', what: 'price', is: '£15' }],
  ['names no source', completion('It costs £18.'), { did: 'unfounded', what: 'source' }],
  ['answers something else', { choices: [] }, { did: 'failed', why: 'its answer has another shape than is read.' }],
])('a model that %s is not said, but what is written', async (_, wrong, why) => {
  await set({ answeringModel: { ...model, url: `${model.url}/${encodeURIComponent(String(_))}` } });
  const visitor = await come('composed');
  answer = wrong;
  await say(visitor, 'What does a trip cost?');
  expect(told(visitor)).toContain('A trip costs £18 a day.');
  expect(await noted(visitor)).toMatchObject({ did: 'answered', outside: why });
});

test('a model that is too slow is waited for as long as is set, and after three times not at all for a while', async () => {
  await set({ answeringModel: { ...model, url: `${model.url}/slow` } });
  const visitor = await come('composed');
  answer = null;
  for (let time = 0; time < 4; time++) await say(visitor, 'What does a trip cost?');
  expect(sent).toHaveLength(3);
  expect(told(visitor).match(/A trip costs £18 a day\./g)).toHaveLength(4);
  expect(await noted(visitor)).toMatchObject({
    outside: { why: 'it has failed several times, and is left alone for a moment.' },
  });
});

test('a service is told what was said, and says lines, offers choices, fetches a person, or does not know', async () => {
  await set({ answeringService: service });
  const visitor = await come('service');
  answer = { lines: ['Trip BR-7 is at noon. <b>Bring a coat.</b>', 'What now?'], choices: ['Another day'] };
  await say(visitor, 'how is my trip BR-7');
  expect(sent[0]).toMatchObject({
    path: '/answerer',
    body: {
      message: 'how is my trip BR-7',
      page: '/',
      thread: expect.arrayContaining([{ by: 'business', text: 'Ask away.' }]),
    },
  });
  expect(JSON.stringify(visitor.entries)).toContain('<b>Bring a coat.</b>');
  expect(visitor.entries.at(-1)).toMatchObject({
    kind: 'asked',
    answer: { choices: [{ label: 'Another day' }, { id: 'done' }] },
  });
  answer = { notKnown: true };
  await say(visitor, 'What does a trip cost?');
  expect(told(visitor)).toBe('');
  answer = null;
  await say(visitor, 'What does a trip cost?');
  expect(told(visitor)).toContain('A trip costs £18 a day.');
  answer = { lines: ['Somebody does that with you.'], person: true };
  await say(visitor, 'move it please');
  expect(visitor.entries.map(({ kind }) => kind)).toContain('handed over');
  const thread = sent.at(-1)!.body.thread as Array<{ by: string; text: string }>;
  expect(thread).toContainEqual({ by: 'visitor', text: 'What does a trip cost?' });
});

test('a service inside a private network is none', async () => {
  await set({ answeringService: { url: 'http://127.0.0.1:9/x', seconds: 1 } });
  const visitor = await come('service');
  await say(visitor, 'Where do the boats leave?');
  expect(told(visitor)).toContain('From pier four.');
  expect((await noted(visitor))?.outside).toMatchObject({ why: expect.stringContaining('private network') });
});

test('a lead sees beforehand what would be made of it', async () => {
  await set({ answeringModel: { ...model, url: `${model.url}/tried` } });
  answer = completion('From pier four [1].');
  const { reply } = await lead.call(questionRoutes.ask, {
    body: { text: 'Where do the boats leave?', outside: 'composed' },
  });
  expect(reply.outside).toMatchObject({ did: 'composed', text: 'From pier four.' });
  expect(
    (await lead.call(questionRoutes.ask, { body: { text: 'Where do the boats leave?' } })).reply.outside,
  ).toBeNull();
});

test('what it is set to is read as it is written, and mistakes are told where they are', async () => {
  const { problem } = await set({ answeringModel: { ...model, url: 'words', name: '', seconds: 90 } });
  expect(problem?.fields?.map(({ path }) => path)).toEqual([
    'body.answeringModel.url',
    'body.answeringModel.name',
    'body.answeringModel.seconds',
  ]);
  expect((await set({ answeringModel: null, answeringService: null })).reply).toMatchObject({
    answeringModel: null,
    answeringService: null,
  });
});
