import { z } from 'zod';
import { decoded } from '../../facts/address.ts';
import { listed } from '../../facts/listed.ts';
import { plain, type Words } from '../../facts/words.ts';
import { cuePart } from './kind.ts';

const Asked = z.strictObject({
  name: z.string().trim().min(1, 'What stands in the address has a name.').max(100),
  /** Empty for whatever it is. */
  is: z.string().trim().max(200),
});

const shown = ({ name, is }: z.infer<typeof Asked>): string => (is === '' ? `?${name}=…` : `?${name}=${is}`);

const isThere = ({ name, is }: z.infer<typeof Asked>, search: string): boolean =>
  search
    .slice(1)
    .split('&')
    .some(pair => {
      const [known = '', ...value] = pair.split('=');
      return decoded(known) === name && (is === '' || decoded(value.join('=')) === is);
    });

/** What the page’s address asks. */
export const address = cuePart({
  part: 'address',
  schema: z.array(Asked).min(1).max(10),
  blank: () => [{ name: '', is: '' }],
  words: asked => [
    plain('with '),
    ...listed(
      asked.map(one => [{ value: shown(one) }] as Words),
      'and',
    ),
    plain(' in its address'),
  ],
  ready:
    asked =>
    ({ page }) =>
      asked.every(one => isThere(one, page.search)),
  not(asked, { page }) {
    const missing = asked.find(one => !isThere(one, page.search));
    return [plain('the address has no '), { value: missing ? shown(missing) : '' }];
  },
});
