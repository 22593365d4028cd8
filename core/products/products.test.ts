import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { lineText } from '../flow/line.ts';
import { productCard } from './card.ts';
import { Product, STOCKS } from './product.ts';
import { asSheetSays, readSheet, sheetHead, sheetRow } from './sheet.ts';
import { productsIn } from './structured.ts';

const PAGE = 'https://brackenrow.example/heat-pumps/costs';
const at = (written: string): string | undefined =>
  /^https?:/.test(written) ? written : written.startsWith('/') ? `https://brackenrow.example${written}` : undefined;
const read = (...data: unknown[]) => productsIn(data, { address: PAGE, language: 'en-GB', at });
const pump = {
  '@context': 'https://schema.org',
  '@type': 'Product',
  name: 'Heat pump, 5 kW',
  sku: 'hp-5',
  description: '<p>For a <b>terrace</b>.</p>',
  image: ['/pictures/hp-5.jpg', '/pictures/other.jpg'],
  url: '/heat-pumps#5',
  offers: { '@type': 'Offer', price: '9400.00', priceCurrency: 'GBP', availability: 'https://schema.org/InStock' },
};

describe('what a page tells of itself', () => {
  test('is read with its price, its stock, its picture and its page', () => {
    expect(read(pump)).toEqual([
      {
        ref: 'hp-5',
        name: 'Heat pump, 5 kW',
        words: 'For a terrace .',
        picture: { src: 'https://brackenrow.example/pictures/hp-5.jpg', alt: 'Heat pump, 5 kW' },
        price: 9_400,
        currency: 'GBP',
        stock: 'in stock',
        left: null,
        page: 'https://brackenrow.example/heat-pumps#5',
      },
    ]);
  });

  test.each<[string, unknown, unknown]>([
    ['in a graph', { '@graph': [{ '@type': 'WebPage' }, pump] }, ['hp-5']],
    ['in a list', { '@type': 'ItemList', itemListElement: [{ '@type': 'ListItem', item: pump }] }, ['hp-5']],
    ['with its kind as an address', { ...pump, '@type': ['http://schema.org/Product'] }, ['hp-5']],
    ['not what is only like it', { ...pump, isSimilarTo: { ...pump, sku: 'other' } }, ['hp-5']],
    ['not what is reviewed', { '@type': 'Review', itemReviewed: pump }, []],
    ['not what has no name', { '@type': 'Product', sku: 'x' }, []],
    ['not another kind', { ...pump, '@type': 'Article' }, []],
    [
      'its variants, which share what the group says',
      {
        '@type': 'ProductGroup',
        name: 'Heat pump',
        description: 'Quiet.',
        hasVariant: [
          { '@type': 'Product', sku: 'a', size: '5 kW', name: 'Five' },
          { '@type': 'Product', sku: 'b' },
        ],
      },
      ['a', 'b'],
    ],
  ])('is found %s', (_, data, refs) => {
    expect(read(data).map(({ ref }) => ref)).toEqual(refs);
  });

  const offered = (offers: unknown) => {
    const [found] = read({ ...pump, offers });
    return found && [found.price, found.currency, found.stock, found.left];
  };
  test.each<[string, unknown, unknown[]]>([
    ['signs as people write them', { price: '£9,400', priceCurrency: 'gbp' }, [9_400, 'GBP', null, null]],
    ['a number', { price: 0.5 }, [0.5, null, null, null]],
    ['a range', { '@type': 'AggregateOffer', lowPrice: 5, highPrice: 9 }, [null, null, null, null]],
    ['a range of one', { '@type': 'AggregateOffer', lowPrice: '5', highPrice: 5 }, [5, null, null, null]],
    ['words', { price: 'from 9400' }, [null, null, null, null]],
    ['less than nothing', { price: -5 }, [null, null, null, null]],
    ['a specification', { priceSpecification: { price: 7, priceCurrency: 'EUR' } }, [7, 'EUR', null, null]],
    ['two that differ', [{ price: 5 }, { price: 6 }], [null, null, null, null]],
    ['two that agree', [{ price: 5 }, { price: 5 }], [5, null, null, null]],
    [
      'how many there are',
      { availability: 'LimitedAvailability', inventoryLevel: { value: 3 } },
      [null, null, 'few left', 3],
    ],
    ['an availability that there is not', { availability: 'Sometimes' }, [null, null, null, null]],
  ])('has a price from %s, or none', (_, offers, values) => {
    expect(offered(offers)).toEqual(values);
  });

  test('told twice is one thing, with what each knows', () => {
    const [found, ...more] = read({ ...pump, offers: undefined }, { ...pump, description: undefined });
    expect(more).toEqual([]);
    expect(found).toMatchObject({ words: 'For a terrace .', price: 9_400 });
  });

  test('may be anything, and what comes of it can be kept', () => {
    fc.assert(
      fc.property(fc.array(fc.jsonValue()), fc.jsonValue(), (data, value) => {
        for (const product of read(...data, {
          '@type': 'Product',
          name: 'x',
          offers: value,
          sku: value,
        }))
          Product.parse(product);
      }),
      { numRuns: 100 },
    );
  });
});

