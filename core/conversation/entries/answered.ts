import { z } from 'zod';
import { entryKind } from './kind.ts';
import { Who } from './who.ts';

/** What the log keeps of what a member answered. */
export const answeredBy = (member: Who, text: string, clientId: string) =>
  ({ kind: 'answered', member, text, clientId }) as const;

/** A member answered the visitor. */
export const answered = entryKind({
  kind: 'answered',
  schema: z.object({ kind: z.literal('answered'), member: Who, text: z.string(), clientId: z.string() }),
  visitorSees: true,
  preview: ({ text }) => text,
  wrote: ({ text }) => text,
  happens: ({ member }) => ({ member: member.id }),
});
