import { z } from 'zod';
import { entryKind } from '../../conversation/entries/kind.ts';
import { Direction, directionWords } from '../../messages/direction.ts';
import { actKind } from './kind.ts';

/** With these the visitor is told how it is with people. */
const TELLS_HOW_IT_IS = new Set(['wanted a person', 'team closed', 'nobody of the team']);

const directed = entryKind({
  kind: 'direction',
  schema: z.object({
    kind: z.literal('direction'),
    says: Direction.optional(),
    /** The sentence itself, in logs from before directions had codes. */
    text: z.string().optional(),
  }),
  // What visitors said in vain is worth hearing of; the rest explains this conversation.
  happens: ({ says }) => (says?.code === 'not understood' ? { code: says.code } : undefined),
  moves: ({ says }) => (says && TELLS_HOW_IT_IS.has(says.code) ? [{ move: 'told' }] : []),
  words: ({ says, text }, { locale }) => (says ? directionWords(says, locale.language) : (text ?? '')),
  recorded({ says }) {
    if (says?.code === 'service failed') return { did: 'order failed', why: String(says.why ?? '') };
    return says?.code === 'nobody of the team' ? { did: 'found nobody', team: String(says.team) } : undefined;
  },
});

/** Tells the team why the flow did what it did, by a code whose words are in `messages/`. */
export const direction = actKind({
  act: 'direction',
  schema: z.object({ act: z.literal('direction'), step: z.string().optional(), says: Direction }),
  entry: directed,
  leaves: ({ says }) => ({ says }),
});
