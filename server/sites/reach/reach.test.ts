import { flowRoutes, type ReachAnswer, type ReachAsked, reachRoutes, type WhyAsked } from '@kineta/contract';
import { type Cue, type Flow, FORMAT, LAST, plainReach, type Reach } from '@kineta/core';
import { afterAll, afterEach, beforeAll, describe, expect, test } from 'vitest';
import type { RunningServer } from '../../server.ts';
import {
  Browser,
  boardingPass,
  emptyDatabase,
  makeWorkspace,
  SITE,
  testServer,
  VisitorPage,
  type Workspace,
} from '../../tests/kineta.ts';
import { reaches, sites } from '../model.ts';

const line = (text: string) => [[{ text }]];
const flowOf = (name: string): Flow => ({
  format: FORMAT,
  name,
  speaker: 'Robin',
  facts: [{ name: 'email', type: 'email', scope: 'visitor', person: 'email' }],
  scenes: [
    {
      id: 'main',
      title: 'Main',
      steps: [
        {
          id: 'mail',
          kind: 'ask',
          line: line(`${name} asks for your email`),
          answer: { type: 'email' },
          fact: 'email',
          tries: 3,
        },
        { id: 'thanks', kind: 'say', line: line(`${name} thanks`) },
        { id: 'which', kind: 'ask', line: line('And what else?'), answer: { type: 'short text' }, tries: 2 },
        { id: 'end', kind: 'end' },
      ],
    },
  ],
});

let server: RunningServer;
let workspace: Workspace;
let lead: Browser;
const flows: Record<string, string> = {};
const pages: VisitorPage[] = [];
const MARK = 'aaaaaaaaaaaaaaaaaaaaa1';

beforeAll(async () => {
  server = await testServer(await emptyDatabase());
  workspace = await makeWorkspace(server.database, 'reach');
  lead = await new Browser(server).signIn(workspace.lead);
  for (const name of ['First', 'Price', 'Help', 'Back', 'Draft']) {
    const { id } = (await lead.call(flowRoutes.create, { body: { file: JSON.stringify(flowOf(name)) } })).reply;
    flows[name] = id;
    const on = name === 'First' ? [workspace.site] : [];
    if (name !== 'Draft') await lead.call(flowRoutes.publish, { params: { id }, body: { revision: 1, sites: on } });
  }
  server.house.ports.directories.forget(workspace.id);
});
afterEach(() => {
  for (const page of pages.splice(0)) page.close();
});
afterAll(() => server.close());

const params = () => ({ id: workspace.site });
const get = async () => (await lead.call(reachRoutes.get, { params: params() })).reply;
const cue = (name: string, fits: Cue['fits'], more: Partial<Cue> = {}): Cue => ({
  id: name.toLowerCase(),
  flow: flows[name]!,
  on: true,
  fits,
  appears: { how: 'nothing' },
  unfinished: 'goes on',
  ...more,
});
const put = async (cues: Cue[], more: Partial<Reach> = {}, number?: number) =>
  lead.call(reachRoutes.put, {
    params: params(),
    body: { reach: { ...plainReach, cues, ...more }, number: number ?? (await get()).number, flow: flows.First! },
  });
const asks = (page: string, more: Partial<ReachAsked> = {}, origin = SITE) =>
  fetch(`${server.url}/w/${workspace.siteKey}/reach`, {
    method: 'POST',
    headers: { origin, 'content-type': 'text/plain' },
    body: JSON.stringify({
      page: `${SITE}${page}`,
      referrer: '',
      device: 'computer',
      language: 'en-GB',
      visits: 1,
      lot: 0.5,
      appeared: {},
      ...more,
    }),
  });
const answerTo = async (page: string, more: Partial<ReachAsked> = {}) =>
  (await (await asks(page, more)).json()) as ReachAnswer;
const opens = async (page: string, pass?: VisitorPage['pass']) => {
  const visitor = new VisitorPage(server, await boardingPass(server, workspace.siteKey), pass);
  pages.push(visitor);
  return visitor.open({ page, device: 'computer', language: 'en-GB' });
};
const by = (id: string, page: string, more = '') =>
  `${page}#kineta-cue=${encodeURIComponent(`${id}~1~12~60~${SITE}`)}&kineta-mark=${MARK}${more}`;
const price = () =>
  cue(
    'Price',
    { pages: { on: ['/heat-pumps{/*}?'], off: [] }, read: 50 },
    { appears: { how: 'line', line: 'Price one, {email|you}?', replies: ['Yes'] } },
  );

