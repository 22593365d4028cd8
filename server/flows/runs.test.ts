import { editionRoutes, flowRoutes, runRoutes } from '@kineta/contract';
import { check, plainSetting, type RunThrough, runThrough } from '@kineta/core';
import { afterAll, beforeAll, describe, expect, test, vi } from 'vitest';
import type { RunningServer } from '../server.ts';
import {
  Browser,
  emptyDatabase,
  greeting,
  makeWorkspace,
  rewrite,
  testServer,
  type Workspace,
} from '../tests/kineta.ts';
import { Drafts } from './drafts.ts';
import { Publisher } from './publisher.ts';
import { Runs } from './runs.ts';
import { starters } from './starters.ts';

let server: RunningServer;
let workspace: Workspace;
let hanne: Browser;
let stranger: Browser;

beforeAll(async () => {
  server = await testServer(await emptyDatabase());
  workspace = await makeWorkspace(server.database, 'brackenrow');
  const other = await makeWorkspace(server.database, 'other');
  hanne = await new Browser(server).signIn(workspace.lead);
  stranger = await new Browser(server).signIn(other.lead);
});
afterAll(() => server.close());

const run: RunThrough = {
  format: 'kineta.run/2',
  name: 'Greeted',
  setting: plainSetting,
  beats: [],
  must: [{ must: 'say', text: 'Hello' }],
};
const create = async () => (await hanne.call(flowRoutes.create, { body: { file: JSON.stringify(greeting) } })).reply;
const publish = async (id: string, more: object = {}) => {
  const { revision } = (await hanne.call(flowRoutes.get, { params: { id } })).reply;
  return hanne.call(flowRoutes.publish, { params: { id }, body: { revision, sites: [workspace.site], ...more } });
};

describe('run-throughs', () => {
  test('are kept, changed and deleted with their flow, and by nobody else', async () => {
    const { id } = await create();
    const kept = (await hanne.call(runRoutes.keep, { params: { id }, body: { run } })).reply;
    const params = { id, run: kept.id };
    expect((await stranger.call(runRoutes.change, { params, body: { run } })).status).toBe(404);
    expect((await stranger.call(runRoutes.remove, { params })).status).toBe(404);
    expect((await stranger.call(runRoutes.keep, { params: { id }, body: { run } })).status).toBe(404);
    expect((await stranger.call(runRoutes.list, { params: { id } })).reply.runs).toEqual([]);
    await hanne.call(runRoutes.change, { params, body: { run: { ...run, name: 'Met' } } });
    const list = async (of = id) => (await hanne.call(runRoutes.list, { params: { id: of } })).reply.runs;
    expect(await list()).toEqual([{ id: kept.id, run: { ...run, name: 'Met' } }]);
    const clone = (await hanne.call(flowRoutes.create, { body: { from: id } })).reply;
    expect((await list(clone.id)).map(({ run: { name } }) => name)).toEqual(['Met']);
    await hanne.call(runRoutes.remove, { params });
    expect(await list()).toEqual([]);
  });

  test('that fail stop a publish, unless it is said why not', async () => {
    const { id } = await create();
    await hanne.call(runRoutes.keep, {
      params: { id },
      body: { run: { ...run, must: [{ must: 'say', text: 'Bonjour' }] } },
    });
    const refused = await publish(id);
    expect(refused.problem).toMatchObject({
      code: 'runs_fail',
      detail: expect.stringContaining('in “Greeted”, “Bonjour” is not said.'),
      findings: [{ sentence: '“Greeted”: “Bonjour” is not said.' }],
    });
    expect((await publish(id, { despite: 'French comes next week' })).status).toBe(200);
    const { editions } = (await hanne.call(editionRoutes.editions, { params: { id } })).reply;
    expect(editions).toMatchObject([{ number: 1, despite: 'French comes next week', live: true }]);
  });
});

test('editions are listed with what changed, read, and rolled back to; the draft stays', async () => {
  const { id } = await create();
  await publish(id, { sentence: 'The first.' });
  const spoken = { ...greeting, speaker: 'Wren' };
  await rewrite(hanne, id, spoken);
  await publish(id, { sentence: 'Wren speaks now.' });
  const list = async () => (await hanne.call(editionRoutes.editions, { params: { id } })).reply.editions;
  const [second, first] = await list();
  expect(second).toMatchObject({
    number: 2,
    sentence: 'Wren speaks now.',
    live: true,
    publishedBy: 'Lead of brackenrow',
  });
  expect(first).toMatchObject({ number: 1, sentence: 'The first.', live: false });
  const params = { id, edition: first!.id };
  expect((await hanne.call(editionRoutes.edition, { params })).reply.content.speaker).toBe('Robin');
  expect((await stranger.call(editionRoutes.edition, { params })).status).toBe(404);
  expect((await stranger.call(editionRoutes.rollBack, { params })).status).toBe(404);
  const back = (await hanne.call(editionRoutes.rollBack, { params })).reply;
  expect(back).toMatchObject({ edition: { number: 1 }, draft: { speaker: 'Wren' }, changes: 1 });
  expect((await list()).map(({ live }) => live)).toEqual([false, true]);
});

