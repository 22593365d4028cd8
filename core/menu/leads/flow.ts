import { z } from 'zod';
import { menuKind } from '../kind.ts';

/** Into a flow, or a scene of one. */
export const flow = menuKind({
  leads: 'flow',
  schema: z.strictObject({
    leads: z.literal('flow'),
    flow: z.string().min(1, 'Say which flow.').max(30),
    scene: z.string().max(60).optional(),
  }),
  blank: () => ({ leads: 'flow' as const, flow: '' }),
  begins: ({ flow: of, scene }) => ({ flow: of, scene }),
});
