import { z } from 'zod';
import { plain } from '../../facts/words.ts';
import { cuePart } from './kind.ts';

/** A share of all visitors: whom it meets once, it always does. */
export const share = cuePart({
  part: 'share',
  schema: z.int().min(0).max(100, 'At most 100 of 100 visitors.'),
  blank: () => 50,
  words: set => [plain('to '), { value: `${set} of 100` }, plain(' visitors')],
  ready:
    set =>
    ({ lot }) =>
      lot * 100 < set,
  not: set => [plain('they are not among the '), { value: `${set} of 100` }, plain(' that it is for')],
  findings: set => (set === 0 ? [{ level: 'problem', sentence: 'A share of none is met by nobody.' }] : []),
});
