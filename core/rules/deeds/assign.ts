import { z } from 'zod';
import { plain } from '../../facts/words.ts';
import { deedKind } from './kind.ts';

/** Gives the conversation to a member, or lets it wait for a team. */
export const assign = deedKind({
  deed: 'assign',
  schema: z.strictObject({
    deed: z.literal('assign'),
    to: z.union([z.strictObject({ team: z.string().max(30) }), z.strictObject({ member: z.string().max(30) })]),
  }),
  blank: () => ({ deed: 'assign' as const, to: { team: '' } }),
  words: ({ to }, names) => [
    plain('hand it over to '),
    { team: ('team' in to ? names.team(to.team) : names.member(to.member)) ?? '…' },
  ],
  moves: ({ to }, names) => [
    'team' in to
      ? { move: 'has', member: null, team: names.team(to.team) ?? null }
      : { move: 'has', member: to.member },
  ],
  refers: ({ to }) => ['team' in to ? { what: 'team', id: to.team } : { what: 'member', id: to.member }],
  lacks: ({ to }) => Object.values(to).includes(''),
  done: z.object({ deed: z.literal('assign'), to: z.string(), member: z.string().optional() }),
  doneWords: ({ to }) => `handed it over to ${to}`,
  happens: ({ member }) => ({ has: member ?? null }),
  doneMoves: ({ to, member }) => [
    member === undefined ? { move: 'has', member: null, team: to } : { move: 'has', member },
  ],
});
