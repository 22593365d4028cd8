import { z } from 'zod';
import { entryKind } from '../../conversation/entries/kind.ts';
import { mustKind, standing } from '../runs/must.ts';
import { actKind } from './kind.ts';

const schema = z.object({ act: z.literal('end'), step: z.string().optional(), outcome: z.string().optional() });

const ended = entryKind({
  kind: 'ended',
  schema: z.object({ kind: z.literal('ended'), outcome: z.string().optional() }),
  words: ({ outcome }) => (outcome ? `The flow ended: ${outcome}.` : 'The flow ended.'),
  moves: () => [{ move: 'over', by: 'flow' }],
  happens: ({ outcome }) => ({ outcome: outcome ?? null }),
  recorded: ({ outcome }) => ({ did: 'ended', ...(outcome === undefined ? {} : { outcome }) }),
});

const mustEnd = mustKind<z.infer<typeof schema>>()({
  must: 'end',
  schema: z.strictObject({ must: z.literal('end'), outcome: z.string().max(60).optional() }),
  mostly: true,
  words: ({ outcome }) => (outcome ? `It ends with the outcome “${outcome}”.` : 'It ends.'),
  why({ outcome }, acts, { session }) {
    const end = acts.at(-1);
    if (session.state !== 'ended' || !end) return `it ${standing(session)} instead of ending.`;
    if (outcome === undefined || end.outcome === outcome) return undefined;
    return `it ended with ${end.outcome ? `the outcome “${end.outcome}”` : 'no outcome'} instead of “${outcome}”.`;
  },
  shown(acts, { session }) {
    const end = acts.at(-1);
    if (session.state !== 'ended' || !end) return [];
    return [{ must: 'end' as const, ...(end.outcome ? { outcome: end.outcome } : {}) }];
  },
});

/** The flow has ended, with what it came to. */
export const end = actKind({
  act: 'end',
  schema,
  entry: ended,
  leaves: ({ outcome }) => ({ ...(outcome ? { outcome } : {}) }),
  musts: [mustEnd],
});
