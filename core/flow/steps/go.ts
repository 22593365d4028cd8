import { z } from 'zod';
import { Id } from '../id.ts';
import type { StepKind } from './kind.ts';

export const Go = z.strictObject({ id: Id, kind: z.literal('go'), to: Id });
export type Go = z.infer<typeof Go>;

/** Goes to the beginning of a scene. */
export const go: StepKind<Go> = {
  kind: 'go',
  purpose: 'Go to another scene',
  schema: Go,
  blank: id => ({ id, kind: 'go', to: 'nowhere' }),
  words: (step, around) => [{ text: 'Go to ' }, { scene: step.to, title: around.sceneTitle(step.to) }],
  exits: step => [{ scene: step.to, part: 'to' }],
  waits: () => false,
  reads: () => [],
  sets: () => [],
  check: () => [],
  play(step, stage) {
    const next = stage.way(step.to);
    return { enter: () => next };
  },
};
