import { Flow } from '@kineta/core';
import { z } from 'zod';
import { ById, Done, Instant, RowId, route } from './route.ts';

export const EditionSummary = z.object({ id: RowId, number: z.int(), publishedAt: Instant });

export const FlowSummary = z.object({
  id: RowId,
  name: z.string(),
  scenes: z.int(),
  steps: z.int(),
  /** The edition that visitors meet, if one was published. */
  edition: EditionSummary.nullable(),
  /** Scenes, steps and facts in which the draft differs from that edition. */
  changes: z.int(),
  /** The sites whose visitors meet this flow. */
  sites: z.array(z.string()),
  /** Conversations that began with it in the last 28 days. */
  conversations: z.int(),
  updatedAt: Instant,
  updatedBy: z.string().nullable(),
});
export type FlowSummary = z.infer<typeof FlowSummary>;

export const FlowDetail = FlowSummary.extend({
  draft: Flow,
  /** Counts the saves of the draft; a save says on which one it builds. */
  revision: z.int(),
  /** How many of the last 28 days’ conversations came to each scene, by its identity. */
  reach: z.record(z.string(), z.int()),
});
export type FlowDetail = z.infer<typeof FlowDetail>;

const Name = z.string().trim().min(1, 'A flow has a name.').max(100, 'A flow’s name has at most 100 characters.');

export const flowRoutes = {
  list: route({
    method: 'GET',
    path: '/api/flows',
    summary: 'The flows of the workspace, last changed first',
    access: 'lead',
    reply: z.object({ flows: z.array(FlowSummary) }),
  }),
  starters: route({
    method: 'GET',
    path: '/api/starters',
    summary: 'The flows that a new one may begin from',
    access: 'lead',
    reply: z.object({
      starters: z.array(
        z.object({ id: z.string(), name: z.string(), purpose: z.string(), scenes: z.int(), steps: z.int() }),
      ),
    }),
  }),
  create: route({
    method: 'POST',
    path: '/api/flows',
    summary: 'Begin a flow: from nothing, from a starter, as a clone of another, or from a flow file’s text',
    access: 'lead',
    body: z.strictObject({
      name: Name.optional(),
      from: RowId.optional(),
      starter: z.string().max(60).optional(),
      file: z.string().max(5_000_000).optional(),
    }),
    reply: FlowSummary,
  }),
  get: route({
    method: 'GET',
    path: '/api/flows/:id',
    summary: 'A flow with its draft',
    access: 'lead',
    params: ById,
    reply: FlowDetail,
  }),
  rename: route({
    method: 'PATCH',
    path: '/api/flows/:id',
    summary: 'Rename a flow',
    access: 'lead',
    params: ById,
    body: z.strictObject({ name: Name }),
    reply: FlowSummary,
  }),
  saveDraft: route({
    method: 'PUT',
    path: '/api/flows/:id/draft',
    summary: 'Save the draft; refused when somebody else saved since `revision`',
    access: 'lead',
    params: ById,
    body: z.strictObject({
      revision: z.int().min(0),
      draft: Flow,
      /** The page that saves, so that it can tell its own saves from others’. */
      writer: z.string().max(40),
    }),
    reply: z.object({ revision: z.int(), savedAt: Instant, changes: z.int() }),
  }),
  publish: route({
    method: 'POST',
    path: '/api/flows/:id/editions',
    summary: 'Publish the draft as the next edition; refused while a problem stands',
    access: 'lead',
    params: ById,
    body: z.strictObject({ revision: z.int().min(0), sites: z.array(RowId).max(100) }),
    reply: FlowDetail,
  }),
  remove: route({
    method: 'DELETE',
    path: '/api/flows/:id',
    summary: 'Take a flow away; it can be restored',
    access: 'lead',
    params: ById,
    reply: Done,
  }),
  restore: route({
    method: 'POST',
    path: '/api/flows/:id/restore',
    summary: 'Bring a removed flow back',
    access: 'lead',
    params: ById,
    reply: FlowSummary,
  }),
  addPicture: route({
    method: 'POST',
    path: '/api/pictures',
    summary: 'Upload a picture for lines; PNG, JPEG, GIF or WebP of at most 4 MB',
    access: 'lead',
    bodyType: 'image/*',
    reply: z.object({ src: z.string() }),
  }),
};
