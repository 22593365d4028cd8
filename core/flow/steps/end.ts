import { z } from 'zod';
import { Id } from '../id.ts';
import { END, type StepKind } from './kind.ts';

export const End = z.strictObject({ id: Id, kind: z.literal('end') });
export type End = z.infer<typeof End>;

/** Ends the flow. What the visitor writes afterwards begins it anew. */
export const end: StepKind<End> = {
  kind: 'end',
  purpose: 'End the flow',
  schema: End,
  blank: id => ({ id, kind: 'end' }),
  words: () => [{ text: 'The flow ends here' }],
  leads: () => [],
  waits: true,
  reads: () => [],
  sets: () => [],
  check: () => [],
  play: step => ({
    enter(run) {
      run.acts.push({ act: 'end', step: step.id });
      return END;
    },
  }),
};
