import { createHash } from 'node:crypto';
import { join } from 'node:path';
import { isPlain } from '@kineta/core';
import { LRUCache } from 'lru-cache';
import type { House } from '../house/house.ts';
import type { Ports, Site } from '../house/ports.ts';
import { ProblemError } from '../http/problem.ts';
import { fileOf, filled } from './built-page.ts';
import type { Looks } from './looks.ts';
import type { Reaches } from './reach/reaches.ts';

const KEY = /^[A-Za-z0-9_-]{6,40}$/;

/** @throws {ProblemError} `unknown_site` */
export async function knownSite(sites: Ports['sites'], key: string): Promise<Site> {
  const site = KEY.test(key) ? await sites.byKey(key) : undefined;
  if (!site) throw new ProblemError('unknown_site', `Kineta knows no site with the key “${key.slice(0, 40)}”.`);
  return site;
}

/**
 * A text for the inside of a string in a script, whichever quotes that has: whatever is not a plain letter, digit or
 * space is written as its code.
 */
export function escaped(text: string): string {
  return text.replace(/[^A-Za-z0-9 ]/g, sign => `\\u${sign.charCodeAt(0).toString(16).padStart(4, '0')}`);
}

const launcherWords = (name: string): string => (name ? `Ask ${name}` : 'Ask us');

/** How long a loader is served again as it was, in milliseconds: every page of every site asks for it. */
const FRESH_FOR = 1_000;

/** Said ahead of a loader: what comes behind it says whether the chat shows. */
const ASKS = 'document.currentScript.kineta={}';

/** A loader as the pages of a site are served it now. */
export interface Loaded {
  site: Site;
  text: string;
  etag: string;
}

/** The script that pages include, in the look of their site; what is changed in this process is in it at once. */
export class Loaders {
  private readonly house: Pick<House, 'ports' | 'options'>;
  private readonly looks: Looks;
  private readonly file: () => string;
  private readonly asPage: () => string;
  private readonly passing: () => string;
  private readonly reaches: Pick<Reaches, 'of'>;
  private readonly reach: () => string;
  private readonly kept = new LRUCache<string, Promise<Loaded>>({ max: 1_000, ttl: FRESH_FOR });
  private readonly written = new LRUCache<string, Loaded>({ max: 1_000, ttl: FRESH_FOR });

  constructor(house: Pick<House, 'ports' | 'options'>, looks: Looks, reaches: Pick<Reaches, 'of'>) {
    this.reaches = reaches;
    this.house = house;
    this.looks = looks;
    this.file = fileOf(join(house.options.files.widget, 'loader.js'), house.options.development);
    this.asPage = fileOf(join(house.options.files.widget, 'as-page.js'), house.options.development);
    this.passing = fileOf(join(house.options.files.widget, 'passing.js'), house.options.development);
    this.reach = fileOf(join(house.options.files.widget, 'reach.js'), house.options.development);
  }

  /** @throws {ProblemError} `unknown_site` */
  of(key: string): Promise<Loaded> {
    const known = this.kept.get(key);
    if (known) return known;
    const made = this.make(key);
    this.kept.set(key, made);
    made.then(
      loaded => this.kept.peek(key) === made && this.written.set(key, loaded),
      () => this.kept.delete(key),
    );
    return made;
  }

  /** The same when it is at hand. */
  fresh(key: string): Loaded | undefined {
    return this.written.get(key);
  }

  /** Something of a site was changed. */
  forget(): void {
    this.kept.clear();
    this.written.clear();
  }

  private async make(key: string): Promise<Loaded> {
    const site = await knownSite(this.house.ports.sites, key);
    const text = await this.write(site);
    return { site, text, etag: `"${createHash('sha256').update(text).digest('base64url').slice(0, 27)}"` };
  }

  private async write(site: Site): Promise<string> {
    if (site.off) return '// The chat is switched off.';
    const { style, words, picture, asPage } = await this.looks.launcher(site, launcherWords);
    const isAlways = isPlain(await this.reaches.of(site));
    // Where it depends whether the chat shows, and which flow is met, the page asks once it is there.
    const loader = filled(this.file(), {
      STYLE: style,
      LABEL: escaped(words),
      PICTURE: picture,
    });
    return [
      ...(isAlways ? [] : [ASKS]),
      loader,
      ...(asPage ? [this.asPage()] : []),
      ...(isAlways ? [] : [this.reach()]),
      ...(site.tellsPassers ? [this.passing()] : []),
    ].join(';');
  }
}
