import { Edit, Flow } from '@kineta/core';
import { z } from 'zod';
import { ById, ClientId, Done, Instant, RowId, route } from './route.ts';

// Declared as what they are: written out, the types of every kind of step are longer than the compiler writes.
const AnyFlow: z.ZodType<Flow> = Flow;
const AnyEdit: z.ZodType<Edit> = Edit;

/** A flow that visitors may meet, with the scenes that it can be begun with. */
export const LiveFlow = z.object({
  id: RowId,
  name: z.string(),
  scenes: z.array(z.object({ id: z.string(), title: z.string() })),
});
export type LiveFlow = z.infer<typeof LiveFlow>;

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
  /** When a version of it is published by itself, if one waits for that. */
  scheduled: z.object({ at: Instant, by: z.string().nullable() }).nullable(),
});
export type FlowSummary = z.infer<typeof FlowSummary>;

export const FlowDetail = FlowSummary.extend({
  draft: AnyFlow,
  /** Counts the saves of the draft. */
  revision: z.int(),
  /** How many of the last 28 days’ conversations came to each scene, by its identity. */
  reach: z.record(z.string(), z.int()),
});
export type FlowDetail = z.infer<typeof FlowDetail>;

/** Edits that were saved together, as the draft’s revision of this number. */
export const SavedEdits = z.object({ revision: z.int(), by: z.string(), writer: z.string(), edits: z.array(AnyEdit) });
export type SavedEdits = z.infer<typeof SavedEdits>;

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
    most: 31_000,
    body: z.strictObject({
      name: Name.optional(),
      from: RowId.optional(),
      starter: z.string().max(60).optional(),
      file: z.string().max(30_000_000, 'A flow file has at most 30 MB.').optional(),
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
  saveEdits: route({
    method: 'POST',
    path: '/api/flows/:id/edits',
    summary: 'Save edits of the draft; those that clash with what others saved since `revision` are refused',
    access: 'lead',
    most: 6_000,
    params: ById,
    body: z.strictObject({
      /** The newest revision that the writer has heard of. */
      revision: z.int().min(0),
      /** Saving the same batch again changes nothing. */
      batch: ClientId,
      /** The page that saves, so that it can tell its own saves from others’. */
      writer: z.string().max(40),
      edits: z.array(AnyEdit).min(1).max(5_000),
    }),
    reply: z.object({
      revision: z.int(),
      savedAt: Instant,
      changes: z.int(),
      /** The indices of the edits that changed nothing, because others were faster. */
      refused: z.array(z.int()),
      /** What was saved between the writer’s revision and this one. */
      missed: z.array(SavedEdits),
    }),
  }),
  edits: route({
    method: 'GET',
    path: '/api/flows/:id/edits',
    summary: 'The edits saved since a revision',
    access: 'lead',
    params: ById,
    query: z.strictObject({ after: z.coerce.number().int().min(0) }),
    reply: z.object({ saved: z.array(SavedEdits) }),
  }),
  ways: route({
    method: 'GET',
    path: '/api/flows/:id/ways',
    summary: 'How many of the last 28 days’ conversations went from scene to scene',
    access: 'lead',
    params: ById,
    reply: z.object({
      conversations: z.int(),
      ways: z.array(z.object({ from: z.string(), to: z.string(), conversations: z.int() })),
      /** How many came to each scene, by its identity. */
      reach: z.record(z.string(), z.int()),
    }),
  }),
  publish: route({
    method: 'POST',
    path: '/api/flows/:id/editions',
    summary: 'Publish the draft as the next edition, now or at a time; refused while a problem stands',
    access: 'lead',
    params: ById,
    body: z.strictObject({
      revision: z.int().min(0),
      sites: z.array(RowId).max(100),
      sentence: z.string().trim().max(300, 'What changed is said in at most 300 characters.').optional(),
      /** Why it is published although run-throughs fail. */
      despite: z.string().trim().min(1).max(300).optional(),
      /** When the draft as it is now is published; at once when absent. One that waited already is replaced. */
      at: Instant.optional(),
    }),
    reply: FlowDetail,
  }),
  unschedule: route({
    method: 'DELETE',
    path: '/api/flows/:id/schedule',
    summary: 'Do not publish at the time that was set',
    access: 'lead',
    params: ById,
    reply: FlowDetail,
  }),
  file: route({
    method: 'GET',
    path: '/api/flows/:id/file',
    summary: 'The draft as a flow file, with its pictures and run-throughs',
    access: 'lead',
    params: ById,
    reply: z.unknown(),
    replyType: 'application/json',
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
};
