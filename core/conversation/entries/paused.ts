import { z } from 'zod';
import { entryKind } from './kind.ts';

/** The flow waits for a while that is long enough to be told. */
export const paused = entryKind({
  kind: 'paused',
  schema: z.object({ kind: z.literal('paused'), until: z.string() }),
  words: ({ until }, { time }) => `The flow pauses until ${time(until)}, or until the visitor writes.`,
});
