import { z } from 'zod';
import { plain } from '../../facts/words.ts';
import { cuePart } from './kind.ts';

/** When they have done nothing on the page for so many seconds. */
export const idle = cuePart({
  part: 'idle',
  schema: z.int().min(1).max(3_600),
  blank: () => 60,
  words: set => [plain('when they did nothing for '), { value: `${set} seconds` }],
  ready:
    set =>
    ({ moment }) =>
      moment.idle >= set,
  not: (_, { moment }) => [
    plain('they did something '),
    { value: `${Math.floor(moment.idle)} seconds` },
    plain(' ago'),
  ],
  comes: 'on the page',
});
