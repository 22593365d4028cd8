import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { conversationRoutes, type ListedProduct, productRoutes, siteRoutes } from '@kineta/contract';
import type { Product } from '@kineta/core';
import { afterAll, beforeAll, beforeEach, describe, expect, test } from 'vitest';
import type { RunningServer } from '../server.ts';
import {
  Browser,
  boardingPass,
  emptyDatabase,
  publishing,
  testServer,
  VisitorPage,
  type Workspace,
} from '../tests/kineta.ts';
import { ProductBook } from './book.ts';
import { productPages, products } from './model.ts';
import { Reading } from './reading.ts';

let server: RunningServer;
let workspace: Workspace;
let lead: Browser;
let agent: Browser;
let site: Server;
let origin: string;
let pages: Record<string, { status?: number; body: string }> = {};

const jsonLd = (...things: unknown[]): string =>
  `<script type="application/ld+json">${JSON.stringify(things)}</script>`;
const pump = (price: number, more: object = {}) => ({
  '@type': 'Product',
  sku: 'hp-5',
  name: 'Heat pump, 5 kW',
  offers: { price, priceCurrency: 'GBP', availability: 'https://schema.org/InStock' },
  ...more,
});
const battery = { '@type': 'Product', sku: 'bat-5', name: 'Battery, 5 kWh', offers: { price: 4_100 } };

beforeAll(async () => {
  server = await testServer(await emptyDatabase());
  ({ workspace } = await publishing(server, 'products'));
  lead = await new Browser(server).signIn(workspace.lead);
  agent = await new Browser(server).signIn(workspace.agent);
  site = createServer((request, response) => {
    const { status = 200, body = '' } = pages[request.url ?? ''] ?? { status: 404 };
    response.writeHead(status, { 'content-type': 'text/html; charset=utf-8' }).end(body);
  });
  await new Promise<void>(resolve => site.listen(0, '127.0.0.1', resolve));
  const host = `127.0.0.1:${(site.address() as AddressInfo).port}`;
  origin = `http://${host}`;
  await lead.call(siteRoutes.change, {
    params: { id: workspace.site },
    body: { domains: ['brackenrow.example', host] },
  });
});
afterAll(async () => {
  site.close();
  await server.close();
});
beforeEach(async () => {
  pages = { '/pumps': { body: jsonLd(pump(9_400), battery) } };
  const rows = server.house.tables.in(workspace.id);
  await rows.of(products).remove({});
  await rows.of(productPages).remove({});
  server.house.ports.directories.forget(workspace.id);
});

const written: Product = {
  ref: 'loft',
  name: 'Loft, insulated',
  words: 'In a day.',
  picture: null,
  price: 900,
  currency: null,
  stock: null,
  left: null,
  page: '/insulation',
};
const list = async (who = lead): Promise<ListedProduct[]> => (await who.call(productRoutes.list)).reply.products;
const one = async (ref: string) => (await list()).find(product => product.ref === ref);
const read = (path: string) => lead.call(productRoutes.read, { body: { address: origin + path } });
const again = async () => {
  const { pages: known } = (await lead.call(productRoutes.pages)).reply;
  await lead.call(productRoutes.readAgain, { params: { id: known[0]!.id } });
};

describe('by hand', () => {
  test('a lead writes, changes and removes; an agent sees', async () => {
    const { reply } = await lead.call(productRoutes.add, { body: written });
    expect(reply).toMatchObject({ ...written, source: null, gone: false, held: [] });
    expect(await list(agent)).toHaveLength(1);
    expect((await agent.call(productRoutes.add, { body: written })).problem.code).toBe('not_allowed');
    const twice = await lead.call(productRoutes.add, { body: { ...written, ref: 'LOFT' } });
    expect(twice.problem).toMatchObject({ code: 'known_already', fields: [{ path: 'body.ref' }] });
    const params = { id: reply.id };
    await lead.call(productRoutes.change, { params, body: { ...written, price: 950 } });
    expect((await one('loft'))?.price).toBe(950);
    await lead.call(productRoutes.remove, { params });
    expect(await list()).toEqual([]);
    expect((await lead.call(productRoutes.remove, { params })).status).toBe(404);
  });

  test.each([
    ['ref', { ref: ' ' }],
    ['name', { name: '' }],
    ['price', { price: -1 }],
    ['currency', { currency: 'pounds' }],
    ['page', { page: 'javascript:alert(1)' }],
    ['picture', { picture: { src: 'javascript:alert(1)', alt: '' } }],
  ])('what is wrong is told at its %s', async (field, wrong) => {
    const { problem } = await lead.call(productRoutes.add, { body: { ...written, ...wrong } as Product });
    expect(problem.fields?.[0]?.path.startsWith(`body.${field}`)).toBe(true);
  });
});