describe('a site’s reach', () => {
  test('is plain until another is put there, and is in the loader then', async () => {
    const loader = async () =>
      (await fetch(`${server.url}/w/${workspace.siteKey}.js`, { headers: { referer: `${SITE}/` } })).text();
    expect(await get()).toMatchObject({ reach: plainReach, number: 0, flow: flows.First });
    expect(await loader()).not.toContain('who meets what');
    expect((await put([price()])).reply).toMatchObject({ number: 1 });
    expect(await loader()).toContain('who meets what');
  });

  test('is in the list of flows: on which sites each is met', async () => {
    const met = async () => {
      const { flows: all } = (await lead.call(flowRoutes.list, {})).reply;
      return Object.fromEntries(all.map(({ name, sites: on }) => [name, on]));
    };
    expect(await met()).toMatchObject({ First: ['reach'], Price: ['reach'], Help: [] });
    await put([{ ...price(), on: false }, cue('Draft', {})]);
    expect(await met()).toMatchObject({ Price: [], Draft: [] });
  });

  test('is not put over somebody else’s', async () => {
    const { problem } = await put([], {}, 0);
    expect(problem).toMatchObject({ code: 'reach_changed', status: 409 });
  });

  test('is refused where something in it is wrong, at its place', async () => {
    const { problem } = await put([price(), cue('Help', { pages: { on: ['https://other.example/x'], off: [] } })]);
    expect(problem).toMatchObject({
      code: 'invalid_request',
      fields: [{ path: 'body.reach.cues.1', message: 'https://other.example/x is on no domain of this site.' }],
    });
    const unread = await put([cue('Help', { pages: { on: ['/a('], off: [] } })]);
    expect(unread.problem).toMatchObject({ code: 'invalid_request' });
    expect(unread.problem.fields?.[0]?.path).toBe('body.reach.cues.0.fits.pages.on.0');
  });

  test('is for leads of its workspace alone', async () => {
    const agent = await new Browser(server).signIn(workspace.agent);
    expect((await agent.call(reachRoutes.get, { params: params() })).status).toBe(403);
    const other = await makeWorkspace(server.database, 'elsewhere');
    const stranger = await new Browser(server).signIn(other.lead);
    for (const route of [reachRoutes.get, reachRoutes.visits])
      expect((await stranger.call(route, { params: params() })).status).toBe(404);
  });
});

describe('a page', () => {
  test('is told which flows fit, what they wait for, and how they appear', async () => {
    await put([cue('Help', { pages: { on: ['/help'], off: [] } }), price()]);
    expect((await answerTo('/heat-pumps/costs')).cues).toEqual([
      { id: 'price', waits: { read: 50 }, appears: { how: 'line', line: 'Price one, you?', replies: ['Yes'] } },
      { id: LAST, waits: {}, appears: { how: 'nothing' } },
    ]);
    expect((await answerTo('/help')).cues.map(({ id }) => id)).toEqual(['help']);
  });

  test('is told that the chat does not show', async () => {
    const shows = { ...plainReach.shows, phone: false, off: ['/help{/*}?'] };
    await put([price()], { shows });
    expect(await answerTo('/help/noise')).toMatchObject({ shows: false, cues: [] });
    expect((await answerTo('/', { device: 'phone' })).shows).toBe(false);
    expect((await answerTo('/')).shows).toBe(true);
  });

  test('of another domain is told nothing, nor one that asks otherwise', async () => {
    expect((await asks('/', {}, 'https://other.example')).status).toBe(403);
    expect((await asks('/', { lot: 7 })).status).toBe(400);
    expect((await asks('/', { referrer: 'x'.repeat(20_000) })).status).toBe(413);
    expect(
      (await asks('/', { appeared: Object.fromEntries(Array.from({ length: 200 }, (_, at) => [`c${at}`, 1])) })).status,
    ).toBe(400);
  });

  test('is not told of a flow that is not published', async () => {
    await put([cue('Draft', {})]);
    expect((await answerTo('/')).cues.map(({ id }) => id)).toEqual([LAST]);
  });

  test('counts what is met, appears, and is taken up; what is no cue of the site counts nothing', async () => {
    await put([cue('Help', { pages: { on: ['/counted'], off: [] } }, { id: 'counted' })]);
    const tell = (told: object) =>
      fetch(`${server.url}/w/${workspace.siteKey}/reach/told`, {
        method: 'POST',
        headers: { origin: SITE },
        body: JSON.stringify(told),
      });
    await answerTo('/counted');
    for (const told of [
      { cue: 'counted', what: 'appeared' },
      { cue: 'counted', what: 'taken' },
      { cue: 'made-up', what: 'taken' },
    ])
      expect((await tell(told)).status).toBe(204);
    await expect
      .poll(async () => (await get()).counts.find(({ cue: id }) => id === 'counted'), { timeout: 10_000 })
      .toEqual({ cue: 'counted', met: 1, appeared: 1, taken: 1 });
    expect((await get()).counts.map(({ cue: id }) => id)).not.toContain('made-up');
  });
});

