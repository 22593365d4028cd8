import { flowRoutes, type Person, peopleRoutes } from '@kineta/contract';
import { type Flow, wordsOfPerson } from '@kineta/core';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { Tables } from '../database/rows.ts';
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
import { peopleWords, people as table } from './model.ts';
import { keepWords } from './words.ts';

const card: Flow = {
  format: 'kineta.flow/2',
  name: 'Who are you?',
  speaker: 'Robin',
  facts: [
    { name: 'full name', type: 'text', scope: 'visitor', person: 'name' },
    { name: 'email', type: 'email', scope: 'visitor', person: 'email' },
    { name: 'phone', type: 'phone', scope: 'visitor', person: 'phone' },
    { name: 'home type', type: 'text', scope: 'visitor' },
    { name: 'agreed', type: 'yes/no', scope: 'visitor' },
  ],
  scenes: [
    {
      id: 'a',
      title: 'A',
      steps: [
        {
          id: 'form',
          kind: 'form',
          line: [[{ text: 'Who are you?' }]],
          fields: [
            { id: 'name', label: 'Name', answer: { type: 'short text' }, fact: 'full name', optional: true },
            { id: 'mail', label: 'Email', answer: { type: 'email' }, fact: 'email', optional: true },
            { id: 'phone', label: 'Phone', answer: { type: 'phone' }, fact: 'phone', optional: true },
            { id: 'home', label: 'Home', answer: { type: 'short text' }, fact: 'home type', optional: true },
          ],
          button: 'Send',
          tries: 2,
        },
        {
          id: 'tell',
          kind: 'say',
          line: [
            [
              { fact: 'full name', otherwise: 'no name' },
              { text: ', ' },
              { fact: 'home type', otherwise: 'no home' },
              { text: ', ' },
              { fact: 'phone', otherwise: 'no phone' },
            ],
          ],
        },
        {
          id: 'consent',
          kind: 'ask consent',
          purpose: 'news by email',
          line: [[{ text: 'May we write?' }]],
          policy: '/privacy',
          fact: 'agreed',
        },
        { id: 'over', kind: 'ask', line: [[{ text: 'Enough?' }]], answer: { type: 'yes/no' }, tries: 1 },
        { id: 'back', kind: 'withdraw consent', purpose: 'news by email' },
        { id: 'end', kind: 'end' },
      ],
    },
  ],
};

let server: RunningServer;
let workspace: Workspace;
let agent: Browser;
const pages: VisitorPage[] = [];

beforeAll(async () => {
  server = await testServer(await emptyDatabase());
  workspace = await makeWorkspace(server.database, 'people');
  const lead = await new Browser(server).signIn(workspace.lead);
  agent = await new Browser(server).signIn(workspace.agent);
  const made = await lead.call(flowRoutes.create, { body: { file: JSON.stringify(card) } });
  await lead.call(flowRoutes.publish, {
    params: { id: made.reply.id },
    body: { revision: 1, sites: [workspace.site] },
  });
});
afterAll(async () => {
  for (const page of pages) page.close();
  await server.close();
});

/** A new browser whose visitor fills the card in. */
async function come(fields: Record<string, string>): Promise<VisitorPage> {
  const page = await new VisitorPage(server, await boardingPass(server, workspace.siteKey)).open();
  pages.push(page);
  await page.reply('sent', {
    step: 'form',
    fields: Object.fromEntries(Object.entries(fields).map(([field, text]) => [field, { text }])),
  });
  return page;
}
const told = (page: VisitorPage): string | undefined => page.said.find(line => line.includes(', '));
async function people(search: string): Promise<Person[]> {
  return (await agent.call(peopleRoutes.list, { query: { search } })).reply.people;
}

test('somebody who types another’s email is shown nothing of them, changes nothing, and fills gaps', async () => {
  await come({ name: 'Maud Ellery', mail: 'maud@ellery.example', home: 'Semi-detached' });
  const stranger = await come({ name: 'Mallory', mail: 'maud@ellery.example', phone: '07700 900123' });
  expect(told(stranger)).toBe('Mallory, no home, +447700900123');
  const found = await people('maud@ellery.example');
  expect(found).toHaveLength(1);
  expect(found[0]).toMatchObject({ name: 'Maud Ellery', phone: '+447700900123', conversations: 2 });
  expect(found[0]?.facts).toMatchObject({ 'full name': 'Maud Ellery', 'home type': 'Semi-detached' });
});

test('a phone number tells who somebody is when it belongs to one person only', async () => {
  await come({ name: 'Idris Vance', mail: 'idris@vance.example', phone: '07700 900150' });
  const again = await come({ phone: '07700 900150', home: 'Flat' });
  expect(told(again)).toBe('no name, Flat, +447700900150');
  expect(await people('+447700900150')).toHaveLength(1);
  expect((await people('idris'))[0]).toMatchObject({ conversations: 2, facts: { 'home type': 'Flat' } });

  await come({ name: 'Nessa Vance', mail: 'nessa@vance.example', phone: '07700 900150' });
  await come({ name: 'Somebody of the Vances', phone: '07700 900150' });
  expect((await people('Somebody of the Vances'))[0]).toMatchObject({ email: null, conversations: 1 });
});

