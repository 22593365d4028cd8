import { z } from 'zod';
import { show } from '../../facts/fact.ts';
import { KnownFact } from '../../facts/known.ts';
import { entryKind } from './kind.ts';

const lead = {
  link: 'The link that was followed said',
  page: 'The page said',
  token: 'Signed in on the site, which says',
} as const;

/** Facts were set from outside: by a link, by the page’s own script, or by who signs visitors in. */
export const given = entryKind({
  kind: 'given',
  schema: z.object({
    kind: z.literal('given'),
    by: z.enum(['link', 'page', 'token']),
    facts: z.array(KnownFact).max(50),
  }),
  moves: ({ facts }) => facts.map(({ fact }) => ({ move: 'learnt', fact })),
  words({ by, facts }, { locale }) {
    const said = facts.map(({ fact, type, value }) => `${fact} ${show(value, type, locale)}`).join('; ');
    return `${lead[by]}: ${said}.`;
  },
});
