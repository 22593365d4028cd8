import { z } from 'zod';
import { plain } from '../../facts/words.ts';
import { whenKind } from './kind.ts';

const closers = {
  anybody: 'a conversation is done',
  person: 'a person finishes a conversation',
  flow: 'a flow comes to its end',
  rule: 'a rule closes a conversation',
} as const;

/** A conversation is done. */
export const over = whenKind({
  when: 'over',
  schema: z.strictObject({ when: z.literal('over'), by: z.enum(['anybody', 'person', 'flow', 'rule']) }),
  blank: () => ({ when: 'over' as const, by: 'anybody' as const }),
  words: ({ by }) => [plain(closers[by])],
  since: ({ by }, { move, at }) => (move.move === 'over' && (by === 'anybody' || by === move.by) ? at : null),
  stands: (course, since) => course.with === 'done' && course.over?.at === since,
  hears: ({ by }, move) => move.move === 'over' && (by === 'anybody' || by === move.by),
});
