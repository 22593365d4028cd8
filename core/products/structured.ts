import type { z } from 'zod';
import { understandStretch } from '../answers/number.ts';
import { cut } from '../facts/text.ts';
import { Product, ProductRef, type Stock } from './product.ts';

/** The most that is looked at of a page’s data, and the most that is taken from it. */
const MOST_NODES = 10_000;
const DEEPEST = 16;
const MOST_FOUND = 200;
const LONGEST = 20_000;

/** What of schema.org is a thing that can be bought, and what stands for several that differ in size or colour. */
const KINDS = new Set([
  'Product',
  'IndividualProduct',
  'SomeProducts',
  'ProductModel',
  'ProductGroup',
  'Vehicle',
  'Car',
]);

/** What leads to other things than those that the page sells. */
const ELSEWHERE = new Set([
  'isRelatedTo',
  'isSimilarTo',
  'isAccessoryOrSparePartFor',
  'isConsumableFor',
  'isVariantOf',
  'itemReviewed',
  'review',
]);

/** schema.org’s ItemAvailability, and the words of product feeds for the same, without what sets words apart. */
const STOCK_OF: Readonly<Record<string, Stock>> = {
  instock: 'in stock',
  instoreonly: 'in stock',
  onlineonly: 'in stock',
  limitedavailability: 'few left',
  fewleft: 'few left',
  preorder: 'to order',
  presale: 'to order',
  backorder: 'to order',
  madetoorder: 'to order',
  toorder: 'to order',
  outofstock: 'out of stock',
  soldout: 'out of stock',
  reserved: 'out of stock',
  discontinued: 'out of stock',
};

