import { z } from 'zod';
import { plain } from '../../facts/words.ts';
import { deedKind } from './kind.ts';

/** Gives the conversation a tag. */
export const tag = deedKind({
  deed: 'tag',
  schema: z.strictObject({ deed: z.literal('tag'), tag: z.string().max(30) }),
  blank: () => ({ deed: 'tag' as const, tag: '' }),
  words: ({ tag }, names) => [plain('tag it '), { value: names.tag(tag) ?? '…' }],
  moves: ({ tag }, names) => [{ move: 'tagged', tag: names.tag(tag) ?? '' }],
  refers: ({ tag }) => [{ what: 'tag', id: tag }],
  lacks: ({ tag }) => tag === '',
  done: z.object({ deed: z.literal('tag'), tag: z.string() }),
  doneWords: ({ tag }) => `tagged it “${tag}”`,
  doneMoves: ({ tag }) => [{ move: 'tagged', tag }],
});
