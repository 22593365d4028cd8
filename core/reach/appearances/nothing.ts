import { z } from 'zod';
import { plain } from '../../facts/words.ts';
import { appearanceKind } from './kind.ts';

/** Whoever opens the chat meets it. */
export const nothing = appearanceKind({
  how: 'nothing',
  schema: z.strictObject({ how: z.literal('nothing') }),
  blank: () => ({ how: 'nothing' as const }),
  words: () => [plain('nothing until the chat is opened')],
  waits: true,
});
