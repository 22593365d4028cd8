import { type Person, peopleRoutes } from '@kineta/contract';
import type { Flow } from '@kineta/core';
import { QueryTypes } from 'sequelize';
import { afterAll, beforeAll, expect, test, vi } from 'vitest';
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

const png = Buffer.from(
  'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNkYPhfDwAChwGA60e6kgAAAABJRU5ErkJggg==',
  'base64',
);
const line = (text: string) => [[{ text }]];
const flow: Flow = {
  format: 'kineta.flow/2',
  name: 'All about you',
  speaker: 'Robin',
  facts: [
    { name: 'full name', type: 'text', scope: 'visitor', person: 'name' },
    { name: 'email', type: 'email', scope: 'visitor', person: 'email' },
    { name: 'photo', type: 'file', scope: 'conversation' },
  ],
  scenes: [
    {
      id: 'a',
      title: 'A',
      steps: [
        { id: 'name', kind: 'ask', line: line('Name?'), answer: { type: 'short text' }, fact: 'full name', tries: 2 },
        { id: 'mail', kind: 'ask', line: line('Email?'), answer: { type: 'email' }, fact: 'email', tries: 2 },
        {
          id: 'consent',
          kind: 'ask consent',
          purpose: 'news by email',
          line: [[{ text: 'May we write to you, ' }, { fact: 'full name', otherwise: 'you' }, { text: '?' }]],
        },
        {
          id: 'photo',
          kind: 'ask',
          line: line('A photo?'),
          answer: { type: 'file', kinds: ['pictures'], mostMegabytes: 2 },
          fact: 'photo',
          tries: 2,
        },
        {
          id: 'told',
          kind: 'notify',
          line: [[{ fact: 'full name', otherwise: 'Somebody' }, { text: ' is through.' }]],
        },
        {
          id: 'sent',
          kind: 'email',
          to: { fact: 'email' },
          subject: line('Hello'),
          line: [[{ text: 'Dear ' }, { fact: 'full name', otherwise: 'you' }]],
          askedFor: true,
        },
        { id: 'more', kind: 'ask', line: line('More?'), answer: { type: 'short text' }, fact: 'full name', tries: 2 },
        { id: 'e', kind: 'end' },
      ],
    },
  ],
};

let server: RunningServer;
let workspace: Workspace;
let elsewhere: Workspace;
let lead: Browser;
let boarding: string;

beforeAll(async () => {
  server = await testServer(await emptyDatabase());
  ({ workspace, lead } = await publishing(server, 'record', flow));
  elsewhere = await makeWorkspace(server.database, 'elsewhere');
  boarding = await boardingPass(server, workspace.siteKey);
});
afterAll(() => server.close());

/** Somebody goes through the whole flow, with words of theirs in every answer. */
async function through(name: string, email: string, pass?: VisitorPage['pass']): Promise<VisitorPage> {
  const page = await new VisitorPage(server, boarding, pass).open({ page: `/for-${name}` });
  await page.reply(`${name} Quill`);
  await page.reply(email);
  await page.reply('Yes');
  const { id, secret } = page.pass!;
  const sent = await fetch(`${server.url}/w/${workspace.siteKey}/files`, {
    method: 'POST',
    headers: {
      'content-type': 'application/octet-stream',
      'x-kineta-boarding': boarding,
      'x-kineta-visitor': `${id}.${secret}`,
      'x-kineta-name': `${name}.png`,
    },
    body: png,
  });
  const { id: file } = (await sent.json()) as { id: string };
  await page.reply(`${name}.png`, { file });
  return page;
}

/** Where in the whole database some words stand: every column of every table that holds text. */
async function whereIs(words: string): Promise<string[]> {
  const columns = await server.database.query<{ t: string; c: string }>(
    `SELECT table_name AS t, column_name AS c FROM information_schema.columns
     WHERE table_schema = DATABASE() AND data_type IN ('varchar', 'char', 'text', 'mediumtext', 'longtext', 'json')`,
    { type: QueryTypes.SELECT },
  );
  const found: string[] = [];
  for (const { t, c } of columns) {
    const [row] = await server.database.query<{ n: string }>(
      `SELECT COUNT(*) AS n FROM \`${t}\` WHERE LOWER(\`${c}\`) LIKE :words`,
      { replacements: { words: `%${words}%` }, type: QueryTypes.SELECT },
    );
    if (Number(row!.n) > 0) found.push(`${t}.${c}`);
  }
  return found;
}
const count = async (table: string) =>
  Number(
    (await server.database.query<{ n: string }>(`SELECT COUNT(*) AS n FROM ${table}`, { type: QueryTypes.SELECT }))[0]!
      .n,
  );
