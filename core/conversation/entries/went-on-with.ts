import { z } from 'zod';
import { entryKind } from './kind.ts';

/** Another flow leads from here. */
export const wentOnWith = entryKind({
  kind: 'went on with',
  schema: z.object({ kind: z.literal('went on with'), flow: z.string(), edition: z.int() }),
  words: ({ flow, edition }) => `Went on with edition ${edition} of “${flow}”.`,
  happens: ({ flow, edition }) => ({ flow, edition }),
  recorded: () => ({ did: 'went elsewhere' }),
});
