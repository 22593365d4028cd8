import { IANAZone } from 'luxon';
import type { Span } from './span.ts';
import { minutesOf } from './span.ts';

const MINUTE = 60_000;
const DAY = 86_400_000;
/** No zone is further from UTC than this, in milliseconds. */
const FARTHEST = 16 * 60 * MINUTE;

/** From an instant to another, in epoch milliseconds: the first is in it, the second not. */
export type Interval = [from: number, to: number];

/** Days since 1970-01-01 of the local date at an instant. */
export function localDay(zone: string, at: number): number {
  return Math.floor((at + IANAZone.create(zone).offset(at) * MINUTE) / DAY);
}

/** The ISO date and the ISO weekday of a day that is counted from 1970-01-01, which was a Thursday. */
export function dateOf(day: number): { date: string; weekday: number } {
  return { date: new Date(day * DAY).toISOString().slice(0, 10), weekday: ((((day + 3) % 7) + 7) % 7) + 1 };
}

/** When the clock of a zone is changed between two instants; undefined when it is not. At most once in two days is looked for. */
function changeBetween(zone: IANAZone, from: number, to: number): number | undefined {
  const before = zone.offset(from);
  if (zone.offset(to) === before) return undefined;
  let [low, high] = [from, to];
  while (high - low > MINUTE) {
    const middle = Math.floor((low + high) / 2 / MINUTE) * MINUTE;
    if (zone.offset(middle) === before) low = middle;
    else high = middle;
  }
  return high;
}

/**
 * When the clock on the wall of a zone stands in these spans of a local day, sorted and joined where one follows another. A
 * day on which the clock is changed has a time of the clock that never comes, or one that comes twice: the first counts for
 * nothing, the second twice.
 */
export function intervalsOf(zoneName: string, day: number, spans: readonly Span[]): Interval[] {
  if (spans.length === 0) return [];
  const zone = IANAZone.create(zoneName);
  const midnight = day * DAY;
  const [earliest, latest] = [midnight - FARTHEST, midnight + DAY + FARTHEST];
  const change = changeBetween(zone, earliest, latest);
  const parts: Interval[] =
    change === undefined
      ? [[earliest, latest]]
      : [
          [earliest, change],
          [change, latest],
        ];
  const found = parts.flatMap(([begins, ends]) => {
    const offset = zone.offset(begins) * MINUTE;
    return spans.flatMap(({ from, to }): Interval[] => {
      const interval: Interval = [
        Math.max(begins, midnight + minutesOf(from) * MINUTE - offset),
        Math.min(ends, midnight + minutesOf(to) * MINUTE - offset),
      ];
      return interval[0] < interval[1] ? [interval] : [];
    });
  });
  return joined(found.sort((a, b) => a[0] - b[0]));
}

/** Sorted intervals, joined where one begins when or before another ends. */
export function joined(sorted: readonly Interval[]): Interval[] {
  const whole: Interval[] = [];
  for (const [from, to] of sorted) {
    const last = whole.at(-1);
    if (last && from <= last[1]) last[1] = Math.max(last[1], to);
    else whole.push([from, to]);
  }
  return whole;
}
