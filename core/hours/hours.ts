import { z } from 'zod';
import { upgraded } from './earlier.ts';
import { Span, spanMistake } from './span.ts';
import { Zone } from './zone.ts';

/** Spans of opening time on some weekdays: `days` are ISO weekdays (1 is Monday), `from` and `to` local clock times. */
export const OpenStretch = Span.extend({ days: z.array(z.int().min(1).max(7)).min(1).max(7) });
export type OpenStretch = z.infer<typeof OpenStretch>;

const sentences = {
  'ends before it begins': 'This ends before it begins. What goes past midnight is written on two days.',
  overlaps: 'This overlaps another time of the same day.',
};

/** Says at the stretch that is wrong what is wrong with it. */
function checkWeek(week: readonly OpenStretch[], context: z.RefinementCtx): void {
  for (let day = 1; day <= 7; day++) {
    const places = week.flatMap(({ days }, index) => (days.includes(day) ? [index] : []));
    const found = spanMistake(places.map(index => week[index]!));
    if (!found) continue;
    context.addIssue({ code: 'custom', path: [places[found.at]!], message: sentences[found.mistake] });
    return;
  }
}

export const Week = z.array(OpenStretch).max(70).superRefine(checkWeek);

/** A day of any year, `MM-DD`. */
export const DayOfYear = z
  .string()
  .regex(/^\d\d-\d\d$/, 'A day of the year is written like 10-01.')
  // A leap year, so that 29 February is one.
  .refine(day => z.iso.date().safeParse(`2024-${day}`).success, 'There is no such day.');

/** A part of every year that has a week of its own: from and to are in it, and it may go over the new year. */
export const Season = z.strictObject({
  name: z.string().trim().min(1, 'A season needs a name.').max(60),
  from: DayOfYear,
  to: DayOfYear,
  open: Week,
});
export type Season = z.infer<typeof Season>;

/** A day, or some days on end, that are otherwise than their week says: without spans it is closed. */
export const SpecialDay = z
  .strictObject({
    from: z.iso.date('A day is needed here.'),
    to: z.iso.date('A day is needed here.'),
    name: z.string().trim().max(80),
    open: z.array(Span).max(10),
  })
  .superRefine(({ from, to, open }, context) => {
    if (to < from) context.addIssue({ code: 'custom', path: ['to'], message: 'This ends before it begins.' });
    const found = spanMistake(open);
    if (found) context.addIssue({ code: 'custom', path: ['open', found.at], message: sentences[found.mistake] });
  });
export type SpecialDay = z.infer<typeof SpecialDay>;

/**
 * A country’s holidays on which it is closed: each was chosen, by its rule in the calendar of `date-holidays`, so that it is
 * right in every year to come.
 */
export const ChosenHolidays = z.strictObject({
  country: z.string().regex(/^[A-Z]{2}$/),
  region: z.string().max(10).optional(),
  rules: z.array(z.strictObject({ rule: z.string().max(200), name: z.string().max(120) })).max(100),
});
export type ChosenHolidays = z.infer<typeof ChosenHolidays>;

/** Whether a day of the year lies in a season. */
export function isIn({ from, to }: Pick<Season, 'from' | 'to'>, day: string): boolean {
  return from <= to ? from <= day && day <= to : day >= from || day <= to;
}

/** Hours in the form of today, as they are written. */
export const WrittenHours = z.strictObject({
  zone: Zone,
  open: Week,
  seasons: z
    .array(Season)
    .max(12)
    .superRefine((seasons, context) => {
      for (const [index, season] of seasons.entries())
        if (seasons.some((other, at) => at < index && (isIn(other, season.from) || isIn(season, other.from))))
          context.addIssue({ code: 'custom', path: [index, 'from'], message: 'This overlaps another season.' });
    })
    .default([]),
  special: z.array(SpecialDay).max(400).default([]),
  holidays: ChosenHolidays.optional(),
});

/**
 * When a team answers. `zone` is an IANA time zone, so that summer time is right. What says more of a day goes before what
 * says less: a special day, a season, the week. The holidays that were chosen stand for their days once they were looked up
 * (`special`); by themselves they close nothing.
 */
export const OpeningHours = z.preprocess(upgraded, WrittenHours);
export type OpeningHours = z.infer<typeof WrittenHours>;

/** The spans of a day by the clock on the wall: its ISO date and its ISO weekday. Sorted. */
export function spansOf(hours: OpeningHours, date: string, weekday: number): Span[] {
  const special = hours.special.find(({ from, to }) => from <= date && date <= to);
  const day = date.slice(-5);
  const week = hours.seasons.find(season => isIn(season, day))?.open ?? hours.open;
  const spans: Span[] = special ? special.open : week.filter(({ days }) => days.includes(weekday));
  return spans.toSorted((a, b) => (a.from < b.from ? -1 : 1));
}
