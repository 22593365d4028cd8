import { cut } from '@kineta/core';

/** A page on which a visitor had the chat, and since when. */
export interface OnPage {
  page: string;
  at: string;
}

/** So many pages are kept of a visitor, the last ones. */
const MOST = 20;
const LONGEST = 300;

/** The pages with one more; who stays on a page is there since they came to it. */
export function onwards(trail: readonly OnPage[], page: string, now: Date): OnPage[] {
  const here = cut(page, LONGEST);
  if (trail.at(-1)?.page === here) return [...trail];
  return [...trail, { page: here, at: now.toISOString() }].slice(-MOST);
}
