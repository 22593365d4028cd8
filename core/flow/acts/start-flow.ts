import { z } from 'zod';
import { FlowStart } from '../../questions/flow-button.ts';
import { actKind } from './kind.ts';

/** Goes on with another flow of the workspace, from its beginning or a scene, with the facts of the same names. */
export const startFlow = actKind({
  act: 'start flow',
  schema: z.object({ act: z.literal('start flow'), step: z.string(), ...FlowStart.shape }),
});
