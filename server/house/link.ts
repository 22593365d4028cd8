import type { House } from './house.ts';

/**
 * A link to a page of the studio, for a letter. Where the studio is reached is set by whoever runs Kineta, never taken from a
 * request: who forges a request would have the letter lead to themselves.
 * @param path with the token behind `#`, so that it stands in nobody’s log
 */
export function linkTo({ options }: Pick<House, 'options'>, path: string): string {
  return `${options.url ?? `http://${options.host ?? '127.0.0.1'}:${options.port}`}${path}`;
}
