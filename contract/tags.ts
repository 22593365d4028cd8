import { z } from 'zod';
import { ById, Done, RowId, route } from './route.ts';

/** What stands for something in a conversation, by which it is found again and counted. */
export const Tag = z.object({
  id: RowId,
  name: z.string(),
  /** What Kineta itself makes of it, as a code: what is `spam` nobody should have come for. */
  means: z.enum(['spam']).nullable(),
});
export type Tag = z.infer<typeof Tag>;

const named = z.strictObject({
  name: z.string().trim().min(1, 'A tag needs a name.').max(40, 'A tag has at most 40 characters.'),
});

export const tagRoutes = {
  list: route({
    method: 'GET',
    path: '/api/tags',
    summary: 'The tags of conversations, by name',
    access: 'member',
    reply: z.object({ tags: z.array(Tag) }),
  }),
  counts: route({
    method: 'GET',
    path: '/api/tags/counts',
    summary: 'How many conversations have each tag, by its identity',
    access: 'lead',
    reply: z.object({ counts: z.record(RowId, z.int()) }),
  }),
  make: route({
    method: 'POST',
    path: '/api/tags',
    summary: 'Make a tag',
    access: 'lead',
    body: named,
    reply: Tag,
  }),
  rename: route({
    method: 'PATCH',
    path: '/api/tags/:id',
    summary: 'Rename a tag, wherever it is',
    access: 'lead',
    params: ById,
    body: named,
    reply: Tag,
  }),
  remove: route({
    method: 'DELETE',
    path: '/api/tags/:id',
    summary: 'Remove a tag, from every conversation that has it',
    access: 'lead',
    params: ById,
    reply: Done,
  }),
};
