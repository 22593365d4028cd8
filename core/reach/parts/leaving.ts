import { z } from 'zod';
import { plain } from '../../facts/words.ts';
import { cuePart } from './kind.ts';

/** When they are about to leave: the pointer goes up and out of the page, or they go back up fast on a phone. */
export const leaving = cuePart({
  part: 'leaving',
  schema: z.literal(true),
  blank: () => true as const,
  words: () => [plain('when they are about to leave')],
  ready:
    () =>
    ({ moment }) =>
      moment.leaving,
  not: () => [plain('they are not about to leave')],
  comes: 'on the page',
});
