import { z } from 'zod';
import { REFERENCE, referenceIn } from '../../facts/address.ts';
import { plain } from '../../facts/words.ts';
import { cuePart } from './kind.ts';

/** The link that leads in, as it stands behind a page’s address. */
export const linkOf = (reference: string): string => `?${REFERENCE}=${encodeURIComponent(reference)}`;

/** The links that lead in, of cues that are switched on, each with its flow. */
export function linksIn(
  cues: ReadonlyArray<{ on: boolean; flow: string; fits: { reference?: string | undefined } }>,
): Array<{ reference: string; flow: string }> {
  return cues.flatMap(({ on, flow, fits }) =>
    on && fits.reference !== undefined ? [{ reference: fits.reference, flow }] : [],
  );
}

/** By a link that leads into it. */
export const reference = cuePart({
  part: 'reference',
  schema: z
    .string()
    .trim()
    .regex(/^[A-Za-z0-9][A-Za-z0-9._-]{0,59}$/, 'A reference has letters, digits, dots and dashes, such as letter-26.'),
  blank: () => 'letter',
  words: set => [plain('to who comes by '), { value: linkOf(set) }],
  ready:
    set =>
    ({ page }) =>
      referenceIn(page.search) === set,
  not(_, { page }) {
    const known = referenceIn(page.search);
    return known === undefined
      ? [plain('the address has no reference')]
      : [plain('the address has another reference, '), { value: known }];
  },
});
