import { z } from 'zod';
import { plain } from '../../facts/words.ts';
import { cuePart } from './kind.ts';

const shares: Readonly<Record<number, string>> = {
  25: 'a quarter of the page',
  50: 'half of the page',
  75: 'three quarters of the page',
  100: 'all of the page',
};

/** When so much of the page was before them, of 100. */
export const read = cuePart({
  part: 'read',
  schema: z.int().min(1).max(100),
  blank: () => 50,
  words: set => [plain('when '), { value: shares[set] ?? `${set}% of the page` }, plain(' is read')],
  ready:
    set =>
    ({ moment }) =>
      moment.read >= set,
  not: (_, { moment }) => [{ value: `${Math.floor(moment.read)}%` }, plain(' of the page is read')],
  comes: 'on the page',
});