/** How much there is, as pages and files write it; undefined when that says nothing. */
export function stockFrom(written: string): Stock | undefined {
  const term = (written.split(/[/#]/).at(-1) ?? '').toLowerCase().replace(/[\s_-]/g, '');
  return Object.hasOwn(STOCK_OF, term) ? STOCK_OF[term] : undefined;
}

/** A price as pages and files write it: `9400`, `9400.00`, `£9,400`, `9.400,00 EUR`; undefined when it is none, or several. */
export function priceFrom(written: string, language: string): { price: number; currency?: string } | undefined {
  const code = /(?<![A-Za-z])[A-Z]{3}(?![A-Za-z])/.exec(written)?.[0];
  const figures = written.replace(code ?? '', '').trim();
  const plain = /^\d+(\.\d+)?$/.test(figures) ? Number(figures) : undefined;
  const said = plain === undefined ? understandStretch(figures, language) : { from: plain, to: plain, beside: '' };
  if (!said || said.from !== said.to || said.beside !== '') return undefined;
  return { price: said.from, ...(code ? { currency: code } : {}) };
}

/** The page that data is of. */
export interface PageOfData {
  address: string;
  /** BCP 47, in which prices with signs are read. */
  language: string;
  /** An address as it is written on the page, in full; undefined when it is none. */
  at(written: string): string | undefined;
}

type Node = Readonly<Record<string, unknown>>;
const isNode = (value: unknown): value is Node => typeof value === 'object' && value !== null && !Array.isArray(value);
const list = (value: unknown): readonly unknown[] => (value === undefined || value === null ? [] : [value].flat());

const isKind = (node: Node): boolean =>
  list(node['@type']).some(type => typeof type === 'string' && KINDS.has(type.split(/[/:#]/).at(-1)!));

/** Every thing that a page’s data tells of, in the order of the page. */
function thingsIn(data: readonly unknown[]): Node[] {
  const found: Node[] = [];
  let looked = 0;
  const look = (value: unknown, depth: number, inherited: Node): void => {
    if (depth > DEEPEST || looked++ > MOST_NODES || found.length >= MOST_FOUND) return;
    if (Array.isArray(value)) {
      for (const one of value) look(one, depth + 1, inherited);
      return;
    }
    if (!isNode(value)) return;
    const isThing = isKind(value);
    const variants = isThing ? list(value.hasVariant).filter(isNode) : [];
    if (variants.length > 0) {
      // What all of them have in common is said once, of the group.
      const { hasVariant: _, offers: __, sku: ___, '@id': ____, url: _____, ...common } = value;
      for (const variant of variants) look(variant, depth + 1, common);
      return;
    }
    if (isThing) {
      found.push({ ...inherited, ...value });
      return;
    }
    for (const [key, one] of Object.entries(value)) if (!ELSEWHERE.has(key)) look(one, depth + 1, inherited);
  };
  look(data, 0, {});
  return found;
}

/** The first of these that says something in words or figures, without what would mark it up. */
function textOf(...values: readonly unknown[]): string | undefined {
  for (const value of values.flatMap(list)) {
    const said = isNode(value) ? (value['@value'] ?? value.name) : value;
    if (typeof said !== 'string' && typeof said !== 'number') continue;
    const text = String(said)
      .slice(0, LONGEST)
      .replace(/<[^<>]*>/g, ' ')
      .replace(/[\p{C}\s]+/gu, ' ')
      .trim();
    if (text !== '') return text;
  }
  return undefined;
}

/** A text that is no longer than so many characters; one that was longer ends with dots, at the end of a word. */
function shortened(text: string, most: number): string {
  if (text.length <= most) return text;
  const room = cut(text, most - 1);
  const end = room.lastIndexOf(' ');
  return `${(end > most / 2 ? room.slice(0, end) : room).trimEnd()}…`;
}

function addressOf(value: unknown, { at }: PageOfData): string | undefined {
  const [first] = list(value);
  const said = isNode(first) ? (first.contentUrl ?? first.url ?? first['@id']) : first;
  if (typeof said !== 'string' || said.trim() === '') return undefined;
  const address = at(said);
  return address !== undefined && /^https?:/.test(address) ? address : undefined;
}

interface Offer {
  price?: number;
  currency?: string;
  stock?: Stock;
  left?: number;
  page?: string;
}

/** What one of its offers says; of a range, the price that it begins at is no price of it, and is left out. */
function offerOf(node: Node, page: PageOfData): Offer {
  const [specification] = list(node.priceSpecification).filter(isNode);
  const low = textOf(node.lowPrice);
  const range = low !== undefined && textOf(node.highPrice) !== low;
  const written = range ? undefined : (textOf(node.price) ?? textOf(specification?.price) ?? low);
  const priced = written === undefined ? undefined : priceFrom(written, page.language);
  const currency = textOf(node.priceCurrency, specification?.priceCurrency)?.toUpperCase() ?? priced?.currency;
  const stock = stockFrom(textOf(node.availability) ?? '');
  const level = list(node.inventoryLevel)[0];
  const left = Number(textOf(isNode(level) ? level.value : level));
  const at = addressOf(node.url, page);
  return {
    ...(priced ? { price: priced.price } : {}),
    ...(currency && /^[A-Z]{3}$/.test(currency) ? { currency } : {}),
    ...(stock ? { stock } : {}),
    ...(Number.isInteger(left) && left > 0 ? { left } : {}),
    ...(at ? { page: at } : {}),
  };
}

/** What several offers of one thing agree on; a price that they do not agree on is none. */
function agreed(offers: readonly Offer[]): Offer {
  const [first, ...others] = offers;
  if (!first) return {};
  const { price, currency, ...rest } = first;
  const isOne = others.every(other => other.price === price && other.currency === currency);
  return isOne ? first : rest;
}

const GTINS = ['gtin', 'gtin8', 'gtin12', 'gtin13', 'gtin14', 'isbn'] as const;

function productOf(node: Node, page: PageOfData): Product | undefined {
  const name = textOf(node.name);
  if (name === undefined) return undefined;
  const at = addressOf(node.url, page);
  const offers = list(node.offers)
    .filter(isNode)
    .flatMap(offer => (list(offer.offers).length > 0 && offer.lowPrice === undefined ? list(offer.offers) : [offer]))
    .filter(isNode)
    .map(offer => offerOf(offer, page));
  const { price, currency, stock, left, page: offered } = agreed(offers);
  const called = textOf(node.sku, node.productID, ...GTINS.map(gtin => node[gtin]), node.mpn) ?? name;
  const ref = ProductRef.safeParse(cut(called, 60));
  if (!ref.success) return undefined;
  const { shape } = Product;
  const taken = <T>(schema: z.ZodType<T>, value: unknown): T | null => schema.safeParse(value).data ?? null;
  const sold = taken(shape.price, price);
  return {
    ref: ref.data,
    name: shortened(name, 100),
    words: shortened(textOf(node.description) ?? '', 300),
    picture: taken(shape.picture, { src: addressOf(node.image, page), alt: shortened(name, 100) }),
    price: sold,
    currency: sold === null ? null : (currency ?? null),
    stock: stock ?? null,
    left: taken(shape.left, left),
    page: taken(shape.page, at ?? offered) ?? page.address,
  };
}

/**
 * The things for sale that a page’s own data tells of: schema.org’s Product in JSON-LD, and whatever was brought into the
 * same shape (`@type` and properties by their names), such as microdata. What is doubtful is left out rather than guessed:
 * of a range of prices, or of several that differ, none is taken, and no picture that a page under https:// could not show.
 * @param data as parsed, in the order of the page; anything may stand in it
 */
export function productsIn(data: readonly unknown[], page: PageOfData): Product[] {
  const found = new Map<string, Product>();
  for (const node of thingsIn(data)) {
    const product = productOf(node, page);
    if (!product) continue;
    const key = product.ref.toLowerCase();
    const before = found.get(key);
    // The same thing is often told twice, once in JSON-LD and once in the markup: each may know what the other does not.
    found.set(key, before ? merged(before, product) : product);
  }
  return [...found.values()];
}

function merged(first: Product, second: Product): Product {
  const priced = first.price === null ? second : first;
  return {
    ...first,
    words: first.words || second.words,
    picture: first.picture ?? second.picture,
    price: priced.price,
    currency: priced.currency,
    stock: first.stock ?? second.stock,
    left: first.left ?? second.left,
  };
}
