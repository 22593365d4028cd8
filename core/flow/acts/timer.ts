import { z } from 'zod';
import { actKind } from './kind.ts';

/** To be told `timer` with this ticket after so many milliseconds. A conversation has one timer; a new one replaces it. */
export const setTimer = actKind({
  act: 'set timer',
  schema: z.object({
    act: z.literal('set timer'),
    step: z.string(),
    ticket: z.number().int(),
    after: z.number().int(),
  }),
});

/** The timer that was set is not wanted any more. */
export const clearTimer = actKind({ act: 'clear timer', schema: z.object({ act: z.literal('clear timer') }) });
