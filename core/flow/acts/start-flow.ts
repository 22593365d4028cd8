import { z } from 'zod';
import { FlowStart } from '../../questions/flow-button.ts';
import { mustKind } from '../runs/must.ts';
import { actKind } from './kind.ts';

const schema = z.object({ act: z.literal('start flow'), step: z.string(), ...FlowStart.shape });

const mustGoOn = mustKind<z.infer<typeof schema>>()({
  must: 'go on with',
  schema: z.strictObject({ must: z.literal('go on with'), flow: z.string().max(100) }),
  mostly: true,
  words: ({ flow }) => `It goes on with the flow “${flow}”.`,
  why({ flow: wanted }, acts) {
    const flow = acts.at(-1)?.flow;
    if (flow === wanted) return undefined;
    return flow === undefined ? 'it goes on with no other flow.' : `it goes on with “${flow}”.`;
  },
  shown(acts) {
    const flow = acts.at(-1)?.flow;
    return flow === undefined ? [] : [{ must: 'go on with' as const, flow }];
  },
});

/** Goes on with another flow of the workspace, from its beginning or a scene, with the facts of the same names. */
export const startFlow = actKind({ act: 'start flow', schema, musts: [mustGoOn] });
