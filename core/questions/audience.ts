import { URLPattern } from 'urlpattern-polyfill';
import { z } from 'zod';

const ANY_HOST = 'https://site.example';

/** The pattern as it is held against pages: of a path alone, on whatever host. */
const patternOf = (page: string): URLPattern =>
  page.startsWith('/') ? new URLPattern({ pathname: page }) : new URLPattern(page);

/** Which pages are meant: a path (“/heat-pumps*”) or a whole address, as WHATWG URLPattern writes it. */
export const PagePattern = z
  .string()
  .trim()
  .max(500)
  .refine(page => {
    if (!/^(\/|https?:\/\/[^/])/.test(page)) return false;
    try {
      patternOf(page);
      return true;
    } catch {
      return false;
    }
  }, 'A page is a path as /help, with * for whatever follows, or a whole address that begins with https://.');

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

const addressOf = (page: string): string => (page.startsWith('/') ? `${ANY_HOST}${page}` : page);

/** All that keeps something from somebody; nothing when it is for them. */
export function notFor({ sites, pages, languages, person }: Audience, asker: Asker): NotForThem[] {
  const why: NotForThem[] = [];
  if (asker.site !== null && sites.length > 0 && !sites.includes(asker.site)) why.push('other site');
  const { page, language } = asker;
  if (page !== null && pages.length > 0 && !pages.some(one => patternOf(one).test(addressOf(page))))
    why.push('other page');
  if (language !== null && languages.length > 0) {
    const spoken = language.toLowerCase();
    if (!languages.some(one => spoken === one || spoken.startsWith(`${one}-`))) why.push('other language');
  }
  if (asker.isKnown === false && person === 'known') why.push('known only');
  if (asker.isKnown === true && person === 'not known') why.push('not known only');
  return why;
}
