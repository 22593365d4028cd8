import { z } from 'zod';
import { plain } from '../../facts/words.ts';
import { decoded } from './address.ts';
import { cuePart } from './kind.ts';

/** What a link leads in by, as `?kineta=letter-26`. */
const NAME = 'kineta';

/** By what link somebody came, as the page’s address says it; undefined without one. */
export function referenceIn(search: string): string | undefined {
  if (!search.includes(`${NAME}=`)) return undefined;
  const pair = search
    .slice(1)
    .split('&')
    .find(one => one.startsWith(`${NAME}=`));
  return pair === undefined ? undefined : decoded(pair.slice(NAME.length + 1));
}

/** The link that leads in, as it stands behind a page’s address. */
export const linkOf = (reference: string): string => `?${NAME}=${encodeURIComponent(reference)}`;

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
