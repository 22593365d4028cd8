import { z } from 'zod';
import { ConversationSummary } from './conversations.ts';
import { ById, Done, RowId, route } from './route.ts';

/** Which conversations are meant: those for which all that is said holds. */
export const InboxFilter = z.strictObject({
  state: z.enum(['open', 'done', 'any']),
  tag: RowId.optional(),
  team: RowId.optional(),
  /** The member who has it. */
  member: RowId.optional(),
  site: RowId.optional(),
  urgent: z.literal('yes').optional(),
  outcome: z.string().trim().min(1).max(40).optional(),
});
export type InboxFilter = z.infer<typeof InboxFilter>;

/** A list of the inbox that a member keeps for themselves. */
export const OwnList = z.object({ id: RowId, name: z.string(), filter: InboxFilter });
export type OwnList = z.infer<typeof OwnList>;

const written = z.strictObject({
  name: z.string().trim().min(1, 'A list needs a name.').max(40, 'A name has at most 40 characters.'),
  filter: InboxFilter,
});

export const ownListRoutes = {
  filtered: route({
    method: 'GET',
    path: '/api/conversations-filtered',
    summary: 'The conversations for which something holds, the last in which anything happened first',
    access: 'member',
    query: InboxFilter.extend({ before: z.string().max(60).optional() }),
    reply: z.object({
      conversations: z.array(ConversationSummary),
      /** To be given as `before` for the next page; null on the last. */
      next: z.string().nullable(),
      /** Among how many of the newest it was looked, when there are more. */
      among: z.int().nullable(),
    }),
  }),
  list: route({
    method: 'GET',
    path: '/api/own-lists',
    summary: 'The lists of the inbox that one keeps for oneself, by name',
    access: 'member',
    reply: z.object({ lists: z.array(OwnList) }),
  }),
  keep: route({
    method: 'POST',
    path: '/api/own-lists',
    summary: 'Keep a list of the inbox for oneself; under a name that there is, in its place',
    access: 'member',
    body: written,
    reply: OwnList,
  }),
  remove: route({
    method: 'DELETE',
    path: '/api/own-lists/:id',
    summary: 'Keep a list no more',
    access: 'member',
    params: ById,
    reply: Done,
  }),
};
