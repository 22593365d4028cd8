import { z } from 'zod';
import { plain } from '../../facts/words.ts';
import { appearanceKind } from './kind.ts';

/** The chat opens. */
export const open = appearanceKind({
  how: 'open',
  schema: z.strictObject({ how: z.literal('open') }),
  blank: () => ({ how: 'open' as const }),
  words: () => [plain('opens the chat')],
});
