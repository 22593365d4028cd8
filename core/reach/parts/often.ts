import { z } from 'zod';
import { plain } from '../../facts/words.ts';
import { cuePart } from './kind.ts';

const DAY = 86_400_000;
const days = (count: number): string => (count === 1 ? 'day' : `${count} days`);

/** How often it appears to one visitor by itself. */
export const often = cuePart({
  part: 'often',
  schema: z.int().min(1).max(365),
  blank: () => 7,
  words: set => [plain('at most every '), { value: days(set) }],
  ready:
    set =>
    ({ appeared, now }, cue) =>
      appeared[cue] === undefined || now - appeared[cue] >= set * DAY,
  not: (_, { appeared, now }, cue) => {
    const ago = Math.floor((now - (appeared[cue] ?? now)) / DAY);
    return ago < 1
      ? [plain('it has appeared to them today')]
      : [plain('it has appeared to them '), { value: days(ago) === 'day' ? 'a day' : days(ago) }, plain(' ago')];
  },
  comes: 'from before',
});
