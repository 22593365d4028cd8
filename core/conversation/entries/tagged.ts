import { z } from 'zod';
import { entryKind } from './kind.ts';
import { Who } from './who.ts';

/** The conversation was given a tag, or one was taken off; by a member. */
export const tagged = entryKind({
  kind: 'tagged',
  schema: z.object({
    kind: z.literal('tagged'),
    member: Who,
    tag: z.string(),
    /** It was taken off. */
    off: z.literal(true).optional(),
  }),
  moves: ({ tag, off }) => [{ move: 'tagged', tag, ...(off ? { off } : {}) }],
  happens: ({ member, tag, off }) => ({ member: member.id, tag, ...(off ? { off } : {}) }),
  words: ({ member, tag, off }) =>
    off ? `${member.name} took the tag “${tag}” off.` : `${member.name} tagged the conversation “${tag}”.`,
});

/** The conversation is urgent, or is not any more. */
export const raised = entryKind({
  kind: 'raised',
  schema: z.object({ kind: z.literal('raised'), member: Who, urgent: z.boolean() }),
  moves: ({ urgent }) => [{ move: 'raised', urgent }],
  happens: ({ member, urgent }) => ({ member: member.id, urgent }),
  words: ({ member, urgent }) =>
    urgent ? `${member.name} made the conversation urgent.` : `${member.name} made the conversation usual again.`,
});
