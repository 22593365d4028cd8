import { z } from 'zod';
import { entryKind } from './kind.ts';
import { Who } from './who.ts';

/** The visitor opened the chat, and a flow greets, or none does. */
export const opened = entryKind({
  kind: 'opened',
  schema: z.object({
    kind: z.literal('opened'),
    page: z.string(),
    flow: z.string().nullable(),
    edition: z.int().nullable(),
    returning: z.boolean(),
    device: z.string().optional(),
    language: z.string().optional(),
    /** The host of the site that the visitor came from, and the campaign that brought them. */
    referrer: z.string().optional(),
    campaign: z.string().optional(),
    /** Who of the team spoke first to them, as they were on the page. */
    by: Who.optional(),
  }),
  moves: () => [{ move: 'opened' }],
  happens: ({ returning }) => ({ returning }),
  words({ page, flow, edition, returning, device, referrer, by: speaker }) {
    const greets = flow ? ` Edition ${edition} of “${flow}” greets.` : ' No flow greets.';
    const from = referrer ? `, coming from ${referrer}` : '';
    const by = device && device !== 'computer' ? ` on a ${device}` : '';
    if (speaker)
      return `Was on ${page}${by}${from}, where ${speaker.name} spoke first${returning ? '; not the first time here' : ''}.`;
    return `Opened the chat on ${page}${by}${from}${returning ? ', not for the first time' : ''}.${greets}`;
  },
});