test('a flow is switched off and on; one that was never published is not', async () => {
  const { id } = await create();
  const sites = async (on: string[], of = id) =>
    hanne.call(editionRoutes.switchSites, { params: { id: of }, body: { sites: on } });
  expect((await sites([workspace.site])).problem.detail).toContain('Publish the flow first');
  await publish(id);
  expect((await sites([])).reply.sites).toEqual([]);
  expect((await sites([workspace.site])).reply.sites).toEqual(['brackenrow']);
});

test('a version is published at its time, as it was when that was set; a process that dies loses nothing', async () => {
  const { id } = await create();
  const at = (milliseconds: number) => new Date(Date.now() + milliseconds).toISOString();
  expect((await publish(id, { at: at(-1_000) })).problem.detail).toBe('That time has passed already.');
  expect((await publish(id, { at: at(500 * 86_400_000) })).problem.detail).toContain('within the next year');
  expect((await publish(id, { at: at(3_600_000) })).reply.scheduled).toMatchObject({ by: 'Lead of brackenrow' });
  expect((await stranger.call(flowRoutes.unschedule, { params: { id } })).status).toBe(404);
  const taken = (await hanne.call(flowRoutes.unschedule, { params: { id } })).reply;
  expect(taken).toMatchObject({ scheduled: null, edition: null });
  expect((await hanne.call(flowRoutes.unschedule, { params: { id } })).status).toBe(404);

  await publish(id, { at: at(3_600_000), sentence: 'For the morning.' });
  await rewrite(hanne, id, { ...greeting, speaker: 'Wren' });
  // Its time comes.
  await server.database.query('UPDATE scheduled_publishes SET due_at = UTC_TIMESTAMP(3) WHERE flow_id = :id', {
    replacements: { id },
  });
  const get = async () => (await hanne.call(flowRoutes.get, { params: { id } })).reply;
  await vi.waitFor(async () => expect((await get()).edition).toMatchObject({ number: 1 }), 8_000);
  expect(await get()).toMatchObject({ scheduled: null, changes: 1, sites: ['brackenrow'], draft: { speaker: 'Wren' } });
  const { editions } = (await hanne.call(editionRoutes.editions, { params: { id } })).reply;
  expect(editions).toMatchObject([{ sentence: 'For the morning.', publishedBy: 'Lead of brackenrow' }]);
  const params = { id, edition: editions[0]!.id };
  expect((await hanne.call(editionRoutes.edition, { params })).reply.content.speaker).toBe('Robin');
});

test('what somebody is publishing by hand is not waited for: it is left for the next turn', async () => {
  const { id } = await create();
  await publish(id, { at: new Date(Date.now() + 3_600_000).toISOString() });
  const replacements = { id };
  await server.database.transaction(async transaction => {
    await server.database.query('SELECT id FROM flows WHERE id = :id FOR UPDATE', { replacements, transaction });
    await server.database.query('UPDATE scheduled_publishes SET due_at = UTC_TIMESTAMP(3) WHERE flow_id = :id', {
      replacements,
    });
    const publisher = new Publisher(server.house, new Drafts(server.house), new Runs(server.house.tables));
    expect(await publisher.publishDue()).toBeUndefined();
  });
  const get = async () => (await hanne.call(flowRoutes.get, { params: { id } })).reply;
  await vi.waitFor(async () => expect((await get()).edition).toMatchObject({ number: 1 }), 8_000);
});

test('a flow that is taken away is not published by itself', async () => {
  const { id } = await create();
  await publish(id, { at: new Date(Date.now() + 3_600_000).toISOString() });
  await hanne.call(flowRoutes.remove, { params: { id } });
  await hanne.call(flowRoutes.restore, { params: { id } });
  expect((await hanne.call(flowRoutes.get, { params: { id } })).reply).toMatchObject({
    scheduled: null,
    edition: null,
  });
});

test('publishing now takes the place of what waited for its time', async () => {
  const { id } = await create();
  await publish(id, { at: new Date(Date.now() + 3_600_000).toISOString() });
  expect((await publish(id)).reply).toMatchObject({ scheduled: null, edition: { number: 1 } });
});

test('a starter comes with its run-throughs', async () => {
  const { id } = (await hanne.call(flowRoutes.create, { body: { starter: 'price-with-a-chart' } })).reply;
  const { runs } = (await hanne.call(runRoutes.list, { params: { id } })).reply;
  const starter = starters.find(one => one.id === 'price-with-a-chart')!;
  expect(runs.map(({ run: { name } }) => name)).toEqual(starter.runs.map(({ name }) => name));
});

describe.each(starters)('the starter $id', ({ flow, runs }) => {
  test('passes all checks, with nothing to advise', () => {
    expect(check(flow)).toEqual([]);
  });

  test('has run-throughs, and all hold', () => {
    expect(runs.length).toBeGreaterThan(0);
    const stage = {
      zone: 'Europe/London',
      country: 'GB',
      locale: { language: 'en-GB', currency: 'GBP' },
      business: {
        grant: 7_500,
        'heat pump price': 13_900,
        'battery price': 5_200,
        'insulation price': 1_400,
        'waiting time': '3 weeks',
      },
      hours: {},
      teams: ['Sales', 'Aftercare', 'Accounts'],
    };
    for (const of of runs) expect(runThrough(flow, of, stage)).toEqual({ name: of.name, failures: [] });
  });
});
