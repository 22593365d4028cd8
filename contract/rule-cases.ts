import { z } from 'zod';
import { ById, RowId, route } from './route.ts';

/** What would have become of a rule at a moment of a conversation that has been. */
export const RuleCase = z.object({
  /** The rule’s identity; empty of one that is not kept yet. */
  rule: z.string(),
  since: z.iso.datetime(),
  at: z.iso.datetime(),
  part: z.int(),
  /** Why it does nothing; undefined where it acts. */
  silent: z
    .enum(['ended', 'condition', 'person wrote', 'spoke enough', 'acted enough', 'under way', 'nothing to do'])
    .optional(),
  /** What ended it, as its log says it, and who. */
  ended: z.string().optional(),
});
export type RuleCase = z.infer<typeof RuleCase>;

/** Apart from the rules themselves: who reads a conversation needs none of what they are written with. */
export const ruleCaseRoutes = {
  why: route({
    method: 'GET',
    path: '/api/conversations/:id/rules',
    summary: 'What the rules did in a conversation, and why they were silent',
    access: 'member',
    params: ById,
    reply: z.object({
      rules: z.array(z.object({ id: RowId, name: z.string(), on: z.boolean(), cases: z.array(RuleCase) })),
    }),
  }),
};
