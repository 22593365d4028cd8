import type { ChosenHolidays, OpeningHours, SpecialDay } from '@kineta/core';
import Holidays from 'date-holidays';
import { DateTime } from 'luxon';

/** A public holiday of a year, by the rule that finds it in every year. */
export interface PublicHoliday {
  rule: string;
  name: string;
  /** ISO dates; both are in it. */
  from: string;
  to: string;
}

/** How many countries’ years are kept: each takes some twenty milliseconds to reckon. */
const MOST_KEPT = 500;
const kept = new Map<string, readonly PublicHoliday[]>();

/** A day that is taken in the place of another belongs to it: it is that one which is chosen. */
function ruleOf(rule: string): string {
  return rule.replace(/^substitutes /, '').replace(/ (and )?if .*$/, '');
}

function reckoned(country: string, region: string | undefined, year: number): PublicHoliday[] {
  const calendar = region === undefined ? new Holidays(country) : new Holidays(country, region);
  return calendar
    .getHolidays(year)
    .filter(({ type }) => type === 'public')
    .map(({ rule, name, date, start, end }) => {
      // Some begin with the evening before; what counts is the day.
      const begins = DateTime.fromISO(date.slice(0, 10)).plus({ days: Number(date.slice(11, 13)) >= 12 ? 1 : 0 });
      const days = Math.max(1, Math.round((end.getTime() - start.getTime()) / 86_400_000));
      return { rule: ruleOf(rule), name, from: begins.toISODate()!, to: begins.plus({ days: days - 1 }).toISODate()! };
    });
}

/**
 * The public holidays of a country (ISO 3166-1), or of a region of it, in a year; none for a country that is not known.
 * Source: the calendars of `date-holidays`.
 */
export function publicHolidays(country: string, region: string | undefined, year: number): readonly PublicHoliday[] {
  const key = `${country} ${region ?? ''} ${year}`;
  const known = kept.get(key);
  if (known) return known;
  const holidays = reckoned(country, region, year);
  if (kept.size >= MOST_KEPT) kept.delete(kept.keys().next().value!);
  kept.set(key, holidays);
  return holidays;
}

/** The regions of a country that have holidays of their own, by the code that names them. */
export function regionsOf(country: string): Array<{ code: string; name: string }> {
  return Object.entries(new Holidays().getStates(country) ?? {}).map(([code, name]) => ({ code, name }));
}

/** What can be chosen: each holiday once, as it falls next after a day (ISO). */
export function proposedHolidays(country: string, region: string | undefined, after: string): PublicHoliday[] {
  const year = Number(after.slice(0, 4));
  const next = new Map<string, PublicHoliday>();
  for (const holiday of [0, 1].flatMap(more => publicHolidays(country, region, year + more)))
    if (holiday.to >= after && !next.has(holiday.rule)) next.set(holiday.rule, holiday);
  return [...next.values()].sort((a, b) => (a.from < b.from ? -1 : 1));
}

function daysOf({ country, region, rules }: ChosenHolidays, years: readonly number[]): SpecialDay[] {
  const chosen = new Set(rules.map(({ rule }) => rule));
  return years
    .flatMap(year => publicHolidays(country, region, year))
    .filter(({ rule }) => chosen.has(rule))
    .map(({ from, to, name }) => ({ from, to, name: name.slice(0, 80), open: [] }));
}

/**
 * Hours with the days on which their chosen holidays fall, in the year of `now` (epoch milliseconds) and those beside it. A
 * special day that was written for one goes before it.
 */
export function withHolidays(hours: OpeningHours, now: number): OpeningHours {
  const { holidays, ...plain } = hours;
  if (!holidays) return hours;
  const year = new Date(now).getUTCFullYear();
  return { ...plain, special: [...hours.special, ...daysOf(holidays, [year - 1, year, year + 1, year + 2])] };
}
