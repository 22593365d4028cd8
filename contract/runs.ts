import { RunThrough } from '@kineta/core';
import { z } from 'zod';
import { ById, Done, RowId, route } from './route.ts';

/** A run-through that is kept with a flow. */
export const KeptRun = z.object({ id: RowId, run: RunThrough });
export type KeptRun = z.infer<typeof KeptRun>;

const ByRun = z.strictObject({ id: RowId, run: RowId });

export const runRoutes = {
  list: route({
    method: 'GET',
    path: '/api/flows/:id/runs',
    summary: 'The run-throughs of a flow',
    access: 'lead',
    params: ById,
    reply: z.object({ runs: z.array(KeptRun) }),
  }),
  keep: route({
    method: 'POST',
    path: '/api/flows/:id/runs',
    summary: 'Keep a run-through',
    access: 'lead',
    most: 1_000,
    params: ById,
    body: z.strictObject({ run: RunThrough }),
    reply: KeptRun,
  }),
  change: route({
    method: 'PUT',
    path: '/api/flows/:id/runs/:run',
    summary: 'Change a run-through',
    access: 'lead',
    most: 1_000,
    params: ByRun,
    body: z.strictObject({ run: RunThrough }),
    reply: KeptRun,
  }),
  remove: route({
    method: 'DELETE',
    path: '/api/flows/:id/runs/:run',
    summary: 'Delete a run-through',
    access: 'lead',
    params: ByRun,
    reply: Done,
  }),
};
