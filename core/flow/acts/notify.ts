import { z } from 'zod';
import { entryKind } from '../../conversation/entries/kind.ts';
import { actKind } from './kind.ts';

const notice = z.object({
  team: z.string().nullable(),
  text: z.string(),
  /** Only those who lead: of the team, or all. */
  leads: z.literal(true).optional(),
});

const notified = entryKind({
  kind: 'notified',
  schema: notice.extend({ kind: z.literal('notified') }),
  happens: ({ team, text, leads }) => ({ team, text, ...(leads ? { leads } : {}) }),
  words: ({ team, text, leads }) =>
    `Told ${leads ? (team ? `who leads ${team}` : 'leads') : (team ?? 'everyone')} in the studio: “${text}”`,
});

/** Tells the members of a team, or everyone, in the studio. */
export const notify = actKind({
  act: 'notify',
  schema: notice.extend({ act: z.literal('notify'), step: z.string() }),
  entry: notified,
  leaves: ({ team, text, leads }) => ({ team, text, ...(leads ? { leads } : {}) }),
});
