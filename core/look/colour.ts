import { z } from 'zod';

/** A colour as `#rrggbb`; the short form is written out. */
export const Colour = z
  .string()
  .trim()
  .toLowerCase()
  .transform(written =>
    written.replace(/^#?([0-9a-f])([0-9a-f])([0-9a-f])$/, '#$1$1$2$2$3$3').replace(/^(?=[^#])/, '#'),
  )
  .pipe(z.string().regex(/^#[0-9a-f]{6}$/, 'A colour is written like #3c7a5f.'));
