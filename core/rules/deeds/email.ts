import { z } from 'zod';
import { plain } from '../../facts/words.ts';
import { deedKind } from './kind.ts';

export const EmailTo = z.union([
  z.strictObject({ visitor: z.literal(true) }),
  z.strictObject({ team: z.string().max(30) }),
  z.strictObject({ addresses: z.array(z.email('That is not an email address.').max(200)).min(1).max(10) }),
]);

/** Sends an email: to the visitor, where their address is known, to a team, or to addresses. */
export const email = deedKind({
  deed: 'email',
  schema: z.strictObject({
    deed: z.literal('email'),
    to: EmailTo,
    subject: z.string().trim().max(200),
    text: z.string().trim().max(4_000),
  }),
  blank: () => ({ deed: 'email' as const, to: { visitor: true as const }, subject: '', text: '' }),
  words: ({ to, subject }, names) => [
    plain('email '),
    'visitor' in to
      ? plain('the visitor')
      : 'team' in to
        ? { team: names.team(to.team) ?? '…' }
        : { value: to.addresses.join(', ') },
    plain(` “${subject}”`),
  ],
  reaches: ({ to }) => 'visitor' in to,
  refers: ({ to }) => ('team' in to ? [{ what: 'team', id: to.team }] : []),
  lacks: ({ subject, text }) => subject === '' || text === '',
  done: z.object({ deed: z.literal('email'), to: z.string() }),
  doneWords: ({ to }) => `wrote to ${to}`,
});
