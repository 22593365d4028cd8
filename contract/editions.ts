import { Flow } from '@kineta/core';
import { z } from 'zod';
import { EditionSummary, FlowDetail } from './flows.ts';
import { ById, RowId, route } from './route.ts';

/** A published version of a flow, as its list shows it. */
export const Edition = EditionSummary.extend({
  publishedBy: z.string().nullable(),
  /** What changed, in the publisher’s words. */
  sentence: z.string(),
  /** Why it was published although run-throughs failed. */
  despite: z.string().nullable(),
  live: z.boolean(),
  /** Conversations that began with it. */
  conversations: z.int(),
});
export type Edition = z.infer<typeof Edition>;

const ByEdition = z.strictObject({ id: RowId, edition: RowId });

export const editionRoutes = {
  editions: route({
    method: 'GET',
    path: '/api/flows/:id/editions',
    summary: 'The editions of a flow, the newest first',
    access: 'lead',
    params: ById,
    reply: z.object({ editions: z.array(Edition) }),
  }),
  edition: route({
    method: 'GET',
    path: '/api/flows/:id/editions/:edition',
    summary: 'An edition with its content',
    access: 'lead',
    params: ByEdition,
    reply: Edition.extend({ content: Flow }),
  }),
  rollBack: route({
    method: 'POST',
    path: '/api/flows/:id/editions/:edition/live',
    summary: 'Let new visitors meet this edition again; the draft stays as it is',
    access: 'lead',
    params: ByEdition,
    reply: FlowDetail,
  }),
  switchSites: route({
    method: 'PUT',
    path: '/api/flows/:id/sites',
    summary: 'Switch a flow on for these sites, and off for all others',
    access: 'lead',
    params: ById,
    body: z.strictObject({ sites: z.array(RowId).max(100) }),
    reply: FlowDetail,
  }),
};
