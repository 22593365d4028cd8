import { z } from 'zod';
import { Picture } from '../../flow/shown.ts';
import { entryKind } from './kind.ts';
import { Who } from './who.ts';

/** What the log keeps of what a member answered. */
export const answeredBy = (member: Who, text: string, clientId: string, pictures: readonly Picture[] = []) =>
  ({
    kind: 'answered',
    member,
    text,
    ...(pictures.length > 0 ? { pictures: [...pictures] } : {}),
    clientId,
  }) as const;

/** A member answered the visitor. */
export const answered = entryKind({
  kind: 'answered',
  schema: z.object({
    kind: z.literal('answered'),
    member: Who,
    text: z.string(),
    /** Pictures that came with it; there may be no words then. */
    pictures: z.array(Picture).max(6).optional(),
    clientId: z.string(),
  }),
  visitorSees: true,
  preview: ({ text, pictures }) => text || (pictures?.[0]?.alt ?? ''),
  wrote: ({ text }) => text,
  letter: ({ member, text, pictures = [] }) => ({
    by: member.name,
    text: [text, ...pictures.map(({ alt }) => alt)].filter(Boolean).join(' · '),
  }),
  moves: () => [{ move: 'person' }],
  happens: ({ member }) => ({ member: member.id }),
});
