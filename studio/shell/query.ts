import type { Route } from '@kineta/contract';
import { keepPreviousData, QueryClient, type QueryKey, type UseQueryResult, useQuery } from '@tanstack/react-query';
import type { z } from 'zod';
import { CallError, call, type Given } from './api.ts';

/** How often a read that failed for a while is tried again. */
const MOST_RETRIES = 6;

/** Longer and longer, at most half a minute, and not everybody at the same moment. */
function waitBefore(retry: number): number {
  return Math.min(30_000, 500 * 2 ** retry) * (0.75 + Math.random() / 2);
}

/**
 * What the studio has read of the server: shown at once where it is wanted again, and read anew meanwhile, as whatever was
 * done elsewhere may have changed it. A read that failed for a while is tried again by itself; what live messages say is
 * stale is read anew, once for as many as come at a time.
 */
export const queries = new QueryClient({
  defaultOptions: {
    queries: {
      retry: (failures, error) => failures < MOST_RETRIES && error instanceof CallError && error.passing,
      retryDelay: waitBefore,
      refetchOnWindowFocus: true,
    },
  },
});

/** Under which key what a route answered is kept: by its path, so that all of it can be called stale. */
export function keyOf<R extends Route>(route: R, given?: object): QueryKey {
  return given === undefined ? [route.path] : [route.path, given];
}

/**
 * What a route answers, kept and read anew when it is stale.
 * @param more whether it is wanted yet, whether what it answers never changes, and whether what was asked before is shown until
 *   this is there
 */
export function useRoute<R extends Route>(
  route: R,
  given: Given<R>,
  more: { wanted?: boolean; never?: 'changes'; shows?: 'what was' } = {},
): UseQueryResult<z.output<R['reply']>> {
  return useQuery({
    queryKey: keyOf(route, given),
    queryFn: () => call(route, given),
    enabled: more.wanted ?? true,
    ...(more.shows ? { placeholderData: keepPreviousData } : {}),
    ...(more.never ? { staleTime: Number.POSITIVE_INFINITY } : {}),
  });
}

/** Something was changed or heard of: what these routes answered is read anew where it is shown, once. */
export async function isStale(...routes: readonly Route[]): Promise<void> {
  await Promise.all(
    routes.map(route => queries.invalidateQueries({ queryKey: keyOf(route) }, { cancelRefetch: false })),
  );
}

/**
 * One has changed something oneself: what these routes answered is read anew, and what was asked for before that is dropped, as
 * it may tell how it was. What is heard of others comes often, and would drop every reading: that is {@link isStale}.
 */
export async function changedHere(...routes: readonly Route[]): Promise<void> {
  await Promise.all(routes.map(route => queries.invalidateQueries({ queryKey: keyOf(route) })));
}
