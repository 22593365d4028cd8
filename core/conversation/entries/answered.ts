import { z } from 'zod';
import { SpokenLine } from '../../flow/line.ts';
import { CardShown, Picture } from '../../flow/shown.ts';
import { linkedLine } from '../linked.ts';
import { entryKind } from './kind.ts';
import { Who } from './who.ts';

/** What the log keeps of what a member answered. */
export function answeredBy(
  member: Who,
  text: string,
  clientId: string,
  { pictures = [], cards = [] }: { pictures?: readonly Picture[]; cards?: readonly CardShown[] } = {},
) {
  const linked = linkedLine(text);
  return {
    kind: 'answered',
    member,
    text,
    ...(linked ? { linked } : {}),
    ...(pictures.length > 0 ? { pictures: [...pictures] } : {}),
    ...(cards.length > 0 ? { cards: [...cards] } : {}),
    clientId,
  } as const;
}

/** A member answered the visitor. */
export const answered = entryKind({
  kind: 'answered',
  schema: z.object({
    kind: z.literal('answered'),
    member: Who,
    text: z.string(),
    /** Pictures that came with it; there may be no words then. */
    pictures: z.array(Picture).max(6).optional(),
    /** The text with the addresses in it as links, where it has any. */
    linked: SpokenLine.optional(),
    /** Files to be saved, things for sale, and pages to be gone to, each a card with a button. */
    cards: z.array(CardShown).max(10).optional(),
    clientId: z.string(),
  }),
  visitorSees: true,
  preview: ({ text, pictures, cards }) => text || (pictures?.[0]?.alt ?? cards?.[0]?.title ?? ''),
  wrote: ({ text }) => text,
  letter: ({ member, text, pictures = [], cards = [] }) => ({
    by: member.name,
    text: [
      text,
      ...pictures.map(({ alt }) => alt),
      ...cards.map(({ title, actions }) => [title, ...actions.flatMap(({ page }) => page ?? [])].join(': ')),
    ]
      .filter(Boolean)
      .join(' · '),
  }),
  moves: () => [{ move: 'person' }],
  happens: ({ member }) => ({ member: member.id }),
});
