/** Instants as people say them, in the browser’s language and zone. */
const clock = new Intl.DateTimeFormat(undefined, { hour: 'numeric', minute: '2-digit' });
const seconds = new Intl.DateTimeFormat(undefined, { hour: '2-digit', minute: '2-digit', second: '2-digit' });
const day = new Intl.DateTimeFormat(undefined, { day: 'numeric', month: 'short' });
const whole = new Intl.DateTimeFormat(undefined, { dateStyle: 'full', timeStyle: 'medium' });

const dayTime = new Intl.DateTimeFormat(undefined, {
  weekday: 'short',
  day: 'numeric',
  month: 'short',
  hour: '2-digit',
  minute: '2-digit',
});

export const dayAndTime = (iso: string): string => dayTime.format(new Date(iso));
export const clockTime = (iso: string): string => clock.format(new Date(iso));
export const exactClock = (at: Date): string => seconds.format(at);
export const wholeTime = (iso: string): string => whole.format(new Date(iso));

/** How many characters the longest time of a day has: “14:48” in one language is “2:48 PM” in another. */
export const longestClock = Math.max(
  ...Array.from({ length: 24 }, (_, hour) => clock.format(new Date(2026, 0, 1, hour, 48)).length),
);

/** Today’s as a clock time, others as a day. */
export function shortTime(iso: string, now = new Date()): string {
  const at = new Date(iso);
  return at.toDateString() === now.toDateString() ? clock.format(at) : day.format(at);
}

/** A stretch of time as minutes and seconds, `1:48`; from an hour on as hours and minutes, `2 h 05`. */
export function stretch(milliseconds: number): string {
  const total = Math.max(0, Math.round(milliseconds / 1_000));
  const two = (value: number): string => String(value).padStart(2, '0');
  if (total < 3_600) return `${Math.floor(total / 60)}:${two(total % 60)}`;
  if (total < 86_400) return `${Math.floor(total / 3_600)} h ${two(Math.floor((total % 3_600) / 60))}`;
  return `${Math.floor(total / 86_400)} d`;
}
