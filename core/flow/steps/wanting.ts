import { z } from 'zod';
import { Id } from '../id.ts';
import type { StepKind } from './kind.ts';

export const WantsPerson = z.strictObject({ id: Id, kind: z.literal('wants person'), to: Id });
export type WantsPerson = z.infer<typeof WantsPerson>;

/**
 * From here on, leads a visitor who wants a person to a scene: there it may be said who is there, or asked how to reach
 * them. It holds until another such step. Who wants one again after that has whoever is there fetched.
 */
export const wantsPerson: StepKind<WantsPerson> = {
  kind: 'wants person',
  purpose: 'From here on, lead who wants a person to a scene',
  schema: WantsPerson,
  blank: id => ({ id, kind: 'wants person', to: 'nowhere' }),
  words: (step, around) => [
    { text: 'From here on, who wants a person goes to ' },
    { scene: step.to, title: around.sceneTitle(step.to) },
  ],
  exits: step => [{}, { scene: step.to, label: 'a person is wanted', part: 'to', later: true }],
  waits: () => false,
  reads: () => [],
  sets: () => [],
  check: () => [],
  fetches: ({ to }) => to,
  play(step, stage) {
    const on = stage.way(undefined);
    const to = stage.way(step.to);
    return {
      enter(run) {
        run.leads = step.id;
        return on;
      },
      wanted: () => to,
    };
  },
};
