import { flowRoutes, type ReachAsked, reachRoutes } from '@kineta/contract';
import { blankFlow, type Cue, LAST, plainReach, plainVisit } from '@kineta/core';
import { afterAll, beforeAll, beforeEach, describe, expect, test } from 'vitest';
import type { RunningServer } from '../../server.ts';
import { Browser, emptyDatabase, makeWorkspace, SITE, testServer, type Workspace } from '../../tests/kineta.ts';
import { reachArrivals } from '../model.ts';
import { Arrivals, KEPT_OF_A_DAY } from './arrivals.ts';

let server: RunningServer;
let workspace: Workspace;
let lead: Browser;
const flows: Record<string, string> = {};
let ids = 0;
beforeAll(async () => {
  server = await testServer(await emptyDatabase());
  workspace = await makeWorkspace(server.database, 'would');
  lead = await new Browser(server).signIn(workspace.lead);
  for (const name of ['First', 'Price', 'Help']) {
    const { id } = (
      await lead.call(flowRoutes.create, {
        body: { file: JSON.stringify(blankFlow(name, 'Robin', () => `id-${++ids}`)) },
      })
    ).reply;
    flows[name] = id;
    await lead.call(flowRoutes.publish, {
      params: { id },
      body: { revision: 1, sites: name === 'First' ? [workspace.site] : [] },
    });
  }
  server.house.ports.directories.forget(workspace.id);
});
afterAll(() => server.close());
const rows = () => server.house.tables.in(workspace.id).of(reachArrivals);
beforeEach(() => rows().remove({}));

const site = () => ({ id: workspace.site, workspace: workspace.id });
const params = () => ({ id: workspace.site });
const asked = (page: string, more: Partial<ReachAsked> = {}): ReachAsked => ({
  page: `${SITE}${page}`,
  referrer: '',
  device: 'computer',
  language: 'en-GB',
  visits: 1,
  lot: 0.5,
  appeared: {},
  ...more,
});
const cue = (name: string, fits: Cue['fits']): Cue => ({
  id: name.toLowerCase(),
  flow: flows[name]!,
  on: true,
  fits,
  appears: { how: 'nothing' },
  unfinished: 'goes on',
});
const on = (...pages: string[]) => ({ pages: { on: pages, off: [] } });
async function came(...all: ReachAsked[]): Promise<void> {
  const arrivals = new Arrivals(server.house.tables);
  for (const one of all) arrivals.came(site(), one, plainVisit, Date.now());
  await arrivals.close();
}
const would = async (cues: Cue[], more: Partial<typeof plainReach> = {}) =>
  (
    await lead.call(reachRoutes.would, {
      params: params(),
      body: { reach: { ...plainReach, cues, ...more }, flow: flows.First! },
    })
  ).reply;

describe('what another reach would change', () => {
  test('is told of those who came, each by what they meet now and would then', async () => {
    await came(asked('/'), asked('/heat-pumps'), asked('/heat-pumps/costs', { device: 'phone' }), asked('/help'));
    const told = await would([cue('Price', on('/heat-pumps{/*}?'))]);
    expect(told).toMatchObject({ looked: 4, others: 2 });
    expect(told.cases).toHaveLength(2);
    expect(told.cases).toContainEqual(
      expect.objectContaining({
        page: `${SITE}/heat-pumps/costs`,
        device: 'phone',
        was: { cue: LAST, flow: flows.First },
        is: { cue: 'price', flow: flows.Price },
      }),
    );
  });

  test('is where the chat does not show as well', async () => {
    await came(asked('/', { device: 'phone' }), asked('/'));
    const told = await would([], { shows: { ...plainReach.shows, phone: false } });
    expect(told).toMatchObject({ looked: 2, others: 1, cases: [{ is: { cue: null, flow: null } }] });
  });

  test('is nothing where the order says the same, or nobody is known who came', async () => {
    expect(await would([])).toEqual({ looked: 0, others: 0, cases: [] });
    await came(asked('/'), asked('/help'));
    expect(await would([])).toMatchObject({ looked: 2, others: 0, cases: [] });
    // What comes first takes the whole place of what comes behind it.
    const both = [cue('Help', on('/help')), cue('Price', on('/help'))];
    expect((await would(both)).cases).toMatchObject([{ was: { cue: LAST }, is: { cue: 'help' } }]);
  });

  test('is for leads of its workspace alone', async () => {
    const other = await makeWorkspace(server.database, 'would-other');
    const stranger = await new Browser(server).signIn(other.lead);
    const body = { reach: plainReach, flow: null };
    expect((await stranger.call(reachRoutes.would, { params: params(), body })).status).toBe(404);
    const agent = await new Browser(server).signIn(workspace.agent);
    expect((await agent.call(reachRoutes.would, { params: params(), body })).status).toBe(403);
  });
});

describe('those who came', () => {
  test('are kept without who they were, and without what a link said of them', async () => {
    await came(
      asked(`/prices?kineta=letter&kineta.plan=Gold&mail=x%40mail.example&reset=${'s'.repeat(80)}`, {
        mark: 'a'.repeat(22),
        who: 'token',
      }),
    );
    const [row] = await rows().all({});
    expect(row!.came).toEqual({
      page: `${SITE}/prices?kineta=letter`,
      device: 'computer',
      language: 'en-GB',
      referrer: '',
      visits: 1,
      lot: 0.5,
      isKnown: false,
    });
  });

  test('are a hundred of a day at most, drawn from all of it', async () => {
    // Draws the places one after the other, and none for every second.
    let drawn = 0;
    const arrivals = new Arrivals(server.house.tables, () => (drawn++ % 2 === 0 ? 0 : 0.999));
    const all = Array.from({ length: KEPT_OF_A_DAY + 10 }, (_, at) => asked(`/page-${at}`));
    for (const one of all) arrivals.came(site(), one, plainVisit, Date.now());
    await arrivals.close();
    const kept = await rows().all({});
    expect(kept).toHaveLength(KEPT_OF_A_DAY);
    const pages = kept.map(({ came: { page } }) => page);
    expect(pages).toContain(`${SITE}/page-${KEPT_OF_A_DAY + 8}`);
    expect(pages).not.toContain(`${SITE}/page-0`);
  });

  test('are asked for by pages themselves', async () => {
    await lead.call(reachRoutes.put, {
      params: params(),
      body: { reach: { ...plainReach, cues: [cue('Help', on('/help'))] }, number: 0, flow: flows.First! },
    });
    const response = await fetch(`${server.url}/w/${workspace.siteKey}/reach`, {
      method: 'POST',
      headers: { origin: SITE, 'content-type': 'text/plain' },
      body: JSON.stringify(asked('/help')),
    });
    expect(response.status).toBe(200);
    await expect.poll(async () => (await rows().all({})).length, { timeout: 10_000 }).toBe(1);
  });
});
