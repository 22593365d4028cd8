import { z } from 'zod';
import { entryKind } from '../../conversation/entries/kind.ts';
import { ChartShown } from '../shown.ts';
import { actKind } from './kind.ts';

const charted = entryKind({
  kind: 'charted',
  schema: ChartShown.extend({ kind: z.literal('charted'), speaker: z.string() }),
  visitorSees: true,
});

/** Draws a chart. */
export const chart = actKind({
  act: 'chart',
  schema: ChartShown.extend({ act: z.literal('chart'), step: z.string() }),
  entry: charted,
  leaves: ({ title, form, values }, speaker) => ({ speaker, title, form, values }),
});
