import { z } from 'zod';
import { plain } from '../../facts/words.ts';
import { Duration, durationWords, milliseconds } from '../../hours/duration.ts';
import { Id } from '../id.ts';
import { PAUSED, type StepKind } from './kind.ts';

export const Pause = z.strictObject({ id: Id, kind: z.literal('pause'), for: Duration });
export type Pause = z.infer<typeof Pause>;

/** Waits, then carries on. Who writes in the meantime is not kept waiting: the flow goes on at once. */
export const pause: StepKind<Pause> = {
  kind: 'pause',
  purpose: 'Wait a while, then carry on',
  schema: Pause,
  blank: id => ({ id, kind: 'pause', for: { amount: 2, unit: 'seconds' } }),
  words: step => [plain(`Pause for ${durationWords(step.for)}, or until the visitor writes`)],
  exits: () => [{}],
  // A loop that only pauses goes on for ever without asking anything.
  waits: () => false,
  reads: () => [],
  sets: () => [],
  check: () => [],
  play(step, stage) {
    const on = stage.way(undefined);
    return {
      enter(run) {
        run.setTimer(step.id, milliseconds(step.for));
        return PAUSED;
      },
      timer: () => on,
    };
  },
};
