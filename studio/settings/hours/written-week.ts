import type { OpenSpan, OpenStretch } from '@kineta/core';
import type { z } from 'zod';

export type Span = z.infer<typeof OpenSpan>;
/** A week as it is edited: the spans of each day, Monday first. */
export type WrittenWeek = Span[][];

/** The days of a week as its form writes them, Monday first. */
export function toWritten(week: readonly OpenStretch[]): WrittenWeek {
  return Array.from({ length: 7 }, (_, index) =>
    week
      .filter(({ days }) => days.includes(index + 1))
      .map(({ from, to }) => ({ from, to }))
      .toSorted((a, b) => (a.from < b.from ? -1 : 1)),
  );
}

/** The stretches of a week: what several days have the same is one of them. */
export function toStretches(week: WrittenWeek): OpenStretch[] {
  const found = new Map<string, OpenStretch>();
  for (const [index, spans] of week.entries())
    for (const { from, to } of spans) {
      const known = found.get(`${from} ${to}`);
      if (known) known.days.push(index + 1);
      else found.set(`${from} ${to}`, { days: [index + 1], from, to });
    }
  return [...found.values()];
}

/** A day’s spans copied to other days. */
export function copied(week: WrittenWeek, from: number, to: readonly number[]): WrittenWeek {
  return week.map((spans, day) => (to.includes(day) ? week[from]!.map(span => ({ ...span })) : spans));
}

/** What a day that has none yet is given first: the day before’s, or office hours. */
export function proposedSpan(week: WrittenWeek, day: number): Span {
  const spans = week[day]!;
  const last = spans.at(-1);
  if (last) return last.to < '22:00' ? { from: last.to, to: '22:00' } : { from: '22:00', to: '24:00' };
  return week[day - 1]?.[0] ?? { from: '09:00', to: '17:00' };
}
