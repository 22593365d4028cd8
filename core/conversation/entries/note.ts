import { z } from 'zod';
import { entryKind } from './kind.ts';
import { Who } from './who.ts';

/** A member left a note for the team. */
export const note = entryKind({
  kind: 'note',
  schema: z.object({ kind: z.literal('note'), member: Who, text: z.string(), clientId: z.string() }),
  wrote: ({ text }) => text,
  happens: ({ member }) => ({ member: member.id }),
});
