import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Product } from '@kineta/core';
import { Pictures, productTables, sites, type Tables } from '@kineta/server';
import { business } from './business.ts';

type Pictured = Omit<Product, 'picture'> & { shows: 'heat-pump' | 'battery' | 'loft'; alt: string };

const plain = { currency: null, stock: null, left: null } as const;

/** What a heat pump costs by the home that it is for: on the site's page, and among the things for sale. */
export const heatPumps = [
  { ref: 'hp-5', kilowatts: 5, home: 'Terrace', price: 9_400 },
  { ref: 'hp-8', kilowatts: 8, home: 'Semi-detached', price: 11_300 },
  { ref: 'hp-12', kilowatts: 12, home: 'Detached', price: 12_900 },
  { ref: 'hp-16', kilowatts: 16, home: 'Farmhouse', price: 14_200 },
].map(pump => ({
  ...pump,
  name: `Heat pump, ${pump.kilowatts} kW`,
  words: `${pump.home}: the unit, the cylinder and up to four radiators, fitted.`,
}));

const forSale: readonly Pictured[] = [
  ...heatPumps.map(({ ref, name, words, price }) => ({
    ...plain,
    currency: business.currency,
    stock: 'to order' as const,
    ref,
    name,
    words,
    price,
    page: '/heat-pumps/costs',
    shows: 'heat-pump' as const,
    alt: 'An outside unit on a wall',
  })),
  {
    ...plain,
    ref: 'bat-5',
    name: 'Home battery, 5 kWh',
    words: 'Stores the night rate for tea time. On an inside wall.',
    price: 5_200,
    left: 14,
    page: '/batteries',
    shows: 'battery',
    alt: 'A battery the height of a chair',
  },
  {
    ...plain,
    ref: 'bat-10',
    name: 'Home battery, 10 kWh',
    words: 'For a home that cooks and heats by electricity.',
    price: 8_900,
    stock: 'to order',
    page: '/batteries',
    shows: 'battery',
    alt: 'A battery the height of a chair',
  },
  {
    ...plain,
    ref: 'loft',
    name: 'Loft insulation',
    words: 'Laid in a day, for a loft of up to 60 square metres.',
    price: 1_150,
    page: '/insulation',
    shows: 'loft',
    alt: 'A loft with its insulation laid',
  },
];

/** Puts what Brackenrow sells among the things for sale, with its pictures. @param root the checkout, where those are */
export async function loadProducts(tables: Tables, workspace: string, root: string): Promise<void> {
  const pictures = new Pictures(tables);
  const kept = new Map<string, string>();
  for (const shows of new Set(forSale.map(one => one.shows)))
    kept.set(shows, await pictures.add(workspace, readFileSync(join(root, 'demo/pictures', `${shows}.png`))));
  await tables
    .in(workspace)
    .of(productTables.products)
    .addAll(
      forSale.map(({ shows, alt, ...product }) => ({
        ref: product.ref,
        product: { ...product, picture: { src: kept.get(shows)!, alt } },
        held: [],
      })),
    );
}

/** Has Kineta read what Brackenrow’s page sells, the first time at once, unless it does so already. @param site its address */
export async function readProductPage(tables: Tables, site: string): Promise<void> {
  const [brackenrow] = await tables.everywhere(sites).all({ siteKey: business.siteKey }, { most: 1 });
  if (!brackenrow) return;
  const rows = tables.in(brackenrow.workspaceId).of(productTables.productPages);
  const address = `${site}/heat-pumps/costs`;
  if ((await rows.count({ address })) === 0) await rows.add({ address, dueAt: new Date() });
}
