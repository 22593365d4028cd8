import { z } from 'zod';
import { plain } from '../../facts/words.ts';
import { cuePart } from './kind.ts';

/** When they press what of the page is marked with a name, as `data-kineta="price"`. */
export const press = cuePart({
  part: 'press',
  schema: z
    .string()
    .trim()
    .regex(/^[A-Za-z0-9][A-Za-z0-9._-]{0,59}$/, 'A name has letters, digits, dots and dashes, such as price.'),
  blank: () => 'chat',
  words: set => [plain('when they press what is marked '), { value: set }],
  ready:
    set =>
    ({ moment }) =>
      moment.pressed === set,
  not: set => [plain('they have not pressed what is marked '), { value: set }],
  comes: 'by hand',
});
