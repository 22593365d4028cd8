import { z } from 'zod';
import { entryKind } from '../../conversation/entries/kind.ts';
import { directionWords } from '../../messages/direction.ts';
import { actKind } from './kind.ts';

const part = {
  /** What became of it: it is asked; it was given, or the visitor went on without. */
  part: z.enum(['asked', 'given', 'without']),
  /** What is asked, by its names on the card. */
  details: z.array(z.string()).optional(),
};

const before = entryKind({
  kind: 'before the chat',
  schema: z.object({ kind: z.literal('before the chat'), ...part }),
  happens: ({ part: what }) => ({ part: what }),
  words: ({ part: what, details = [] }, { locale: { language } }) =>
    directionWords(
      what === 'asked'
        ? { code: 'asked before the chat', details }
        : { code: what === 'given' ? 'given before the chat' : 'went on without' },
      language,
    ),
  recorded: ({ part: what }, { number, at }) =>
    what === 'asked' ? { did: 'began before' } : { did: 'ended before', number, at },
});

/** Tells apart what is asked before a chat: whatever stands between the two is no part of the flow. */
export const beforeTheChat = actKind({
  act: 'before the chat',
  schema: z.object({ act: z.literal('before the chat'), ...part }),
  entry: before,
  leaves: ({ part: what, details }) => ({ part: what, ...(details ? { details } : {}) }),
});
