import { type OpeningHours, spansOf } from './hours.ts';
import { dateOf, type Interval, intervalsOf, localDay } from './local-day.ts';

/** How many days are looked ahead for the next opening: a season may be far. */
const AHEAD = 400;
/** Who is open for so many days on end is taken for always open. */
const ALWAYS = 8;

/** Until when a team stays open (null: always), or when it opens next (null: not in sight). Times are epoch milliseconds. */
export type Opening = { open: true; until: number | null } | { open: false; from: number | null };

/** What was worked out of opening hours, by the day: asking a zone for its clock takes longer than all the rest. */
const known = new WeakMap<OpeningHours, Map<number, readonly Interval[]>>();
/** So many days are remembered of one: more than are ever looked ahead. */
const MOST_KNOWN = 1_000;

/** When it is open on a local day, counted in days since 1970-01-01. */
export function openOn(hours: OpeningHours, day: number): readonly Interval[] {
  let days = known.get(hours);
  if (!days || days.size > MOST_KNOWN) {
    days = new Map();
    known.set(hours, days);
  }
  let open = days.get(day);
  if (!open) {
    const { date, weekday } = dateOf(day);
    open = intervalsOf(hours.zone, day, spansOf(hours, date, weekday));
    days.set(day, open);
  }
  return open;
}

/** Whether somebody is there at `now` (epoch milliseconds), and until or from when. */
export function opening(hours: OpeningHours, now: number): Opening {
  const today = localDay(hours.zone, now);
  let next: Interval | undefined;
  // A clock that is put back over midnight comes to the day before once more.
  for (let day = today - 1; day <= today + AHEAD; day++) {
    for (const [from, to] of openOn(hours, day)) {
      if (to <= now) continue;
      if (next && from > next[1]) return { open: true, until: next[1] };
      next = next ? [next[0], Math.max(next[1], to)] : [from, to];
      if (from > now && next[0] > now) return { open: false, from: next[0] };
    }
    if (!next) continue;
    if (day - today >= ALWAYS) return { open: true, until: null };
    if (localDay(hours.zone, next[1]) < day) return { open: true, until: next[1] };
  }
  return next ? { open: true, until: next[1] } : { open: false, from: null };
}

/**
 * How long it is open between two instants, in milliseconds; nothing when the second is not after the first. What lies
 * between is cut where one likes: the parts add up.
 */
export function openBetween(hours: OpeningHours, from: number, to: number): number {
  let sum = 0;
  if (to <= from) return sum;
  // A clock that is put back over midnight comes to the day before once more.
  const last = localDay(hours.zone, to) + 1;
  for (let day = localDay(hours.zone, from) - 1; day <= last; day++)
    for (const [begins, ends] of openOn(hours, day)) sum += Math.max(0, Math.min(ends, to) - Math.max(begins, from));
  return sum;
}

/** When it is open in the next days, from the local day of an instant on: for a picture of them. */
export function openDays(
  hours: OpeningHours,
  now: number,
  count: number,
): Array<{ date: string; open: readonly Interval[] }> {
  const today = localDay(hours.zone, now);
  return Array.from({ length: count }, (_, index) => ({
    date: dateOf(today + index).date,
    open: openOn(hours, today + index),
  }));
}

/** The same of several at once: it is open while any of them is; without any, always. */
export function openingOf(all: readonly OpeningHours[], now: number): Opening {
  if (all.length === 0) return { open: true, until: null };
  const each = all.map(hours => opening(hours, now));
  const untils = each.flatMap(one => (one.open ? [one.until ?? Number.POSITIVE_INFINITY] : []));
  if (untils.length > 0) {
    const until = Math.max(...untils);
    if (!Number.isFinite(until)) return { open: true, until: null };
    // Another may open before that one closes, or at that very moment.
    const next = openingOf(all, until);
    return next.open ? next : { open: true, until };
  }
  const froms = each.flatMap(one => (!one.open && one.from !== null ? [one.from] : []));
  return { open: false, from: froms.length > 0 ? Math.min(...froms) : null };
}

/** So many openings are looked through for a length of opening time. */
const MOST_OPENINGS = 500;

/**
 * When so many milliseconds of opening time have passed since an instant, of several hours together.
 * @returns null when that is not in sight
 */
export function openAfter(all: readonly OpeningHours[], from: number, milliseconds: number): number | null {
  let [at, left] = [from, milliseconds];
  for (let openings = 0; openings < MOST_OPENINGS; openings++) {
    const state = openingOf(all, at);
    if (!state.open) {
      if (state.from === null) return null;
      at = state.from;
      continue;
    }
    if (state.until === null || state.until - at >= left) return at + left;
    left -= state.until - at;
    at = state.until;
  }
  return null;
}
