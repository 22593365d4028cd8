import { z } from 'zod';
import { entryKind } from '../../conversation/entries/kind.ts';
import { lineText, SpokenLine } from '../line.ts';
import { CardShown } from '../shown.ts';
import { actKind } from './kind.ts';

const showed = entryKind({
  kind: 'showed',
  schema: z.object({ kind: z.literal('showed'), speaker: z.string(), line: SpokenLine, cards: z.array(CardShown) }),
  visitorSees: true,
  moves: () => [{ move: 'flow' }],
  preview: ({ line }) => lineText(line),
});

/** Shows a row of cards that does not hold the flow up. */
export const show = actKind({
  act: 'show',
  schema: z.object({ act: z.literal('show'), step: z.string(), line: SpokenLine, cards: z.array(CardShown) }),
  entry: showed,
  leaves: ({ line, cards }, speaker) => ({ speaker, line, cards }),
  said: ({ line }) => line,
});
