import { z } from 'zod';
import { PagePattern, pageOf, pageTest } from '../reach/page-pattern.ts';

export const PERSONS = ['anybody', 'known', 'not known'] as const;

/** For whom something is. What names nothing is for all. */
export const Audience = z.strictObject({
  /** By their identities. */
  sites: z.array(z.string().max(40)).max(50),
  pages: z.array(PagePattern).max(50),
  /** By their codes: “en” is for “en-GB” as well. */
  languages: z.array(z.string().trim().toLowerCase().min(2).max(20)).max(20),
  person: z.enum(PERSONS),
});
export type Audience = z.infer<typeof Audience>;

export const everybody: Audience = { sites: [], pages: [], languages: [], person: 'anybody' };

/** Who asks, where. What is not known of it is null, and is held against nothing. */
export interface Asker {
  site: string | null;
  /** The address of the page. */
  page: string | null;
  language: string | null;
  isKnown: boolean | null;
}

/** Why something is not for somebody. */
export type NotForThem = 'other site' | 'other page' | 'other language' | 'known only' | 'not known only';

/** Read once for each audience, as every question that is asked is held against them. */
const tests = new WeakMap<readonly string[], ReadonlyArray<ReturnType<typeof pageTest>>>();

function isOn(pages: readonly string[], page: string): boolean {
  const ready = tests.get(pages) ?? pages.map(pageTest);
  tests.set(pages, ready);
  return ready.some(test => test(pageOf(page)));
}

/** All that keeps something from somebody; nothing when it is for them. */
export function notFor({ sites, pages, languages, person }: Audience, asker: Asker): NotForThem[] {
  const why: NotForThem[] = [];
  if (asker.site !== null && sites.length > 0 && !sites.includes(asker.site)) why.push('other site');
  const { page, language } = asker;
  if (page !== null && pages.length > 0 && !isOn(pages, page)) why.push('other page');
  if (language !== null && languages.length > 0) {
    const spoken = language.toLowerCase();
    if (!languages.some(one => spoken === one || spoken.startsWith(`${one}-`))) why.push('other language');
  }
  if (asker.isKnown === false && person === 'known') why.push('known only');
  if (asker.isKnown === true && person === 'not known') why.push('not known only');
  return why;
}
