import { z } from 'zod';
import { entryKind } from './kind.ts';
import { Who } from './who.ts';

/** A member answered the visitor. */
export const answered = entryKind({
  kind: 'answered',
  schema: z.object({ kind: z.literal('answered'), member: Who, text: z.string(), clientId: z.string() }),
  visitorSees: true,
  preview: ({ text }) => text,
  happens: ({ member }) => ({ member: member.id }),
});
