import { z } from 'zod';
import { Id } from '../id.ts';
import { END, type StepKind } from './kind.ts';

/** What a conversation came to, in a word that reports can count: “lead”, “answered”, “booked”, “lost”, or one’s own. */
export const Outcome = z.string().trim().min(1).max(40);

export const End = z.strictObject({ id: Id, kind: z.literal('end'), outcome: Outcome.optional() });
export type End = z.infer<typeof End>;

/** Ends the flow, with an outcome if one is named. What the visitor writes afterwards begins it anew. */
export const end: StepKind<End> = {
  kind: 'end',
  purpose: 'End the flow, with an outcome',
  schema: End,
  blank: id => ({ id, kind: 'end' }),
  words: step => [
    { text: step.outcome ? `The flow ends here, with the outcome “${step.outcome}”` : 'The flow ends here' },
  ],
  exits: () => [],
  ending: step => (step.outcome ? `Ends: ${step.outcome}` : 'Ends'),
  waits: () => true,
  reads: () => [],
  sets: () => [],
  check: () => [],
  play: step => ({
    enter(run) {
      run.acts.push({ act: 'end', step: step.id, ...(step.outcome ? { outcome: step.outcome } : {}) });
      return END;
    },
  }),
};