describe('from a table', () => {
  const csv = 'SKU;Name;Price;Stock\n;;;\nhp-5;"Heat pump; small";£9,400;12\nbat;Battery;ask;\n';
  const take = (text: string, keep: boolean) => lead.call(productRoutes.sheet, { body: { csv: text, keep } });

  test('one sees what it brings before it is taken in, and what is wrong with it', async () => {
    const { reply } = await take(csv, false);
    expect(reply).toMatchObject({ fresh: 1, changed: 0, wrong: 1, kept: false });
    expect(reply.mistakes).toEqual([{ row: 4, column: 'Price', message: '“ask” is not a price.' }]);
    expect(await list()).toEqual([]);
    await take(csv, true);
    expect(await list()).toMatchObject([{ ref: 'hp-5', name: 'Heat pump; small', price: 9_400, left: 12 }]);
    expect((await take(csv.replace('9,400', '9,500'), true)).reply).toMatchObject({ fresh: 0, changed: 1 });
    expect((await one('hp-5'))?.price).toBe(9_500);
  });

  test('it goes out as one, in which nothing is a formula, and comes in as it was', async () => {
    await lead.call(productRoutes.add, { body: { ...written, name: '=HYPERLINK("x")' } });
    const response = await lead.request('GET', productRoutes.table.path);
    expect(response.headers.get('content-type')).toContain('text/csv');
    const text = await response.text();
    expect(text).toContain(`"'=HYPERLINK(""x"")"`);
    expect((await take(text, false)).reply).toMatchObject({ fresh: 0, changed: 0, same: 1, wrong: 0 });
  });

  test('no more is taken than can be kept', async () => {
    const many = `name\n${Array.from({ length: 1_005 }, (_, at) => `Thing ${at}`).join('\n')}`;
    expect((await take(many, true)).problem.fields?.[0]).toEqual({
      path: 'body.csv',
      message: 'With these there would be 1005 things for sale; at most 1000 can be kept.',
    });
    expect(await list()).toEqual([]);
    const { problem } = await take(`${many}\n${many}`, false);
    expect(problem.fields?.[0]?.message).toMatch(/^This table has 2,000 rows or more/);
  });
});

