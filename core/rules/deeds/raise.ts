import { z } from 'zod';
import { plain } from '../../facts/words.ts';
import { deedKind } from './kind.ts';

/** Makes the conversation urgent. */
export const raise = deedKind({
  deed: 'raise',
  schema: z.strictObject({ deed: z.literal('raise') }),
  blank: () => ({ deed: 'raise' as const }),
  words: () => [plain('put them first')],
  moves: () => [{ move: 'raised', urgent: true }],
  done: z.object({ deed: z.literal('raise') }),
  doneWords: () => 'made it urgent',
  doneMoves: () => [{ move: 'raised', urgent: true }],
});
