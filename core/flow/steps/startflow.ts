import { z } from 'zod';
import { plain } from '../../facts/words.ts';
import { Id } from '../id.ts';
import { END, type StepKind } from './kind.ts';

export const StartFlow = z.strictObject({
  id: Id,
  kind: z.literal('start flow'),
  /** The other flow’s name in the workspace. */
  flow: z.string().max(100),
});
export type StartFlow = z.infer<typeof StartFlow>;

/** Leaves this flow and goes on with another of the workspace. Facts that both know by the same name go along. */
export const startFlow: StepKind<StartFlow> = {
  kind: 'start flow',
  purpose: 'Go on with another flow',
  schema: StartFlow,
  blank: id => ({ id, kind: 'start flow', flow: '' }),
  words: step => [plain(`Go on with the flow “${step.flow || '…'}”`)],
  ending: step => `On with “${step.flow}”`,
  exits: () => [],
  waits: () => true,
  goesOn: true,
  reads: () => [],
  sets: () => [],
  check(step, around) {
    if (step.flow === '')
      return [{ code: 'empty line', level: 'problem', sentence: 'No flow is named to go on with.', part: 'flow' }];
    return around.flows && !around.flows.includes(step.flow)
      ? [
          {
            code: 'no such flow',
            level: 'problem',
            sentence: `There is no published flow called “${step.flow}”.`,
            part: 'flow',
          },
        ]
      : [];
  },
  play: step => ({
    enter(run) {
      run.acts.push({ act: 'start flow', step: step.id, flow: step.flow });
      return END;
    },
  }),
};
