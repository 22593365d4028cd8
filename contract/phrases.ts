import { z } from 'zod';
import { ById, Done, RowId, route } from './route.ts';

/** A ready wording, fetched by its shortcut. */
export const Phrase = z.object({
  id: RowId,
  /** What is typed behind “/”. */
  shortcut: z.string(),
  /** Its words; `{first name|there}` is a place for what is known. */
  text: z.string(),
  /** Whether everybody who answers has it; else it is one’s own. */
  shared: z.boolean(),
  /** It shipped with Kineta, and a lead has yet to say that it is right. */
  draft: z.boolean(),
  /** How often it was used. */
  used: z.int(),
});
export type Phrase = z.infer<typeof Phrase>;

const written = z.strictObject({
  shortcut: z
    .string()
    .trim()
    .regex(/^[\p{L}\p{N}][\p{L}\p{N}-]{0,29}$/u, 'A shortcut is one word of letters, digits and hyphens, 30 at most.'),
  text: z.string().trim().min(1, 'A phrase needs words.').max(4_000, 'A phrase has at most 4,000 characters.'),
  shared: z.boolean(),
});

export const phraseRoutes = {
  list: route({
    method: 'GET',
    path: '/api/phrases',
    summary: 'The phrases that one has: everybody’s and one’s own; leads see drafts as well',
    access: 'member',
    reply: z.object({ phrases: z.array(Phrase) }),
  }),
  add: route({
    method: 'POST',
    path: '/api/phrases',
    summary: 'Write a phrase, for oneself or, as a lead, for everybody',
    access: 'member',
    body: written,
    reply: Phrase,
  }),
  ship: route({
    method: 'POST',
    path: '/api/phrases/shipped',
    summary: 'Take in the phrases that ship with Kineta, as drafts, but for those whose shortcut there is',
    access: 'lead',
    reply: z.object({ phrases: z.array(Phrase) }),
  }),
  change: route({
    method: 'PUT',
    path: '/api/phrases/:id',
    summary: 'Write a phrase otherwise; a draft is right from then on',
    access: 'member',
    params: ById,
    body: written.omit({ shared: true }),
    reply: Phrase,
  }),
  remove: route({
    method: 'DELETE',
    path: '/api/phrases/:id',
    summary: 'Remove a phrase',
    access: 'member',
    params: ById,
    reply: Done,
  }),
  used: route({
    method: 'POST',
    path: '/api/phrases/:id/used',
    summary: 'Say that a phrase was used',
    access: 'member',
    params: ById,
    reply: Done,
  }),
};
