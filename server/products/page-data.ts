import { setImmediate as breath } from 'node:timers/promises';
import { wellFormed } from '@kineta/core';
import { Parser } from 'htmlparser2';

/** So much of a page is looked at before others have a turn, in characters: some milliseconds. */
const PIECE = 64 * 1_024;
/** The most that one property says, and the most things that are kept of a page. */
const LONGEST = 20_000;
const MOST_ITEMS = 2_000;
/** So many properties may stand in each other, each with the words of those inside. */
const DEEPEST = 20;

/** What a page says of itself for programs, by how it says it. */
export interface PageData {
  /** JSON-LD, as parsed. */
  json: unknown[];
  /** Microdata, in the shape that JSON-LD has: `@type`, and properties by their names. */
  micro: unknown[];
  /** Open Graph’s words for a product, in the same shape; empty where the page is none. */
  graph: unknown[];
  /** BCP 47, where the page says so. */
  language: string | undefined;
  /** Where addresses are read from, where the page says so. */
  base: string | undefined;
}

type Item = Record<string, unknown>;

/** An element that is open, with what is collected in it. */
interface Open {
  item?: Item;
  /** A property whose words stand in the element. */
  property?: { of: Item; names: string[]; text: string };
}

function add(item: Item, names: readonly string[], value: unknown): void {
  for (const name of names) {
    // Defined, not set: a property may be called what would otherwise set the prototype.
    const before = Object.hasOwn(item, name) ? [item[name]].flat() : [];
    const all = before.length < MOST_ITEMS ? [...before, value] : before;
    Object.defineProperty(item, name, {
      value: all.length === 1 ? all[0] : all,
      enumerable: true,
      configurable: true,
      writable: true,
    });
  }
}

const HREF = new Set(['a', 'area', 'link']);
const SRC = new Set(['img', 'audio', 'video', 'source', 'embed', 'iframe', 'track']);

/** What an element says of a property without words in it (HTML, 5.2.4); undefined when its words say it. */
function saidBy(tag: string, attributes: Readonly<Record<string, string>>): string | undefined {
  if (attributes.content !== undefined) return attributes.content;
  if (HREF.has(tag)) return attributes.href ?? '';
  if (SRC.has(tag)) return attributes.src ?? '';
  if (tag === 'data' || tag === 'meter') return attributes.value;
  return tag === 'time' ? attributes.datetime : undefined;
}

/** Open Graph’s properties, by what they are of a product. */
const GRAPH: Readonly<Record<string, readonly [part: 'thing' | 'offer', name: string]>> = {
  'og:title': ['thing', 'name'],
  'og:description': ['thing', 'description'],
  'og:image': ['thing', 'image'],
  'og:url': ['thing', 'url'],
  'product:retailer_item_id': ['thing', 'sku'],
  'product:price:amount': ['offer', 'price'],
  'og:price:amount': ['offer', 'price'],
  'product:price:currency': ['offer', 'priceCurrency'],
  'og:price:currency': ['offer', 'priceCurrency'],
  'product:availability': ['offer', 'availability'],
  'og:availability': ['offer', 'availability'],
};

function graphOf(metas: ReadonlyMap<string, string>): unknown[] {
  if (!/^(og:)?product(\.item)?$/.test(metas.get('og:type') ?? '')) return [];
  const parts: Record<'thing' | 'offer', Item> = { thing: {}, offer: {} };
  for (const [property, content] of metas) {
    const known = Object.hasOwn(GRAPH, property) ? GRAPH[property] : undefined;
    if (known) parts[known[0]][known[1]] = content;
  }
  return [{ '@type': 'Product', ...parts.thing, offers: parts.offer }];
}

function parsed(text: string): unknown {
  try {
    // Older pages hide it from older browsers.
    return wellFormed(JSON.parse(text.replace(/^\s*<!--|-->\s*$/g, '')));
  } catch {
    return undefined;
  }
}

/** Collects what a page says for programs while it is read: no tree is made of it, however deep it is nested. */
class Collector {
  readonly json: unknown[] = [];
  readonly micro: Item[] = [];
  readonly metas = new Map<string, string>();
  language: string | undefined;
  base: string | undefined;
  private readonly open: Open[] = [];
  /** Those of them that collect something, the innermost last. */
  private readonly items: Item[] = [];
  private readonly collecting: Array<{ text: string }> = [];
  private script: string | undefined;
  private begun = 0;

  opens(tag: string, attributes: Record<string, string>): void {
    const here: Open = {};
    this.open.push(here);
    if (tag === 'html') this.language ??= attributes.lang?.trim() || undefined;
    if (tag === 'base') this.base ??= attributes.href;
    if (tag === 'script' && /^\s*application\/ld\+json/i.test(attributes.type ?? '')) this.script = '';
    if (
      tag === 'meta' &&
      attributes.property !== undefined &&
      !this.metas.has(attributes.property) &&
      this.metas.size < 200
    )
      this.metas.set(attributes.property, (attributes.content ?? '').slice(0, LONGEST));
    const names = (attributes.itemprop ?? '').split(/\s+/).filter(Boolean);
    const parent = this.items.at(-1);
    if (attributes.itemscope !== undefined && this.begun < MOST_ITEMS) {
      this.begun++;
      here.item = { '@type': (attributes.itemtype ?? '').split(/\s+/).filter(Boolean) };
      if (attributes.itemid) here.item['@id'] = attributes.itemid;
      if (parent && names.length > 0) add(parent, names, here.item);
      else this.micro.push(here.item);
      this.items.push(here.item);
    } else if (parent && names.length > 0) {
      const value = saidBy(tag, attributes);
      if (value !== undefined) add(parent, names, value.slice(0, LONGEST));
      else if (this.collecting.length < DEEPEST) {
        here.property = { of: parent, names, text: '' };
        this.collecting.push(here.property);
      }
    }
  }

  says(text: string): void {
    if (this.script !== undefined) this.script += text;
    for (const collector of this.collecting)
      if (collector.text.length < LONGEST) collector.text += text.slice(0, LONGEST);
  }

  closes(tag: string): void {
    const here = this.open.pop();
    if (tag === 'script' && this.script !== undefined) {
      const found = parsed(this.script);
      if (found !== undefined && this.json.length < MOST_ITEMS) this.json.push(found);
      this.script = undefined;
    }
    if (here?.item) this.items.pop();
    if (here?.property) {
      this.collecting.pop();
      add(here.property.of, here.property.names, here.property.text);
    }
  }
}

/** What a page says of itself for programs: JSON-LD, microdata (HTML, 5) and Open Graph. */
export async function dataOf(html: string): Promise<PageData> {
  const found = new Collector();
  const parser = new Parser({
    onopentag: (tag, attributes) => found.opens(tag, attributes),
    ontext: text => found.says(text),
    onclosetag: tag => found.closes(tag),
  });
  for (let at = 0; at < html.length; at += PIECE) {
    parser.write(html.slice(at, at + PIECE));
    await breath();
  }
  parser.end();
  const { json, micro, metas, language, base } = found;
  return { json, micro, graph: graphOf(metas), language, base };
}