describe('whoever opens the chat', () => {
  test('meets the flow that had appeared', async () => {
    await put([price()]);
    const visitor = await opens(by('price', '/heat-pumps'));
    expect(visitor.said).toEqual(['Price asks for your email']);
    const kept = await lead.request('GET', `/api/conversations/${visitor.welcome.conversation}`);
    expect(JSON.stringify(await kept.json())).not.toContain('kineta-');
  });

  test('meets none that does not fit, whatever the page says', async () => {
    await put([cue('Price', { pages: { on: ['/heat-pumps'], off: [] } }), cue('Back', { known: true })]);
    expect((await opens(by('back', '/'))).said).toEqual(['First asks for your email']);
    expect((await opens(by('price', '/'))).said).toEqual(['First asks for your email']);
    expect((await opens(by('made-up', '/heat-pumps'))).said).toEqual(['Price asks for your email']);
  });

  test('meets the first that fits where no page said anything', async () => {
    await put([cue('Help', { pages: { on: ['/help'], off: [] } })]);
    expect((await opens('/help')).said).toEqual(['Help asks for your email']);
    expect((await opens('/')).said).toEqual(['First asks for your email']);
  });

  test('is let in where the last would say what is not known', async () => {
    await put([], { last: { fits: {}, appears: { how: 'line', line: 'Hello {first name}', replies: [] } } });
    expect((await opens('/')).said).toEqual(['First asks for your email']);
    expect((await answerTo('/')).cues).toMatchObject([{ id: LAST, quiet: true }]);
  });

  test('has said what they pressed beside the launcher', async () => {
    await put([price()]);
    const visitor = await opens(by('price', '/heat-pumps', '&kineta-say=maud%40ellery.example'));
    expect(visitor.said).toEqual(['Price asks for your email', 'Price thanks', 'And what else?']);
    expect(visitor.entries.filter(({ kind }) => kind === 'replied')).toHaveLength(1);
  });

  test('goes on with what they have not finished, or begins another, as the cue says', async () => {
    await put([]);
    const visitor = await opens('/');
    const { pass } = visitor;
    visitor.close();
    await put([price()]);
    const again = await opens(by('price', '/heat-pumps'), pass);
    expect(again.said).toEqual(['First asks for your email']);
    again.close();
    await put([{ ...price(), unfinished: 'begins' }]);
    const anew = await opens(by('price', '/heat-pumps'), pass);
    expect(anew.said).toEqual(['First asks for your email', 'Price asks for your email']);
    anew.close();
    // It begins once: a page that comes again is in it already.
    expect((await opens(by('price', '/heat-pumps'), pass)).said).toHaveLength(2);
  });

  test('is asked whether what they have not finished goes on, where the cue says so, once', async () => {
    await put([]);
    const first = await opens('/');
    const { pass } = first;
    first.close();
    await put([{ ...price(), unfinished: 'asks' }]);
    const asked = await opens(by('price', '/heat-pumps'), pass);
    expect(asked.said.at(-1)).toBe('You were in the middle of something. Shall we go on with it?');
    // Which flow that would be stands in no visitor’s browser.
    expect(JSON.stringify(asked.entries)).not.toContain('offers');
    const { step } = asked.entries.findLast(({ kind }) => kind === 'asked') as { step?: string };
    const more = step === undefined ? {} : { step };
    await asked.reply('Go on with it', { choice: 'goes on', ...more });
    await expect.poll(() => asked.said.at(-1), { timeout: 10_000 }).toBe('First asks for your email');
    asked.close();
    const again = await opens(by('price', '/heat-pumps'), pass);
    expect(again.said.filter(said => said.startsWith('You were'))).toHaveLength(1);
    // What was answered once is no answer to anything that is asked later.
    await again.reply('Begin something new', { choice: 'begins', ...more });
    await again.reply('maud@ellery.example');
    await expect.poll(() => again.said.at(-1), { timeout: 10_000 }).toBe('And what else?');
    expect(again.said).toContain('First thanks');
  });

  test('begins the other flow where they want that', async () => {
    await put([]);
    const first = await opens('/');
    const { pass } = first;
    first.close();
    await put([{ ...price(), unfinished: 'asks' }]);
    const asked = await opens(by('price', '/heat-pumps'), pass);
    await asked.reply('no', { step: 'what is not finished' });
    await expect.poll(() => asked.said.at(-1), { timeout: 10_000 }).toBe('Price asks for your email');
  });

  test('goes on where the other flow has gone meanwhile', async () => {
    const { id } = (await lead.call(flowRoutes.create, { body: { file: JSON.stringify(flowOf('Gone')) } })).reply;
    await lead.call(flowRoutes.publish, { params: { id }, body: { revision: 1, sites: [] } });
    server.house.ports.directories.forget(workspace.id);
    await put([]);
    const first = await opens('/');
    const { pass } = first;
    first.close();
    await put([{ ...price(), flow: id, unfinished: 'asks' }]);
    const asked = await opens(by('price', '/heat-pumps'), pass);
    expect(asked.said.at(-1)).toContain('in the middle of something');
    await lead.call(flowRoutes.remove, { params: { id } });
    server.house.ports.directories.forget(workspace.id);
    await asked.reply('no', { step: 'what is not finished' });
    await expect.poll(() => asked.said.at(-1), { timeout: 10_000 }).toBe('First asks for your email');
  });

  test('is known again by their pages once they are', async () => {
    await put([cue('Back', { known: true }), cue('Help', {})]);
    const ids = async (mark: string) => (await answerTo('/', { mark })).cues.map(({ id }) => id);
    const mark = 'bbbbbbbbbbbbbbbbbbbbb2';
    expect(await ids(mark)).toEqual(['help']);
    const visitor = await opens(by('help', '/').replace(MARK, mark));
    await visitor.reply('maud@ellery.example');
    await expect.poll(() => ids(mark), { timeout: 10_000 }).toEqual(['back']);
    expect(await ids('ccccccccccccccccccccc3')).toEqual(['help']);
  });
});

