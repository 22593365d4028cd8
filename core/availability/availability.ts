import type { OpeningHours } from '../hours/hours.ts';
import { opening } from '../hours/opening.ts';

/** After how many milliseconds without a key or a click somebody is taken to be away from their desk. */
export const IDLE_AFTER = 10 * 60_000;
/** Within how many milliseconds a page that is open says so again. */
export const HERE_WITHIN = 75_000;

/** What is known of somebody who answers; times in epoch milliseconds, null where they never were. */
export interface Attendance {
  /** They have said that they take none now. */
  away: boolean;
  /** When a page of theirs last said that it is open, and when they last did something in one. */
  hereAt: number | null;
  activeAt: number | null;
  /** The hours of their teams; a team without is always open. */
  hours: ReadonlyArray<OpeningHours | null>;
  /** How many conversations they have now, and how many at most they take. */
  holds: number;
  most: number;
}

/** Whether somebody takes chats, and else why not, what they can change themselves first. */
export type Availability = 'takes chats' | 'away' | 'not here' | 'idle' | 'out of hours' | 'full';

/**
 * Whether somebody takes chats at `now` (epoch milliseconds): they are here, at their desk, in the hours of one of their teams,
 * have not said that they are away, and have room for another.
 */
export function availabilityOf({ away, hereAt, activeAt, hours, holds, most }: Attendance, now: number): Availability {
  if (hereAt === null || now - hereAt > HERE_WITHIN) return 'not here';
  if (away) return 'away';
  if (activeAt === null || now - activeAt > IDLE_AFTER) return 'idle';
  if (hours.length > 0 && !hours.some(team => team === null || opening(team, now).open)) return 'out of hours';
  return holds < most ? 'takes chats' : 'full';
}
