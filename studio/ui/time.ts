import { dateFormat } from './writing.ts';

/** Instants as people say them: by the clock of who reads them, and as their workspace writes. */
const clock: Intl.DateTimeFormatOptions = { hour: 'numeric', minute: '2-digit' };
const seconds: Intl.DateTimeFormatOptions = { hour: '2-digit', minute: '2-digit', second: '2-digit' };
const day: Intl.DateTimeFormatOptions = { day: 'numeric', month: 'short' };
const whole: Intl.DateTimeFormatOptions = { dateStyle: 'full', timeStyle: 'medium' };
const dayTime: Intl.DateTimeFormatOptions = { weekday: 'short', ...day, hour: '2-digit', minute: '2-digit' };

export const dayAndTime = (iso: string): string => dateFormat(dayTime).format(new Date(iso));
/** A calendar day (ISO 8601), as “26 Oct”. */
export const dayName = (iso: string): string =>
  dateFormat({ ...day, timeZone: 'UTC' }).format(new Date(`${iso}T12:00:00Z`));
/** The calendar day of an instant (epoch milliseconds) in a zone, as ISO 8601 writes it. */
export const isoDay = (at: number, zone: string): string =>
  new Intl.DateTimeFormat('en-CA', { timeZone: zone, year: 'numeric', month: '2-digit', day: '2-digit' }).format(at);
export const clockTime = (iso: string): string => dateFormat(clock).format(new Date(iso));
export const exactClock = (at: Date): string => dateFormat(seconds).format(at);
export const wholeTime = (iso: string): string => dateFormat(whole).format(new Date(iso));

const longest = new WeakMap<Intl.DateTimeFormat, number>();

/** How many characters the longest time of a day has: “14:48” in one language is “2:48 PM” in another. */
export function longestClock(): number {
  const format = dateFormat(clock);
  let characters = longest.get(format);
  if (characters === undefined) {
    const times = Array.from({ length: 24 }, (_, hour) => format.format(new Date(2026, 0, 1, hour, 48)));
    characters = Math.max(...times.map(time => time.length));
    longest.set(format, characters);
  }
  return characters;
}

/** Today’s as a clock time, others as a day. */
export function shortTime(iso: string, now = new Date()): string {
  const at = new Date(iso);
  return at.toDateString() === now.toDateString() ? dateFormat(clock).format(at) : dateFormat(day).format(at);
}

/** A stretch of time as minutes and seconds, `1:48`; from an hour on as hours and minutes, `2 h 05`. */
export function stretch(milliseconds: number): string {
  const total = Math.max(0, Math.round(milliseconds / 1_000));
  const two = (value: number): string => String(value).padStart(2, '0');
  if (total < 3_600) return `${Math.floor(total / 60)}:${two(total % 60)}`;
  if (total < 86_400) return `${Math.floor(total / 3_600)} h ${two(Math.floor((total % 3_600) / 60))}`;
  return `${Math.floor(total / 86_400)} d`;
}

const units = [
  ['day', 86_400_000],
  ['hour', 3_600_000],
  ['minute', 60_000],
  ['second', 1_000],
] as const;

/** A stretch of time in words, in the largest unit of which there is at least one: “29 seconds”, “2 hours”. */
export function spanWords(milliseconds: number): string {
  const [unit, length] = units.find(([, one]) => milliseconds >= one) ?? units[3];
  const count = Math.round(milliseconds / length);
  return `${count} ${unit}${count === 1 ? '' : 's'}`;
}
