import { z } from 'zod';
import { Id } from '../id.ts';
import type { StepKind } from './kind.ts';

export const CallScene = z.strictObject({ id: Id, kind: z.literal('call scene'), scene: Id });
export type CallScene = z.infer<typeof CallScene>;

/** How many scenes may be open inside each other; beyond that the outermost is not come back to. */
const DEEPEST = 20;

/** Plays another scene and comes back to the next step when that has run out. */
export const callScene: StepKind<CallScene> = {
  kind: 'call scene',
  purpose: 'Play another scene, then come back here',
  schema: CallScene,
  blank: id => ({ id, kind: 'call scene', scene: 'nowhere' }),
  words: (step, around) => [
    { text: 'Play ' },
    { scene: step.scene, title: around.sceneTitle(step.scene) },
    { text: ', then come back here' },
  ],
  exits: step => [{ scene: step.scene, part: 'scene', comesBack: true }],
  waits: () => false,
  reads: () => [],
  sets: () => [],
  check: () => [],
  play(step, stage) {
    const scene = stage.way(step.scene);
    return {
      enter(run) {
        run.stack.push(step.id);
        if (run.stack.length > DEEPEST) run.stack.shift();
        return scene;
      },
    };
  },
};
