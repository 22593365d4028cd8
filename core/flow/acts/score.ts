import { z } from 'zod';
import { entryKind } from '../../conversation/entries/kind.ts';
import { actKind } from './kind.ts';

/** Points with their sign: “+20”, “−5”. */
export const signed = (points: number): string => (points < 0 ? `−${-points}` : `+${points}`);

const added = z.object({ fact: z.string(), points: z.number(), reason: z.string() });

const scored = entryKind({
  kind: 'scored',
  schema: added.extend({ kind: z.literal('scored') }),
  words: ({ points, fact, reason }) => `${signed(points)} in ${fact}${reason ? `: ${reason}` : ''}.`,
});

/** Points were added to a score, and why. */
export const score = actKind({
  act: 'score',
  schema: added.extend({ act: z.literal('score'), step: z.string() }),
  entry: scored,
  leaves: ({ fact, points, reason }) => ({ fact, points, reason }),
});
