import { z } from 'zod';
import { entryKind } from './kind.ts';
import { Who } from './who.ts';

/** A member blocked the visitor, who is let in no more. */
export const blocked = entryKind({
  kind: 'blocked',
  schema: z.object({ kind: z.literal('blocked'), member: Who }),
  happens: ({ member }) => ({ member: member.id }),
  words: ({ member }) => `${member.name} blocked the visitor.`,
});

/** A member let a visitor write again who was blocked. */
export const letBack = entryKind({
  kind: 'let back',
  schema: z.object({ kind: z.literal('let back'), member: Who }),
  happens: ({ member }) => ({ member: member.id }),
  words: ({ member }) => `${member.name} let the visitor write again.`,
});
