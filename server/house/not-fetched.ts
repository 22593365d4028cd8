import type { PageNotFetched } from './ports.ts';

const REASONS: Readonly<Record<string, string>> = {
  inside: 'it lies in a private network',
  slow: 'it took too long',
  silent: 'nothing answers there',
  'no page': 'what is there is no page',
  'round in circles': 'it sends round in circles',
};

/** Why a page could not be fetched, for whoever names it. */
export function notFetchedWords({ code, about }: PageNotFetched): string {
  if (code === 'domain not allowed') return `${about} is none of your sites’ domains.`;
  return `The page could not be read: ${REASONS[about] ?? `it answered with status ${about}`}.`;
}
