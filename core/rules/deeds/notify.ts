import { z } from 'zod';
import { plain } from '../../facts/words.ts';
import { deedKind } from './kind.ts';

/** Tells members in the studio: a team, who leads the team that the conversation is for, or everybody. */
export const notify = deedKind({
  deed: 'notify',
  schema: z.strictObject({
    deed: z.literal('notify'),
    to: z.union([z.strictObject({ team: z.string().max(30) }), z.enum(['leads', 'everybody'])]),
    text: z.string().trim().max(500),
  }),
  blank: () => ({ deed: 'notify' as const, to: 'leads' as const, text: '' }),
  words: ({ to }, names) => [
    plain('tell '),
    to === 'leads'
      ? plain('whoever leads its team')
      : to === 'everybody'
        ? plain('everybody')
        : { team: names.team(to.team) ?? '…' },
  ],
  refers: ({ to }) => (typeof to === 'object' ? [{ what: 'team', id: to.team }] : []),
  lacks: ({ to, text }) => text === '' || (typeof to === 'object' && to.team === ''),
  done: z.object({ deed: z.literal('notify'), to: z.string() }),
  doneWords: ({ to }) => `told ${to}`,
});