describe('a table', () => {
  test('is read by the names of its columns, in any order', () => {
    const { products, mistakes, columns } = readSheet(
      [
        ['Title', 'SKU', 'Price', 'Availability', 'image_link', 'Colour'],
        ['Battery, 5 kWh', 'bat-5', '£4,100.50', 'in_stock', 'https://brackenrow.example/5.png', 'white'],
        ['', '', '', '', '', ''],
        ['Battery, 10 kWh', 'bat-10', '6,900 GBP', '3', '', ''],
      ],
      'en-GB',
    );
    expect(mistakes).toEqual([]);
    expect(columns.at(-1)).toEqual({ name: 'Colour', is: null });
    expect(products).toMatchObject([
      { ref: 'bat-5', name: 'Battery, 5 kWh', price: 4_100.5, currency: null, stock: 'in stock', left: null },
      { ref: 'bat-10', price: 6_900, currency: 'GBP', stock: null, left: 3, picture: null },
    ]);
  });

  test('says where something is wrong, and takes in the rest', () => {
    const { products, mistakes } = readSheet(
      [
        ['name', 'price', 'stock', 'page', 'ref'],
        ['Right', '5', '', '/right', 'r'],
        ['Wrong', 'ask us', 'maybe', 'brackenrow', 'w'],
        ['', '5', '', '', 'n'],
        ['Again', '', '', '', 'R'],
      ],
      'en-GB',
    );
    expect(products.map(({ name }) => name)).toEqual(['Right']);
    expect(mistakes.map(({ row, column }) => [row, column])).toEqual([
      [3, 'price'],
      [3, 'stock'],
      [3, 'page'],
      [4, 'name'],
      [5, null],
    ]);
  });

  test('changes of what is known only what it says', () => {
    const before = { ...read(pump)[0]!, picture: { src: '/p/1', alt: 'A heat pump' } };
    const { products, says } = readSheet(
      [
        ['sku', 'name', 'price'],
        ['HP-5', 'Heat pump', '9.500,00 EUR'],
      ],
      'de',
    );
    expect(asSheetSays(products[0]!, before, says)).toEqual({
      ...before,
      name: 'Heat pump',
      price: 9_500,
      currency: 'EUR',
    });
    const pictured = readSheet(
      [
        ['name', 'picture'],
        ['Heat pump', '/p/1'],
      ],
      'en',
    );
    expect(asSheetSays(pictured.products[0]!, before, pictured.says).picture?.alt).toBe('A heat pump');
  });

  test('without a column of names is none', () => {
    expect(
      readSheet(
        [
          ['a', 'b'],
          ['1', '2'],
        ],
        'en',
      ).mistakes,
    ).toHaveLength(1);
    expect(readSheet([], 'en').products).toEqual([]);
  });

  const product = fc.record({
    ref: fc.stringMatching(/^[a-z0-9-]{1,20}$/),
    name: fc.stringMatching(/^[A-Za-z][a-z ]{0,40}[a-z]$/),
    words: fc.stringMatching(/^([A-Za-z][a-z,. ]{0,100}[a-z])?$/),
    picture: fc.constant(null),
    price: fc.option(fc.integer({ min: 0, max: 1e8 }).map(pence => pence / 100)),
    currency: fc.option(fc.constantFrom('GBP', 'EUR')),
    stock: fc.option(fc.constantFrom(...STOCKS)),
    left: fc.option(fc.nat({ max: 5_000 })),
    page: fc.option(fc.constantFrom('/heat-pumps', 'https://brackenrow.example/x')),
  });
  test('written and read again is the same', () => {
    fc.assert(
      fc.property(fc.uniqueArray(product, { selector: ({ ref }) => ref }), products => {
        const rows = [sheetHead, ...products.map(sheetRow)];
        expect(readSheet(rows, 'en-GB')).toMatchObject({ products, mistakes: [] });
      }),
      { numRuns: 100 },
    );
  });
});

test.each<[Partial<Product>, string]>([
  [{ stock: 'in stock' }, 'In stock'],
  [{ stock: 'in stock', left: 3 }, '3 in stock'],
  [{ left: 0 }, 'Out of stock just now'],
  [{ stock: 'out of stock', left: 3 }, 'Out of stock just now'],
  [{ stock: 'to order', left: 0 }, 'Made or ordered for you'],
  [{}, ''],
])('a card of %j says “%s”', (part, says) => {
  const product = read(pump)[0]!;
  const card = productCard({ ...product, words: '', stock: null, ...part }, { language: 'en-GB', currency: 'EUR' });
  expect(card).toMatchObject({ title: 'Heat pump, 5 kW', price: '£9,400', actions: [{ page: product.page }] });
  expect(lineText(card.line)).toBe(says);
});
