import { dateOf, type Interval, intervalsOf, joined, localDay } from '../hours/local-day.ts';
import { minutesOf } from '../hours/span.ts';
import type { Quiet } from './telling.ts';

/** Quiet hours around an instant: what begins in an evening is of that day, though it ends on the next. */
function around({ from, to, days }: Quiet, zone: string, at: number): Interval[] {
  const today = localDay(zone, at);
  const overnight = minutesOf(to) <= minutesOf(from);
  const found: Interval[] = [];
  for (let day = today - 1; day <= today + 1; day++) {
    if (!days.includes(dateOf(day).weekday)) continue;
    found.push(...intervalsOf(zone, day, [{ from, to: overnight ? '24:00' : to }]));
    if (overnight && to !== '00:00') found.push(...intervalsOf(zone, day + 1, [{ from: '00:00', to }]));
  }
  return joined(found.sort((a, b) => a[0] - b[0]));
}

/** When somebody’s quiet hours are over that an instant lies in (epoch milliseconds); undefined when it lies in none. */
export function quietUntil(quiet: Quiet | null, zone: string, at: number): number | undefined {
  if (!quiet) return undefined;
  return around(quiet, zone, at).find(([from, to]) => from <= at && at < to)?.[1];
}

/** The next time that the clock on the wall shows this, after an instant (epoch milliseconds). */
export function nextAt(clock: string, zone: string, after: number): number {
  const today = localDay(zone, after);
  // A clock that is put forward may not show it on one day.
  for (let day = today - 1; day <= today + 3; day++)
    for (const [from] of intervalsOf(zone, day, [{ from: clock, to: '24:00' }])) if (from > after) return from;
  return after + 86_400_000;
}
