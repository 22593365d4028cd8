import { z } from 'zod';
import { plain } from '../../facts/words.ts';
import { cuePart } from './kind.ts';

/** Whether anything is on record of them: a name, an email, a phone number. */
export const known = cuePart({
  part: 'known',
  schema: z.boolean(),
  blank: () => true,
  words: set => [plain(set ? 'to who is known' : 'to who is not known yet')],
  ready:
    set =>
    ({ isKnown }) =>
      isKnown === set,
  not: set => [plain(set ? 'nothing is known of them' : 'they are known')],
});
