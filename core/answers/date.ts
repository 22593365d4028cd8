import { DateTime } from 'luxon';
import { tidy, type Understanding } from './answer.ts';
import { vocabularyOf } from './vocabulary/vocabularies.ts';

/**
 * Understands a date as people say it: “next tuesday”, “3 April”, “tomorrow”, “3/4” (in the order of the language),
 * “2026-12-24”.
 * @param now epoch milliseconds, for what is said from today
 * @param zone IANA time zone in which today is meant
 * @returns an ISO 8601 calendar date
 */
export function understandDate(text: string, language: string, now: number, zone: string): Understanding {
  const clean = tidy(text);
  if (clean === '') return { unclear: 'empty' };
  const today = DateTime.fromMillis(now, { zone });
  const reference = { instant: today.toJSDate(), timezone: today.offset };
  // A month by its name needs no order, and “December 24” is a day in both.
  const { dates, month, monthFirst } = vocabularyOf(language);
  const reader = monthFirst.includes(language) || month.test(clean) ? dates.monthFirst : dates.dayFirst;
  const start = reader.parse(clean, reference, { forwardDate: true })[0]?.start;
  if (!start || !(start.isCertain('day') || start.isCertain('weekday') || start.isCertain('month')))
    return { unclear: 'no match' };
  const date = DateTime.fromObject({
    year: start.get('year') ?? today.year,
    month: start.get('month') ?? today.month,
    day: start.get('day') ?? 1,
  }).toISODate();
  return date === null ? { unclear: 'no match' } : { value: date };
}
