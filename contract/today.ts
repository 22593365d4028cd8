import { z } from 'zod';
import { Done, Instant, route } from './route.ts';

/** One thing to do before visitors come, looked up where it is; nobody ticks it. */
export const TodoLine = z.object({
  /** Which it is; its words are the studio’s. */
  code: z.string(),
  done: z.boolean(),
  /** What its words depend on. */
  about: z.record(z.string(), z.union([z.string(), z.number()])),
  putAway: z.boolean(),
});
export type TodoLine = z.infer<typeof TodoLine>;

/**
 * One figure of the day so far, beside what it usually is by this hour of such a weekday; null without such days, and of
 * what is counted at this moment.
 */
export const DayFigure = z.object({ code: z.string(), count: z.int(), usual: z.number().nullable() });
export type DayFigure = z.infer<typeof DayFigure>;

export const Today = z.object({
  /** For leads; empty for agents. */
  todo: z.array(TodoLine),
  figures: z.array(DayFigure),
  /** When the day began in the workspace’s zone, and how many conversations began in each of its hours so far. */
  since: Instant,
  hours: z.array(z.int()),
});
export type Today = z.infer<typeof Today>;

export const todayRoutes = {
  get: route({
    method: 'GET',
    path: '/api/today',
    summary: 'What is still to do, and how the day goes',
    access: 'member',
    reply: Today,
  }),
  putAway: route({
    method: 'PUT',
    path: '/api/today/put-away',
    summary: 'Put a line of what is to do away, or bring it back',
    access: 'lead',
    body: z.strictObject({ code: z.string().max(60), away: z.boolean() }),
    reply: Done,
  }),
};
