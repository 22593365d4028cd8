import type { Request, Response } from 'express';
import type { Ports, Site } from '../house/ports.ts';
import { ProblemError } from './problem.ts';

/**
 * The site of which a page asks something, which may not be said of itself but by where it is asked from.
 * @throws {ProblemError} `unknown_site`, `domain_not_allowed`
 */
export async function siteOfPage(
  sites: Pick<Ports['sites'], 'byKey' | 'allows'>,
  request: Request,
): Promise<{ site: Site; origin: string }> {
  const site = await sites.byKey(String(request.params.key));
  const origin = request.get('origin');
  if (!site) throw new ProblemError('unknown_site', 'Kineta knows no site with this key.');
  if (!origin || !sites.allows(site, origin))
    throw new ProblemError('domain_not_allowed', 'This page may not carry the chat.');
  return { site, origin };
}

/** What pages of other origins are answered may be read there, and kept by nobody. */
export const FOR_PAGES = {
  'Cross-Origin-Resource-Policy': 'cross-origin',
  'Cache-Control': 'no-store',
  'X-Content-Type-Options': 'nosniff',
  Vary: 'Origin',
} as const;

export function forPages(response: Response): void {
  response.set(FOR_PAGES);
}

/** What a page sent as plain text, so that its browser asks no question ahead of it; undefined when that is no JSON. */
export function jsonOf(body: unknown): unknown {
  try {
    return JSON.parse(String(body));
  } catch {
    return undefined;
  }
}
