import { z } from 'zod';
import { actKind } from './kind.ts';

/** A decision was taken: the first way that held, or none, which is -1. Told in a rehearsal, and kept nowhere. */
export const decided = actKind({
  act: 'decided',
  schema: z.object({ act: z.literal('decided'), step: z.string(), way: z.number().int() }),
});
