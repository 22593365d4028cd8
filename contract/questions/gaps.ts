import { z } from 'zod';
import { Done, Instant, RowId, route } from '../route.ts';

/** Where something was asked: a conversation, and its number in the log. */
const AskedThere = z.strictObject({ conversation: RowId, number: z.int().min(1) });
const Places = z.array(AskedThere).min(1).max(100);

/** What visitors asked that nobody answered, or that was answered without helping: all that asks the same. */
export const Gap = z.object({
  title: z.string(),
  count: z.int(),
  since: Instant,
  last: Instant,
  /** In their words. */
  examples: z.array(z.string()),
  /** How many were answered, and said that it did not help. */
  unhelpful: z.int(),
  /** The article that is nearest. */
  nearest: z.object({ id: RowId, question: z.string(), confidence: z.number() }).nullable(),
  places: z.array(AskedThere),
});
export type Gap = z.infer<typeof Gap>;

export const gapRoutes = {
  gaps: route({
    method: 'GET',
    path: '/api/questions/gaps',
    summary:
      'What visitors asked in the last 30 days that nobody answered, or that was answered without helping, put together',
    access: 'lead',
    reply: z.object({ gaps: z.array(Gap), unread: z.int() }),
  }),
  wordGap: route({
    method: 'POST',
    path: '/api/questions/gaps/worded',
    summary: 'Make what was asked there other wordings of an article',
    access: 'lead',
    body: z.strictObject({ article: RowId, places: Places }),
    reply: Done,
  }),
  draftGap: route({
    method: 'POST',
    path: '/api/questions/gaps/drafted',
    summary: 'Draft an article for what was asked there, from what somebody answered then',
    access: 'lead',
    body: z.strictObject({ places: Places }),
    reply: z.object({ id: RowId }),
  }),
  dismissGap: route({
    method: 'POST',
    path: '/api/questions/gaps/dismissed',
    summary: 'Say that what was asked there is not to be answered',
    access: 'lead',
    body: z.strictObject({ places: Places }),
    reply: Done,
  }),
};
