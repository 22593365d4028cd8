import { z } from 'zod';
import { entryKind } from '../../conversation/entries/kind.ts';
import { Direction, directionWords } from '../../messages/direction.ts';
import { mustKind } from '../runs/must.ts';
import { actKind } from './kind.ts';

const schema = z.object({
  act: z.literal('hand over'),
  step: z.string().optional(),
  /** The team's name, or null for whoever is there. */
  team: z.string().nullable(),
  reason: Direction,
});

export const handedOver = entryKind({
  kind: 'handed over',
  schema: z.object({
    kind: z.literal('handed over'),
    team: z.string().nullable(),
    /** A sentence in logs from before reasons had codes. */
    reason: z.union([Direction, z.string()]),
  }),
  visitorSees: true,
  words: ({ team, reason }, { locale }) =>
    `${team ? `Handed over to ${team}.` : `Handed over: ${directionWords(reason, locale.language)}`} The flow stays quiet from here.`,
  happens: ({ team }) => ({ team }),
  recorded: ({ team }) => ({ did: 'handed over', team }),
});

const mustHandOver = mustKind<z.infer<typeof schema>>()({
  must: 'hand over',
  schema: z.strictObject({ must: z.literal('hand over'), team: z.string().max(100) }),
  mostly: true,
  words: ({ team }) => `It is handed over to ${team}.`,
  why({ team: wanted }, acts) {
    const teams = acts.map(({ team }) => team);
    if (teams.includes(wanted)) return undefined;
    return teams.length > 0
      ? `it was handed over to ${teams.map(team => team ?? 'whoever is there').join(', ')} instead of ${wanted}.`
      : `it was handed over to nobody, instead of ${wanted}.`;
  },
  shown(acts) {
    const team = acts.at(-1)?.team;
    return team ? [{ must: 'hand over' as const, team }] : [];
  },
});

/** Gives the conversation to people. */
export const handOver = actKind({
  act: 'hand over',
  schema,
  entry: handedOver,
  leaves: ({ team, reason }) => ({ team, reason }),
  musts: [mustHandOver],
});
