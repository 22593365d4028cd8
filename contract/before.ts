import { BeforeChat } from '@kineta/core';
import { z } from 'zod';
import { ById, route } from './route.ts';

/** What is asked before a site’s chat, and how often that was changed. */
export const SiteBefore = z.object({ before: BeforeChat, number: z.int() });
export type SiteBefore = z.infer<typeof SiteBefore>;

export const beforeRoutes = {
  get: route({
    method: 'GET',
    path: '/api/sites/:id/before',
    summary: 'What is asked before a site’s chat',
    access: 'lead',
    params: ById,
    reply: SiteBefore,
  }),
  put: route({
    method: 'PUT',
    path: '/api/sites/:id/before',
    summary: 'Say what is asked before a site’s chat; refused when somebody said otherwise since `number`',
    access: 'lead',
    params: ById,
    body: z.strictObject({ before: BeforeChat, number: z.int().min(0) }),
    reply: SiteBefore,
  }),
};