test('who has been that person all along corrects what is on record', async () => {
  const page = await come({ name: 'Tamsin Ro', mail: 'tamsin@roe.example' });
  await page.reply('start again');
  await page.reply('sent', { step: 'form', fields: { name: { text: 'Tamsin Roe' } } });
  expect((await people('tamsin@roe.example'))[0]?.name).toBe('Tamsin Roe');
});

test('somebody is found by how the words of what is known of them begin, whatever the case and the accents', async () => {
  await come({ name: 'Zoë Brâncuși', mail: 'z.b@Hearth.example', phone: '07700 900177' });
  for (const search of ['zoe', 'BRANCUSI', 'Brâncuși', 'hearth', '900177', 'bran zo', 'z.b@hearth.example'])
    expect((await people(search)).map(({ name }) => name)).toEqual(['Zoë Brâncuși']);
  // What stands for anything in a pattern stands for itself.
  for (const search of ['b%i', '%', '\\', 'zoe nobody']) expect(await people(search)).toEqual([]);

  const other = await makeWorkspace(server.database, 'finders');
  const stranger = await new Browser(server).signIn(other.agent);
  expect((await stranger.call(peopleRoutes.list, { query: { search: 'zoe' } })).reply.people).toEqual([]);
});

test('a name too long to be kept is cut between characters, and its bearer is found', async () => {
  await come({ name: `Quill ${'👋'.repeat(150)}${'𐌰'.repeat(80)}`, mail: 'quill@long.example' });
  const [person] = await people('quill');
  expect([...person!.name!]).toHaveLength(200);
  expect(person!.name).not.toMatch(/\p{Surrogate}/u);
});

test('a word that very many have is counted so far and no further, and paged in the order of the list', async () => {
  const workspace = await makeWorkspace(server.database, 'many');
  const rows = new Tables(server.database).in(workspace.id);
  const called = (at: number) => ({ name: `Common ${at === 700 ? 'Rarely' : 'Often'}`, email: null, phone: null });
  const seen = (at: number) => new Date(1_764_000_000_000 + at * 1_000);
  const all = Array.from({ length: 3_100 }, (_, at) => at);
  const ids = await rows
    .of(table)
    .addAll(all.map(at => ({ ...called(at), facts: {}, firstSeen: seen(at), lastSeen: seen(at) })));
  await rows
    .of(peopleWords)
    .addAll(all.flatMap(at => wordsOfPerson(called(at)).map(word => ({ word, personId: ids[at]! }))));
  const member = await new Browser(server).signIn(workspace.agent);
  const look = async (query: { search?: string; before?: string }) =>
    (await member.call(peopleRoutes.list, { query })).reply;
  const first = await look({ search: 'common' });
  expect(first).toMatchObject({ total: 1_000, orMore: true });
  expect(first.people).toHaveLength(100);
  const second = await look({ search: 'common', before: first.next! });
  expect(second.people).toHaveLength(100);
  expect(first.people.at(-1)!.lastSeen > second.people[0]!.lastSeen).toBe(true);
  const both = await look({ search: 'com rare' });
  expect(both).toMatchObject({ total: 1, orMore: false, next: null });
  expect(await look({})).toMatchObject({ total: 3_100, orMore: false });

  // Called otherwise, they are found by what holds now, and no longer by what held before.
  const changed = { name: 'Ansgar Rarely', email: null, phone: null };
  await keepWords(rows.of(peopleWords), both.people[0]!.id, called(700), changed);
  expect(await look({ search: 'com rare' })).toMatchObject({ total: 0 });
  expect(await look({ search: 'ansg' })).toMatchObject({ total: 1 });

  // An older process changed them without their words: what is there already is no reason to fail.
  await keepWords(rows.of(peopleWords), both.people[0]!.id, called(1), changed);
  expect(await look({ search: 'ansg rarely' })).toMatchObject({ total: 1 });
});

test('a consent stands under the person with its words, and that it was taken back', async () => {
  const page = await come({ name: 'Oswin Hale', mail: 'oswin@hale.example' });
  await page.reply('yes');
  const [person] = await people('oswin@hale.example');
  const consents = async () => (await agent.call(peopleRoutes.consents, { params: { id: person!.id } })).reply.consents;
  expect(await consents()).toEqual([
    expect.objectContaining({
      purpose: 'news by email',
      given: true,
      wording: 'May we write?',
      policy: '/privacy',
      withdrawnAt: null,
    }),
  ]);
  await page.reply('no');
  expect((await consents())[0]?.withdrawnAt).not.toBeNull();

  const other = await makeWorkspace(server.database, 'others');
  const stranger = await new Browser(server).signIn(other.agent);
  expect((await stranger.call(peopleRoutes.consents, { params: { id: person!.id } })).reply.consents).toEqual([]);
});
