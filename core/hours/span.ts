import { z } from 'zod';

/** A local clock time, `HH:MM`; `24:00` is the end of the day. */
export const Clock = z.string().regex(/^([01]\d|2[0-3]):[0-5]\d$|^24:00$/, 'A time is written like 08:30.');

/** Minutes since midnight by the clock on the wall. */
export function minutesOf(clock: string): number {
  const [hour, minute] = clock.split(':').map(Number) as [number, number];
  return hour * 60 + minute;
}

/** The clock time so many minutes after midnight. */
export function clockOf(minutes: number): string {
  return `${String(Math.floor(minutes / 60)).padStart(2, '0')}:${String(minutes % 60).padStart(2, '0')}`;
}

/** From one clock time to another of the same day: `from` is in it, `to` is not. */
export const Span = z.strictObject({ from: Clock, to: Clock });
export type Span = z.infer<typeof Span>;

/** What is wrong with the spans of a day. */
export type SpanMistake = 'ends before it begins' | 'overlaps';

/**
 * The first mistake in the spans of one day, and at which of them; undefined when there is none. One that ends when the next
 * begins does not overlap it.
 */
export function spanMistake(spans: readonly Span[]): { at: number; mistake: SpanMistake } | undefined {
  for (const [at, span] of spans.entries()) {
    if (minutesOf(span.to) <= minutesOf(span.from)) return { at, mistake: 'ends before it begins' };
    const overlaps = spans.some(
      (other, index) =>
        index < at && minutesOf(span.from) < minutesOf(other.to) && minutesOf(other.from) < minutesOf(span.to),
    );
    if (overlaps) return { at, mistake: 'overlaps' };
  }
  return undefined;
}
