import { z } from 'zod';
import { RowId, route } from './route.ts';

/** Whether a member takes chats; how many they have, and take at most at once. */
export const MemberAvailability = z.object({
  member: RowId,
  availability: z.enum(['takes chats', 'away', 'not here', 'idle', 'out of hours', 'full']),
  /** They have said that they take none now. */
  away: z.boolean(),
  holds: z.int(),
  most: z.int(),
});
export type MemberAvailability = z.infer<typeof MemberAvailability>;
export const Availabilities = z.array(MemberAvailability);
export type Availabilities = z.infer<typeof Availabilities>;

export const availabilityRoutes = {
  list: route({
    method: 'GET',
    path: '/api/availability',
    summary: 'Which members take chats, and why others do not',
    access: 'member',
    reply: Availabilities,
  }),
  change: route({
    method: 'PATCH',
    path: '/api/availability',
    summary: 'Say that one is away or back, and how many chats one takes at most at once',
    access: 'member',
    body: z.strictObject({
      away: z.boolean().optional(),
      most: z
        .int('It is a whole number of chats.')
        .min(1, 'It is at least one; who takes none is away.')
        .max(50, 'It is at most 50 at once.')
        .optional(),
    }),
    reply: Availabilities,
  }),
};