const personOf = async (search: string): Promise<Person | undefined> =>
  (await lead.call(peopleRoutes.list, { query: { search } })).reply.people[0];

test('all that is kept of somebody is told to them, and then erased wherever it lies; others keep theirs', async () => {
  const first = await through('zephyrine', 'zephyrine@quill.example');
  first.close();
  // The same person from another browser, with the chat still open while they are erased.
  const second = await through('zephyrine', 'zephyrine@quill.example');
  const other = await through('oswald', 'oswald@quill.example');
  await vi.waitFor(async () => expect(await count('notices')).toBe(3), { timeout: 10_000 });
  const person = await personOf('zephyrine');
  const kept = await whereIs('zephyrine');
  for (const place of ['entries.body', 'people.name', 'visitors.facts', 'conversations.session', 'consents.wording'])
    expect(kept).toContain(place);
  expect(kept).toEqual(expect.arrayContaining(['files.name', 'notices.text', 'outbox.payload', 'people_words.word']));

  const response = await lead.request('GET', `/api/people/${person!.id}/export`);
  expect(response.headers.get('content-disposition')).toContain(`person-${person!.id}.json`);
  const told = (await response.json()) as Record<string, Array<Record<string, unknown>>>;
  expect(told).toMatchObject({ format: 'kineta.person/1', person: { email: 'zephyrine@quill.example' } });
  expect(told.visits).toHaveLength(2);
  expect(told.conversations).toHaveLength(2);
  expect(JSON.stringify(told.conversations)).toContain('zephyrine Quill');
  expect(told.files?.map(({ base64 }) => base64)).toEqual(Array(2).fill(png.toString('base64')));
  for (const section of ['consents', 'notices', 'orders']) expect(told[section]).toHaveLength(2);
  expect(JSON.stringify(told)).not.toContain('oswald');
  expect(JSON.stringify(told)).not.toContain('secretHash');

  const [events, counted] = [await count('events'), await count('hourly_conversations')];
  const moved = vi.fn();
  second.socket.on('moving', moved);
  const { status, reply } = await lead.call(peopleRoutes.erase, { params: { id: person!.id } });
  expect({ status, reply }).toEqual({ status: 200, reply: { conversations: 2 } });
  expect(await whereIs('zephyrine')).toEqual([]);
  expect(await personOf('zephyrine')).toBeUndefined();
  expect(await count('events')).toBeLessThan(events);
  expect(await count('hourly_conversations')).toBe(counted);
  // Who has the chat open is asked to come again, and writes nothing more under what is gone.
  await vi.waitFor(() => expect(moved).toHaveBeenCalled());
  expect(await second.reply('I am zephyrine')).toMatchObject({ ok: false, problem: { code: 'not_found' } });
  const again = await new VisitorPage(server, boarding, second.pass).open();
  expect(again.pass?.id).not.toBe(second.welcome.visitor?.id);
  for (const page of [second, again, other]) page.close();

  expect((await personOf('oswald'))?.conversations).toBe(1);
  expect(await whereIs('oswald')).toContain('entries.body');
  expect(await count('files')).toBe(1);
});

test('is for leads of the workspace alone', async () => {
  const page = await through('ottoline', 'ottoline@quill.example');
  page.close();
  const person = await personOf('ottoline');
  const stranger = await new Browser(server).signIn(elsewhere.lead);
  const agent = await new Browser(server).signIn(workspace.agent);
  const params = { id: person!.id };
  expect((await stranger.call(peopleRoutes.erase, { params })).status).toBe(404);
  expect((await stranger.request('GET', `/api/people/${person!.id}/export`)).status).toBe(404);
  expect((await agent.call(peopleRoutes.erase, { params })).status).toBe(403);
  expect((await agent.request('GET', `/api/people/${person!.id}/export`)).status).toBe(403);
  expect(await personOf('ottoline')).toBeDefined();
});

test('broken off, it is done again', async () => {
  const page = await through('leonie', 'leonie@quill.example');
  page.close();
  const person = await personOf('leonie');
  // What the conversations kept is gone already by then; it dies while it takes away the person.
  const spy = vi.spyOn(server.house.ports.visitors, 'hold').mockRejectedValueOnce(new Error('It died.'));
  expect((await lead.call(peopleRoutes.erase, { params: { id: person!.id } })).status).toBe(500);
  expect(spy).toHaveBeenCalledTimes(1);
  spy.mockRestore();
  expect(await personOf('leonie')).toBeDefined();
  expect((await lead.call(peopleRoutes.erase, { params: { id: person!.id } })).status).toBe(200);
  expect(await whereIs('leonie')).toEqual([]);
});
