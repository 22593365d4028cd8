import { z } from 'zod';
import { plain } from '../../facts/words.ts';
import { deedKind } from './kind.ts';

/** Has a flow lead the conversation: from its beginning, or from one of its scenes. */
export const lead = deedKind({
  deed: 'lead',
  schema: z.strictObject({
    deed: z.literal('lead'),
    flow: z.string().max(30),
    scene: z.string().max(60).optional(),
  }),
  blank: () => ({ deed: 'lead' as const, flow: '' }),
  words: ({ flow, scene }, names) => [
    ...(scene === undefined
      ? [plain('start ')]
      : [plain('go to '), { value: names.scene(flow, scene) ?? '…' }, plain(' of ')]),
    { value: names.flow(flow) ?? '…' },
  ],
  reaches: () => true,
  // Whatever the flow does there.
  moves: () => [
    { move: 'led' },
    { move: 'flow' },
    { move: 'learnt', fact: null },
    { move: 'wanted', team: null },
    { move: 'over', by: 'flow' },
  ],
  refers: ({ flow }) => [{ what: 'flow', id: flow }],
  lacks: ({ flow }) => flow === '',
  done: z.object({
    deed: z.literal('lead'),
    flow: z.string(),
    scene: z.object({ id: z.string(), title: z.string() }).optional(),
    /** It is another flow than led before. */
    other: z.literal(true).optional(),
  }),
  doneWords: ({ flow, scene }) => (scene ? `went to “${scene.title}” of “${flow}”` : `started “${flow}”`),
  doneMoves: () => [{ move: 'led' }],
  happens: () => ({ has: null }),
  recorded: ({ scene, other }, at) =>
    other ? { did: 'went elsewhere' } : { did: 'handed back', at, ...(scene ? { to: scene.id } : {}) },
});
