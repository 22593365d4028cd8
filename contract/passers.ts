import { Who } from '@kineta/core';
import { z } from 'zod';
import { Instant, RowId, route } from './route.ts';

/** What a page says again and again while somebody looks at it who has no chat. */
export const Here = z.strictObject({
  /** What the tab is known by: made up by it, and the same from page to page. */
  passer: z.string().regex(/^[A-Za-z0-9_-]{22}$/),
  page: z.string().max(2_000),
  device: z.enum(['phone', 'tablet', 'computer']),
  language: z.string().max(35),
  /** The address of the page that they came from. */
  referrer: z.string().max(2_000),
});
export type Here = z.infer<typeof Here>;

/** What it is told: whether somebody of the team has something to say to them. */
export interface HereAnswer {
  come: boolean;
}

/** Somebody who looks at a page of a site and has no chat. */
export const Passer = z.object({
  id: RowId,
  site: z.string(),
  page: z.string(),
  /** Since when they are there, and on this page; and how many pages they have seen. */
  arrivedAt: Instant,
  pageAt: Instant,
  pages: z.int(),
  device: Here.shape.device,
  language: z.string(),
  /** The host of the site that they came from; empty when that is not known. */
  referrer: z.string(),
  /** Who has spoken to them. It waits for their browser to ask; then there is a conversation; or they had left. */
  spoken: z
    .object({
      by: Who,
      text: z.string(),
      at: Instant,
      conversation: RowId.nullable(),
      stands: z.enum(['waits', 'met', 'left']),
    })
    .nullable(),
});
export type Passer = z.infer<typeof Passer>;

export const passerRoutes = {
  list: route({
    method: 'GET',
    path: '/api/passers',
    summary: 'Who is on the sites now without a chat, the last to arrive first, and how many they are',
    access: 'member',
    reply: z.object({
      passers: z.array(Passer),
      count: z.int(),
      /** Whether any site tells who is there. */
      told: z.boolean(),
    }),
  }),
  speak: route({
    method: 'POST',
    path: '/api/passers/:id/speak',
    summary: 'Speak first to somebody who is on a site: the chat comes to them with these words, and is with who spoke',
    access: 'member',
    params: z.strictObject({ id: RowId }),
    body: z.strictObject({
      text: z
        .string()
        .trim()
        .min(1, 'There is nothing to say yet.')
        .max(4_000, 'A message has at most 4,000 characters.'),
    }),
    reply: Passer,
  }),
};
