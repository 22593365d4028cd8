import { z } from 'zod';
import { entryKind } from './kind.ts';

/** What a newer build wrote beside this one, which does not know it. */
export const newer = entryKind({
  kind: 'newer',
  schema: z.object({ kind: z.literal('newer'), was: z.string() }),
  words: ({ was }) => `Something newer than this version of Kineta happened here (${was}).`,
});
