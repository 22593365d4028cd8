import { DateTime } from 'luxon';
import { z } from 'zod';

const Clock = z.string().regex(/^([01]\d|2[0-3]):[0-5]\d$|^24:00$/, 'A time is written like 08:30.');

/** A stretch of opening time: `days` are ISO weekdays (1 is Monday), `from` and `to` are local clock times. */
export const OpenStretch = z.strictObject({
  days: z.array(z.int().min(1).max(7)).min(1).max(7),
  from: Clock,
  to: Clock,
  /** Months (1 to 12) in which the stretch holds; every month when absent. */
  months: z.array(z.int().min(1).max(12)).min(1).max(12).optional(),
});

/**
 * When a team answers. `zone` is an IANA time zone, so that summer time is right; `closedOn` are ISO dates, for
 * holidays.
 */
export const OpeningHours = z.strictObject({
  zone: z.string().refine(zone => DateTime.local({ zone }).isValid, 'That is not a time zone.'),
  open: z.array(OpenStretch).max(50),
  closedOn: z.array(z.iso.date()).max(400).default([]),
});
export type OpeningHours = z.infer<typeof OpeningHours>;

/** Until when a team stays open, or when it opens next. Times are epoch milliseconds. */
export type Opening = { open: true; until: number } | { open: false; from: number | null };

function clock(day: DateTime, time: string): DateTime {
  const [hour, minute] = time.split(':').map(Number) as [number, number];
  return hour === 24 ? day.plus({ days: 1 }).startOf('day') : day.set({ hour, minute, second: 0, millisecond: 0 });
}

function stretches(hours: OpeningHours, day: DateTime): Array<[number, number]> {
  if (hours.closedOn.includes(day.toISODate() ?? '')) return [];
  return hours.open
    .filter(stretch => stretch.days.includes(day.weekday) && (stretch.months?.includes(day.month) ?? true))
    .map((stretch): [number, number] => [clock(day, stretch.from).toMillis(), clock(day, stretch.to).toMillis()])
    .sort((a, b) => a[0] - b[0]);
}

/**
 * Whether somebody is there at `now` (epoch milliseconds), and until or from when. Looks ahead at most 30 days; a team
 * without hours in that time has `from: null`.
 */
export function opening(hours: OpeningHours, now: number): Opening {
  const today = DateTime.fromMillis(now, { zone: hours.zone }).startOf('day');
  let until = 0;
  for (let offset = 0; offset <= 30; offset++) {
    for (const [from, to] of stretches(hours, today.plus({ days: offset }))) {
      if (until > 0) {
        if (from > until) return { open: true, until };
        until = Math.max(until, to);
      } else if (from <= now && now < to) until = to;
      else if (from > now) return { open: false, from };
    }
    if (until > 0 && offset > 1) break;
  }
  return until > 0 ? { open: true, until } : { open: false, from: null };
}

/** The local clock time of an instant, as the hours' zone shows it: “17:30”, or “Mon 08:30” on another day than `now`. */
export function clockTime(hours: OpeningHours, at: number, now: number, language: string): string {
  const local = DateTime.fromMillis(at, { zone: hours.zone }).setLocale(language);
  const sameDay = local.hasSame(DateTime.fromMillis(now, { zone: hours.zone }), 'day');
  return local.toFormat(sameDay ? 'HH:mm' : 'ccc HH:mm');
}
