import { z } from 'zod';
import { plain } from '../../facts/words.ts';
import { cuePart } from './kind.ts';

const seconds = (count: number): string => (count === 1 ? '1 second' : `${count} seconds`);

/** When they have been on the page for so many seconds. */
export const after = cuePart({
  part: 'after',
  schema: z.int().min(1).max(3_600),
  blank: () => 20,
  words: set => [plain('after '), { value: seconds(set) }],
  ready:
    set =>
    ({ moment }) =>
      moment.seconds >= set,
  not: (_, { moment }) => [plain('they have been on the page for '), { value: seconds(Math.floor(moment.seconds)) }],
  comes: 'on the page',
});
