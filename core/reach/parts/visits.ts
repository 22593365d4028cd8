import { z } from 'zod';
import { plain } from '../../facts/words.ts';
import { cuePart } from './kind.ts';

/** How often they were there. */
export const visits = cuePart({
  part: 'visits',
  schema: z.discriminatedUnion('is', [
    z.strictObject({ is: z.literal('first') }),
    z.strictObject({ is: z.literal('at least'), visits: z.int().min(2).max(1_000) }),
  ]),
  blank: () => ({ is: 'first' as const }),
  words(set) {
    if (set.is === 'first') return [plain('to who is new here')];
    if (set.visits === 2) return [plain('to who was here before')];
    return [plain('to who is here for visit '), { value: String(set.visits) }, plain(' or later')];
  },
  ready: set => seen => (set.is === 'first' ? seen.visits === 1 : seen.visits >= set.visits),
  not: (set, seen) =>
    set.is === 'first'
      ? [plain('this is visit '), { value: String(seen.visits) }, plain(', and it is for who is new here')]
      : [
          plain('this is visit '),
          { value: String(seen.visits) },
          plain(', and it is for visit '),
          { value: String(set.visits) },
          plain(' and later'),
        ],
});
