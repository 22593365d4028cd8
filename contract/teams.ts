import { ChosenHolidays, OpeningHours, WrittenHours } from '@kineta/core';
import { z } from 'zod';
import { ById, Done, RowId, route } from './route.ts';

/** A team as leads set it up: its hours with the holidays that were chosen, not with the days on which they fall. */
export const TeamDetail = z.object({
  id: RowId,
  name: z.string(),
  members: z.array(RowId),
  hours: OpeningHours.nullable(),
  /** For how many seconds a visitor who waits is offered to one of them, before the next is asked. */
  acceptsWithin: z.int(),
  /** The flows that visitors meet which hand over to it. */
  takes: z.array(z.object({ id: RowId, name: z.string() })),
});
export type TeamDetail = z.infer<typeof TeamDetail>;

/** A holiday that can be chosen, as it falls next; both days are in it. */
export const ProposedHoliday = ChosenHolidays.shape.rules.element.extend({ from: z.iso.date(), to: z.iso.date() });
export type ProposedHoliday = z.infer<typeof ProposedHoliday>;

export const teamRoutes = {
  list: route({
    method: 'GET',
    path: '/api/teams',
    summary: 'The teams with their members and hours',
    access: 'lead',
    reply: z.array(TeamDetail),
  }),
  make: route({
    method: 'POST',
    path: '/api/teams',
    summary: 'Make a team',
    access: 'lead',
    body: z.strictObject({
      name: z.string().trim().min(1, 'A team needs a name.').max(100, 'A name has at most 100 characters.'),
    }),
    reply: TeamDetail,
  }),
  change: route({
    method: 'PATCH',
    path: '/api/teams/:id',
    summary: 'Change who is in a team, and when it answers',
    access: 'lead',
    most: 200,
    params: ById,
    body: z.strictObject({
      members: z.array(RowId).max(1_000).optional(),
      hours: WrittenHours.nullable().optional(),
      acceptsWithin: z
        .int('It is a whole number of seconds.')
        .min(10, 'It is at least 10 seconds: one has to see it first.')
        .max(600, 'It is at most 600 seconds; the visitor waits meanwhile.')
        .optional(),
    }),
    reply: TeamDetail,
  }),
  remove: route({
    method: 'DELETE',
    path: '/api/teams/:id',
    summary: 'Remove a team for which nobody waits',
    access: 'lead',
    params: ById,
    reply: Done,
  }),
  holidays: route({
    method: 'GET',
    path: '/api/holidays',
    summary: 'The public holidays of a country that can be chosen, and its regions',
    access: 'lead',
    query: z.strictObject({ country: z.string().regex(/^[A-Z]{2}$/), region: z.string().max(10).optional() }),
    reply: z.object({
      regions: z.array(z.object({ code: z.string(), name: z.string() })),
      holidays: z.array(ProposedHoliday),
    }),
  }),
};
