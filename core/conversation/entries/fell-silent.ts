import { z } from 'zod';
import { entryKind } from './kind.ts';

/** Nobody wrote for so long that the conversation, which a flow had, was closed. */
export const fellSilent = entryKind({
  kind: 'fell silent',
  schema: z.object({ kind: z.literal('fell silent'), hours: z.number() }),
  moves: () => [{ move: 'over', by: 'rule' }],
  happens: ({ hours }) => ({ hours }),
  words: ({ hours }) => `Nobody wrote for ${hours === 1 ? 'an hour' : `${hours} hours`}; the conversation was closed.`,
});