describe('from the pages that sell them', () => {
  test('what a page says is found, and follows it', async () => {
    expect((await read('/pumps')).reply).toMatchObject({ found: 2, trouble: null });
    expect(await one('hp-5')).toMatchObject({
      price: 9_400,
      currency: 'GBP',
      stock: 'in stock',
      page: `${origin}/pumps`,
    });
    pages['/pumps'] = { body: jsonLd(pump(9_900)) };
    await again();
    expect((await one('hp-5'))?.price).toBe(9_900);
    expect(await one('bat-5')).toMatchObject({ gone: true });
    const { products: told } = await server.house.ports.directories.of(workspace.id);
    expect([...told.keys()]).toEqual(['hp-5']);
    pages['/pumps'] = { body: jsonLd(battery) };
    await again();
    expect(await one('bat-5')).toMatchObject({ gone: false });
  });

  test('microdata and Open Graph are understood where there is no JSON-LD', async () => {
    pages['/micro'] = {
      body: `<html lang="de"><div itemscope itemtype="https://schema.org/Product"><h1 itemprop="name">Speicher <b>groß</b></h1>
        <meta itemprop="sku" content="sp"><div itemprop="offers" itemscope itemtype="https://schema.org/Offer">
        <span itemprop="price">4.100,50 €</span><link itemprop="availability" href="https://schema.org/SoldOut"></div></div>`,
    };
    await read('/micro');
    expect(await one('sp')).toMatchObject({ name: 'Speicher groß', price: 4_100.5, stock: 'out of stock' });
    pages['/graph'] = {
      body: '<meta property="og:type" content="product"><meta property="og:title" content="A vent"><meta property="product:price:amount" content="12.50">',
    };
    await read('/graph');
    expect(await one('A vent')).toMatchObject({ price: 12.5, page: `${origin}/graph` });
  });

  test('what a lead wrote otherwise stays, until it is to be as its page says again', async () => {
    await read('/pumps');
    const { id, source: _, readAt: __, gone: ___, stale: ____, held: _____, ...is } = (await one('hp-5'))!;
    const params = { id };
    const renamed = await lead.call(productRoutes.change, { params, body: { ...is, ref: 'mine' } });
    expect(renamed.problem.fields?.[0]?.path).toBe('body.ref');
    await lead.call(productRoutes.change, { params, body: { ...is, words: 'Our smallest.', price: 9_000 } });
    pages['/pumps'] = { body: jsonLd(pump(9_900, { name: 'Heat pump 5' })) };
    await again();
    expect(await one('hp-5')).toMatchObject({ name: 'Heat pump 5', price: 9_000, held: ['words', 'price'] });
    const { reply } = await lead.call(productRoutes.release, { params });
    expect(reply).toMatchObject({ price: 9_900, words: '', held: [] });
  });

  test('what was written by hand before stays where its page says otherwise', async () => {
    await lead.call(productRoutes.add, { body: { ...written, ref: 'hp-5', name: 'Our smallest' } });
    await read('/pumps');
    expect(await one('hp-5')).toMatchObject({ name: 'Our smallest', price: 900, stock: null });
    expect((await one('hp-5'))?.held).toContain('name');
  });

  test.each<[string, string, string]>([
    ['of another’s domain', 'https://elsewhere.example/x', 'elsewhere.example is none of your sites’ domains.'],
    ['that is not there', '/none', 'The page could not be read: it answered with status 404.'],
    [
      'that says nothing',
      '/plain',
      'The page says of nothing that it is for sale: no Product data (schema.org) was found on it.',
    ],
  ])('a page %s is refused where it was written', async (_, address, message) => {
    pages['/plain'] = { body: '<h1>Hello</h1><script type="application/ld+json">{"@type":"Product",}</script>' };
    const { problem } = await lead.call(productRoutes.read, {
      body: { address: address.startsWith('/') ? origin + address : address },
    });
    expect(problem.fields).toEqual([{ path: 'body.address', message }]);
    expect((await lead.call(productRoutes.pages)).reply.pages).toEqual([]);
  });

  test('of two who name a page at once, one is told that it is read', async () => {
    const statuses = (await Promise.all([read('/pumps'), read('/pumps')])).map(({ status }) => status);
    expect(statuses.sort()).toEqual([200, 409]);
    expect(await list()).toHaveLength(2);
  });

  test('a page that cannot be read keeps what it told, is tried again later and later, and given up at last', async () => {
    await read('/pumps');
    pages = {};
    const reading = new Reading(server.house, new ProductBook(server.house));
    const { id } = (await reading.pages(workspace.id))[0]!;
    for (let failure = 0; failure < 14; failure++) await reading.again(workspace.id, id);
    const [page] = (await lead.call(productRoutes.pages)).reply.pages;
    expect(page).toMatchObject({ trouble: { code: 'page not reached', about: '404' } });
    expect(page!.dueAt).not.toBeNull();
    await again();
    expect((await lead.call(productRoutes.pages)).reply.pages[0]!.dueAt).toBeNull();
    expect(await one('hp-5')).toMatchObject({ price: 9_400, gone: false });
  });

  test('what was not read for three days is told without its price', async () => {
    await read('/pumps');
    const long = new Date(Date.now() - 4 * 86_400_000);
    const book = new ProductBook(server.house);
    await book.change(workspace.id, transaction =>
      server.house.tables.in(workspace.id).of(products).change({ readAt: long }, { ref: 'hp-5' }, { transaction }),
    );
    expect(await one('hp-5')).toMatchObject({ stale: true, price: 9_400 });
    const { products: told } = await server.house.ports.directories.of(workspace.id);
    expect(told.get('hp-5')).toMatchObject({ name: 'Heat pump, 5 kW', price: null, stock: null });
  });

  test('those whose time has come are read by themselves, by one process each', async () => {
    await read('/pumps');
    pages['/pumps'] = { body: jsonLd(pump(9_999)) };
    const due = new Date(Date.now() - 1_000);
    await server.house.tables.in(workspace.id).of(productPages).change({ dueAt: due }, {});
    const [here, elsewhere] = [0, 1].map(() => new Reading(server.house, new ProductBook(server.house)));
    expect((await Promise.all([here!.readDue(), elsewhere!.readDue()])).filter(Boolean)).toHaveLength(1);
    expect((await one('hp-5'))?.price).toBe(9_999);
    expect(await here!.readDue()).toBe(false);
  });

  test('a page that is left takes with it what it told of', async () => {
    const { reply } = await read('/pumps');
    await lead.call(productRoutes.leave, { params: { id: reply.id } });
    expect(await list()).toEqual([]);
  });
});

test('an agent sends one as a card, and is told when it is not there any more', async () => {
  await lead.call(productRoutes.add, { body: written });
  const visitor = await new VisitorPage(server, await boardingPass(server, workspace.siteKey)).open();
  const { reply: inbox } = await agent.call(conversationRoutes.list, { query: { list: 'flow-led' } });
  const params = { id: inbox.conversations[0]!.id };
  await agent.call(conversationRoutes.take, { params });
  const send = (ref: string, clientId: string) =>
    agent.call(conversationRoutes.reply, { params, body: { clientId, text: '', products: [ref] } });
  expect((await send('gone', 'client-0001')).problem.fields?.[0]).toMatchObject({
    path: 'body.products',
    message: '“gone” is not for sale any more. Choose again.',
  });
  expect((await send('loft', 'client-0002')).status).toBe(200);
  const { reply } = await agent.call(conversationRoutes.get, { params });
  expect(reply.entries.at(-1)).toMatchObject({
    kind: 'answered',
    cards: [{ title: 'Loft, insulated', price: '£900', actions: [{ label: 'Go there', page: '/insulation' }] }],
  });
  visitor.socket.close();
});

test('another workspace has no part in it', async () => {
  await lead.call(productRoutes.add, { body: written });
  const { id } = (await one('loft'))!;
  const { workspace: other } = await publishing(server, 'other-products');
  const stranger = await new Browser(server).signIn(other.lead);
  expect(await list(stranger)).toEqual([]);
  expect((await stranger.call(productRoutes.change, { params: { id }, body: written })).status).toBe(404);
  expect((await stranger.call(productRoutes.remove, { params: { id } })).status).toBe(404);
  expect((await stranger.call(productRoutes.release, { params: { id } })).status).toBe(404);
});
