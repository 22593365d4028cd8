import { DateTime } from 'luxon';
import { bare, tidy, type Understanding } from './answer.ts';
import { vocabularyOf } from './vocabulary/vocabularies.ts';

/**
 * Understands a date as people say it: “next tuesday”, “3 April”, “a week on Thursday”, “day after tomorrow”, “the 3rd”,
 * “3/4” (in the order of the language), “2026-12-24”. Whatever stands beside it may only be what says nothing about which
 * day is meant: “any day but Friday”, “Monday or Tuesday” and “a month after Easter” are asked again.
 * @param now epoch milliseconds, for what is said from today
 * @param zone IANA time zone in which today is meant
 * @returns an ISO 8601 calendar date
 */
export function understandDate(text: string, language: string, now: number, zone: string): Understanding {
  const clean = tidy(text);
  if (clean === '') return { unclear: 'empty' };
  const today = DateTime.fromMillis(now, { zone }).startOf('day');
  const { dates, month, monthFirst, around, besideDates, vagueDates, pastDates } = vocabularyOf(language);
  // What says how far from a day another is (“a week on …”) is taken away first, and added in the end.
  let rest = clean
    .toLowerCase()
    .replace(/\b(\d{1,2})\.(\d{1,2})\.(\d{4}|\d{2})\b/, '$1/$2/$3')
    .replace(/^(\d{1,2})\.(\d{1,2})\.$/, '$1/$2');
  if (vagueDates.test(bare(rest))) return { unclear: 'no match' };
  let days = 0;
  for (const [words, shift] of around.shifts) {
    const found = words.exec(rest);
    if (!found) continue;
    days += shift;
    rest = rest.replace(words, ' $1 ').trim();
    break;
  }
  const nothingElse = (words: string): boolean => words.split(' ').every(word => word === '' || besideDates.has(word));
  if (days !== 0 && nothingElse(bare(rest))) return { value: today.plus({ days }).toISODate()! };
  const named = around.named(bare(rest), today.toISODate()!);
  if (named !== undefined) return { value: DateTime.fromISO(named).plus({ days }).toISODate()! };
  const ofMonth = around.ofMonth.exec(bare(rest));
  if (ofMonth) {
    const day = Number(ofMonth[1] ?? ofMonth[2]);
    // The next month that has such a day.
    for (let ahead = 0; ahead < 12; ahead++) {
      const found = today.startOf('month').plus({ months: ahead }).set({ day });
      if (found.day === day && found >= today) return { value: found.plus({ days }).toISODate()! };
    }
    return { unclear: 'no match' };
  }
  const reference = { instant: DateTime.fromMillis(now, { zone }).toJSDate(), timezone: today.offset };
  // A month by its name needs no order, and “December 24” is a day in both.
  const reader = monthFirst.includes(language) || month.test(rest) ? dates.monthFirst : dates.dayFirst;
  const read = reader.parse(rest, reference, { forwardDate: !pastDates.test(bare(rest)) });
  const [found, more] = read;
  const start = found?.start;
  if (!found || more || found.end || !start) return { unclear: 'no match' };
  if (!(start.isCertain('day') || start.isCertain('weekday') || start.isCertain('month')))
    return { unclear: 'no match' };
  const beside = bare(`${rest.slice(0, found.index)} ${rest.slice(found.index + found.text.length)}`);
  if (!nothingElse(beside)) return { unclear: 'no match' };
  const date = DateTime.fromObject({
    year: start.get('year') ?? today.year,
    month: start.get('month') ?? today.month,
    day: start.get('day') ?? 1,
  })
    .plus({ days })
    .toISODate();
  return date === null ? { unclear: 'no match' } : { value: date };
}
