import { z } from 'zod';
import { plain } from '../../facts/words.ts';
import { openingOf } from '../../hours/opening.ts';
import { hoursOf } from '../moment.ts';
import { whenKind } from './kind.ts';

/** Who was told how it is with people so shortly before, in milliseconds, knows. */
const JUST = 5_000;

/** The team closes while somebody waits for it; or is closed, and whoever waits was not told so. */
export const closing = whenKind({
  when: 'closing',
  schema: z.strictObject({ when: z.literal('closing') }),
  blank: () => ({ when: 'closing' as const }),
  words: () => [plain('somebody waits and the team is closed, or closes')],
  since(_, { move, at, course, moment }) {
    if (course.with !== 'waiting' || course.wanted !== at) return null;
    if (move.move !== 'wanted' && move.move !== 'has' && move.move !== 'visitor') return null;
    const state = openingOf(hoursOf(moment, course.team), at);
    if (state.open) return state.until;
    return course.told !== null && at - course.told < JUST ? null : at;
  },
  stands: course => course.with === 'waiting',
  hears: (_, move) => move.move === 'wanted' || (move.move === 'has' && move.member === null),
});
