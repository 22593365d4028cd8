import { z } from 'zod';
import { plain } from '../../facts/words.ts';
import { whenKind } from './kind.ts';

/** A conversation is given a tag. */
export const tagged = whenKind({
  when: 'tagged',
  schema: z.strictObject({ when: z.literal('tagged'), tag: z.string().max(30) }),
  blank: () => ({ when: 'tagged' as const, tag: '' }),
  words: ({ tag }, names) => [plain('a conversation is tagged '), { value: names.tag(tag) ?? '…' }],
  since: ({ tag }, { move, at, names }) =>
    move.move === 'tagged' && !move.off && names.tag(tag) === move.tag ? at : null,
  hears: ({ tag }, move, names) => move.move === 'tagged' && !move.off && names.tag(tag) === move.tag,
  lacks: ({ tag }) => tag === '',
  refers: ({ tag }) => [{ what: 'tag', id: tag }],
});
