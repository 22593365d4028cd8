import { z } from 'zod';
import { entryKind } from '../../conversation/entries/kind.ts';
import { actKind } from './kind.ts';

const ledToPage = entryKind({
  kind: 'led to page',
  schema: z.object({ kind: z.literal('led to page'), page: z.string() }),
  visitorSees: true,
  words: ({ page }) => `Took the visitor to ${page}.`,
});

/** Leads the visitor’s browser to a page of the site, or elsewhere; the chat goes along. */
export const takeToPage = actKind({
  act: 'take to page',
  schema: z.object({ act: z.literal('take to page'), step: z.string(), page: z.string() }),
  entry: ledToPage,
  leaves: ({ page }) => ({ page }),
});