describe('why this', () => {
  const nobody: WhyAsked = {
    page: `${SITE}/heat-pumps`,
    device: 'computer',
    language: 'en-GB',
    visits: 2,
    referrer: '',
    isKnown: false,
    at: null,
    seconds: 30,
    idle: 0,
    read: 20,
    leaving: false,
  };
  const why = async (more: Partial<WhyAsked> = {}) =>
    (await lead.call(reachRoutes.why, { params: params(), body: { ...nobody, ...more } })).reply;
  const short = ({ verdicts }: Awaited<ReturnType<typeof why>>) => verdicts.map(({ cue: id, is }) => `${id} ${is}`);

  test('is told of the reach on the site, and of one that is written', async () => {
    await put([price()]);
    const told = await why();
    expect([told.byItself, short(told)]).toEqual([true, ['price not', 'last met']]);
    expect(told.verdicts[0]?.not).toEqual([{ value: '20%' }, { text: ' of the page is read' }]);
    expect(short(await why({ read: 50 }))).toEqual(['price met', 'last behind']);
    const written = { ...plainReach, cues: [cue('Help', { visits: { is: 'first' as const } }), price()] };
    expect(short(await why({ reach: written, read: 50 }))).toEqual(['help not', 'price met', 'last behind']);
    // Nothing of that is on the site.
    expect((await get()).reach.cues).toHaveLength(1);
  });

  test('tells what keeps the chat from showing at all', async () => {
    await put([], { shows: { ...plainReach.shows, tablet: false, off: ['/heat-pumps'] } });
    expect((await why()).hidden).toBe('this page');
    expect((await why({ device: 'tablet' })).hidden).toBe('device');
    expect((await why({ page: `${SITE}/` })).hidden).toBeNull();
  });

  test('is told of a day that is to come', async () => {
    await put([cue('Help', { dates: { from: '2026-12-24', to: null } })]);
    expect(short(await why())[0]).toBe('help not');
    expect(short(await why({ at: '2026-12-25T10:00:00.000Z' }))[0]).toBe('help met');
  });

  test('is told of visits that were', async () => {
    await put([price()]);
    await opens(by('price', '/heat-pumps/costs'));
    const { visits } = (await lead.call(reachRoutes.visits, { params: params() })).reply;
    expect(visits[0]).toMatchObject({
      now: false,
      met: 'price',
      asked: { page: 'https://brackenrow.example/heat-pumps/costs', visits: 1, seconds: 12, read: 60 },
    });
  });
});

test('where a chat did not show by its look, it does not by its reach', async () => {
  const { reach } = await import('../../database/migrations/0052-reach.ts');
  const other = await makeWorkspace(server.database, 'looked');
  const look = JSON.stringify({ shows: { closed: false, computer: true, tablet: true, phone: false } });
  await server.database.query('UPDATE sites SET look = :look WHERE id = :site', {
    replacements: { look, site: other.site },
  });
  for (const step of reach.steps) if (typeof step === 'string') await server.database.query(step);
  const rows = server.house.tables.in(other.id);
  expect((await rows.of(reaches).one({ siteId: other.site }))?.reach.shows).toMatchObject({
    closed: false,
    phone: false,
    tablet: true,
  });
  expect((await rows.of(sites).one({ id: other.site }))?.look).not.toBeNull();
});
