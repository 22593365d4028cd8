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
  /** Since when the visitor is in line, in epoch milliseconds, when that is not since now. */
  since: z.number().optional(),
  /** The flow goes on until somebody comes. */
  meanwhile: z.literal(true).optional(),
});

export const handedOver = entryKind({
  kind: 'handed over',
  schema: z.object({
    kind: z.literal('handed over'),
    team: z.string().nullable(),
    /** A sentence in logs from before reasons had codes. */
    reason: z.union([Direction, z.string()]),
    /** The flow goes on until somebody comes. */
    meanwhile: z.literal(true).optional(),
  }),
  visitorSees: true,
  words: ({ team, reason, meanwhile }, { locale }) =>
    `${team ? `Handed over to ${team}.` : `Handed over: ${directionWords(reason, locale.language)}`} ${
      meanwhile ? 'The flow goes on until somebody comes.' : 'The flow stays quiet from here.'
    }`,
  moves: ({ team }) => [{ move: 'wanted', team }],
  happens: ({ team }) => ({ team }),
  recorded: ({ team, meanwhile }) => ({ did: 'handed over', team, ...(meanwhile ? { meanwhile } : {}) }),
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
  leaves: ({ team, reason, meanwhile }) => ({ team, reason, ...(meanwhile ? { meanwhile } : {}) }),
  musts: [mustHandOver],
});
