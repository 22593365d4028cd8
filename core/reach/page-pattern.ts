import { URLPattern } from 'urlpattern-polyfill';
import { z } from 'zod';

/** Stands for whatever host, where a pattern is of a path alone. */
const ANY_HOST = 'https://site.example';

/** A page as patterns are held against it: its parts as they stand in its address. */
export interface Page {
  /** Empty where only its path is known. */
  origin: string;
  path: string;
  /** With its question mark; empty without one. */
  search: string;
}

const ADDRESS = /^(https?:\/\/[^/?#]*)?([^?#]*)(\?[^#]*)?/i;

/** The parts of an address, or of a path. */
export function pageOf(address: string): Page {
  const [, origin = '', path = '', search = ''] = ADDRESS.exec(address) ?? [];
  return { origin, path: path || '/', search };
}

const isPath = (pattern: string): boolean => pattern.startsWith('/');

/**
 * A pattern made ready.
 * @throws {TypeError} when it cannot be read
 */
const compiled = (pattern: string): URLPattern =>
  isPath(pattern) ? new URLPattern(pattern, ANY_HOST) : new URLPattern(pattern);

/** Which pages are meant: a path (“/heat-pumps*”) or a whole address, as WHATWG URLPattern writes it. */
export const PagePattern = z
  .string()
  .trim()
  .max(500)
  .refine(pattern => {
    if (!/^(\/|https?:\/\/[^/])/.test(pattern)) return false;
    try {
      compiled(pattern);
      return true;
    } catch {
      return false;
    }
  }, 'A page is a path as /help, with * for whatever follows, or a whole address that begins with https://.');

/** What every page begins with that a pattern matches: up to what may stand for something else, which may take the slash before it along. */
const beginning = (pattern: string): string =>
  /^[A-Za-z0-9/_.~-]*?(?=\/?(?:$|[^A-Za-z0-9/_.~-]))/.exec(pattern)?.[0] ?? '';

/**
 * Holds pages against a pattern. Only a page that begins as it does has it read: reading one takes a quarter of a millisecond, of which a
 * site with a thousand of them has none to spare.
 */
export function pageTest(pattern: string): (page: Page) => boolean {
  const begins = isPath(pattern) ? beginning(pattern) : '';
  let read: URLPattern | undefined;
  return ({ origin, path, search }) => {
    if (!path.startsWith(begins)) return false;
    read ??= compiled(pattern);
    return read.test(`${isPath(pattern) || origin === '' ? ANY_HOST : origin}${path}${search}`);
  };
}

const BELOW = /^(.*[^/])\{\/\*\}\?$/;

/** A page and all below it, as a pattern. */
export const withBelow = (path: string): string => `${path.replace(/\/$/, '')}{/*}?`;

/** How a pattern reads: “/help and below”; as it is written, where it says more than that. */
export function patternName(pattern: string): string {
  const [, above] = BELOW.exec(pattern) ?? [];
  if (above) return `${above} and below`;
  return pattern;
}
