import { z } from 'zod';
import { entryKind } from './kind.ts';
import { Who } from './who.ts';

/** Another conversation of the same person was joined to this one, which holds the last of what was said there. */
export const joinedHere = entryKind({
  kind: 'joined here',
  schema: z.object({
    kind: z.literal('joined here'),
    member: Who,
    conversation: z.string(),
    /** What the visitor was called there. */
    visitor: z.string(),
    /** The last lines of it, each with who said it. */
    said: z.array(z.string()).max(20),
    clientId: z.string(),
  }),
  happens: ({ member, conversation }) => ({ member: member.id, conversation }),
  words: ({ member, conversation, visitor }) =>
    `${member.name} joined conversation ${conversation} (${visitor}) to this one. What is said there comes here, and answers go to both.`,
});

/** This conversation goes on in another one of the same person. */
export const joinedTo = entryKind({
  kind: 'joined to',
  schema: z.object({ kind: z.literal('joined to'), member: Who, conversation: z.string() }),
  happens: ({ member, conversation }) => ({ member: member.id, conversation }),
  words: ({ member, conversation }) =>
    `${member.name} joined this to conversation ${conversation}, in which it goes on.`,
});
