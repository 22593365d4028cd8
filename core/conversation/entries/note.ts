import { z } from 'zod';
import { entryKind } from './kind.ts';
import { Who } from './who.ts';

/** A member left a note for the team. */
export const note = entryKind({
  kind: 'note',
  schema: z.object({
    kind: z.literal('note'),
    member: Who,
    text: z.string(),
    clientId: z.string(),
    /** Who is mentioned in it, and told of it. */
    mentions: z.array(Who).optional(),
  }),
  wrote: ({ text }) => text,
  happens: ({ member, text, mentions }) => ({
    member: member.id,
    ...(mentions ? { text, mentions: mentions.map(({ id }) => id) } : {}),
  }),
});
