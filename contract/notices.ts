import { z } from 'zod';
import { Done, Instant, RowId, route } from './route.ts';

/** Something that a flow, or another member, tells members in the studio. */
export const Notice = z.object({
  id: RowId,
  conversation: RowId,
  /** The visitor whom it is about. */
  visitor: z.string(),
  /** The team that it is for; everyone when null. */
  team: RowId.nullable(),
  /** The member whom alone it is for, and who mentioned them. */
  member: RowId.nullable(),
  by: z.string().nullable(),
  text: z.string(),
  at: Instant,
});
export type Notice = z.infer<typeof Notice>;

/** A notice that tries whether notices arrive, and when it first came to a browser. */
export const TestNotice = z.object({ id: RowId, at: Instant, arrivedAt: Instant.nullable() });
export type TestNotice = z.infer<typeof TestNotice>;

export const noticeRoutes = {
  list: route({
    method: 'GET',
    path: '/api/notices',
    summary: 'The latest notices for who asks, newest first',
    access: 'member',
    reply: z.object({
      notices: z.array(Notice),
      /** The newest that was read; zero when none was. */
      read: z.string(),
    }),
  }),
  read: route({
    method: 'POST',
    path: '/api/notices/read',
    summary: 'Say up to which notice was read',
    access: 'member',
    body: z.strictObject({ id: RowId }),
    reply: Done,
  }),
  test: route({
    method: 'POST',
    path: '/api/notices/test',
    summary: 'Send a notice to everybody, to try whether notices arrive',
    access: 'lead',
    reply: TestNotice,
  }),
  tested: route({
    method: 'GET',
    path: '/api/notices/test',
    summary: 'The last notice that was sent to try whether notices arrive',
    access: 'lead',
    reply: z.object({ last: TestNotice.nullable() }),
  }),
  arrived: route({
    method: 'POST',
    path: '/api/notices/arrived',
    summary: 'Say that such a notice has come to a browser',
    access: 'member',
    body: z.strictObject({ id: RowId }),
    reply: Done,
  }),
};
