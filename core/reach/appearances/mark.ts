import { z } from 'zod';
import { plain } from '../../facts/words.ts';
import { appearanceKind } from './kind.ts';

/** The launcher has a mark, as for something new. */
export const mark = appearanceKind({
  how: 'mark',
  schema: z.strictObject({ how: z.literal('mark') }),
  blank: () => ({ how: 'mark' as const }),
  words: () => [plain('marks the launcher')],
});
