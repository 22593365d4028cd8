import type { Route } from '@kineta/contract';
import { keepPreviousData, type UseInfiniteQueryResult, useInfiniteQuery } from '@tanstack/react-query';
import { useEffect } from 'react';
import type { z } from 'zod';
import { call, type Given } from './api.ts';
import { keyOf } from './query.ts';

/** How many rows before the end of what is loaded the next page is asked for. */
const AHEAD = 20;

type Pages<R extends Route> = UseInfiniteQueryResult<{ pages: Array<z.output<R['reply']>> }>;

/**
 * A list that is read page by page. What was shown stays until another search has been answered.
 * @param query what is asked for beside the page
 * @param next the cursor of the page that follows one; null on the last
 */
export function usePages<R extends Route>(
  route: R,
  query: Record<string, string | undefined>,
  next: (page: z.output<R['reply']>) => string | null,
): Pages<R> {
  return useInfiniteQuery({
    queryKey: keyOf(route, query),
    queryFn: ({ pageParam }) =>
      call(route, { query: { ...query, ...(pageParam === null ? {} : { before: pageParam }) } } as unknown as Given<R>),
    initialPageParam: null as string | null,
    getNextPageParam: page => next(page as z.output<R['reply']>) ?? undefined,
    placeholderData: keepPreviousData,
  }) as Pages<R>;
}

/** Asks for the next page when the end of what is loaded comes near. */
export function useReachesEnd(
  {
    hasNextPage,
    isFetchingNextPage,
    fetchNextPage,
  }: Pick<Pages<Route>, 'hasNextPage' | 'isFetchingNextPage' | 'fetchNextPage'>,
  lastShown: number,
  loaded: number,
): void {
  useEffect(() => {
    if (hasNextPage && !isFetchingNextPage && lastShown >= loaded - AHEAD) void fetchNextPage();
  }, [hasNextPage, isFetchingNextPage, fetchNextPage, lastShown, loaded]);
}
