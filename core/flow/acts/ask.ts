import { z } from 'zod';
import { isAside } from '../../conversation/aside.ts';
import { entryKind } from '../../conversation/entries/kind.ts';
import { isOfRating, RATING_STEP } from '../../rating/steps.ts';
import { lineText, SpokenLine } from '../line.ts';
import { AnswerShown } from '../shown.ts';
import { actKind } from './kind.ts';

const asked = entryKind({
  kind: 'asked',
  schema: z.object({
    kind: z.literal('asked'),
    speaker: z.string(),
    line: SpokenLine,
    answer: AnswerShown,
    step: z.string().optional(),
    /** The flow that begins by it, where that is asked beside another; visitors are told what stands on the buttons alone. */
    offers: z.object({ flow: z.string() }).optional(),
  }),
  visitorSees: true,
  toVisitor: entry => (entry.offers ? { ...entry, offers: undefined } : entry),
  moves({ step }) {
    if (!isOfRating(step)) return [{ move: 'flow' }];
    return [{ move: 'rule' }, ...(step === RATING_STEP ? [{ move: 'rating' as const, is: 'asked' as const }] : [])];
  },
  preview: ({ line, step }) => (isAside(step) ? undefined : lineText(line)),
  recorded: ({ step, line }) =>
    step === undefined || isAside(step) ? undefined : { did: 'asked', step, words: lineText(line) },
});

/** Asks the visitor something. */
export const ask = actKind({
  act: 'ask',
  schema: z.object({ act: z.literal('ask'), step: z.string(), line: SpokenLine, answer: AnswerShown }),
  entry: asked,
  leaves: ({ line, answer, step }, speaker) => ({ speaker, line, answer, step }),
  said: ({ line }) => line,
});
