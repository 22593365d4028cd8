import type { ParsedComponents } from 'chrono-node';
import { DateTime, type DurationLikeObject } from 'luxon';
import { bare, tidy, type Understanding } from './answer.ts';
import { type Understood, vocabularyOf } from './vocabulary/vocabularies.ts';

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
  const vocabulary = vocabularyOf(language);
  const { dates, month, monthFirst, around, besideDates, vagueDates, pastDates } = vocabulary;
  let rest = clean
    .toLowerCase()
    .replace(/\b(\d{1,2})\.(\d{1,2})\.(\d{4}|\d{2})\b/, '$1/$2/$3')
    .replace(/^(\d{1,2})\.(\d{1,2})\.$/, '$1/$2');
  if (vagueDates.test(bare(rest))) return { unclear: 'no match' };
  for (const [words, as] of around.written) rest = rest.replace(words, as);
  // What says how far from a day another is (“a week on …”) is taken away first, and added in the end.
  const { shift, from } = shifted(rest, vocabulary);
  rest = from;
  const away = (date: DateTime): Understanding => ({ value: date.plus(shift).toISODate()! });
  const nothingElse = (words: string): boolean => words.split(' ').every(word => word === '' || besideDates.has(word));
  if (Object.keys(shift).length > 0 && nothingElse(bare(rest))) return away(today);
  const named = around.named(bare(rest), today.toISODate()!);
  if (named !== undefined) return away(DateTime.fromISO(named));
  const ofMonth = dayOfMonth(bare(rest), today, vocabulary);
  if (ofMonth && nothingElse(ofMonth.beside)) return ofMonth.date ? away(ofMonth.date) : { unclear: 'no match' };
  const reference = { instant: DateTime.fromMillis(now, { zone }).toJSDate(), timezone: today.offset };
  // A month by its name needs no order, and “December 24” is a day in both.
  const reader = monthFirst.includes(language) || month.test(rest) ? dates.monthFirst : dates.dayFirst;
  const read = reader.parse(rest, reference, { forwardDate: !pastDates.test(bare(rest)) });
  const [found, ...others] = read;
  const start = found?.start;
  if (!found || found.end || !start) return { unclear: 'no match' };
  if (!(start.isCertain('day') || start.isCertain('weekday') || start.isCertain('month')))
    return { unclear: 'no match' };
  const beside = bare(
    read.reduceRight((all, { index, text: words }) => all.slice(0, index) + all.slice(index + words.length), rest),
  );
  if (!nothingElse(beside)) return { unclear: 'no match' };
  const date = DateTime.fromObject({
    year: start.get('year') ?? today.year,
    month: start.get('month') ?? today.month,
    day: start.get('day') ?? 1,
  });
  // Its day of the week may be said as well, beside it too (“7 Dec (Monday)”), and has to be that.
  const agrees = (one: ParsedComponents): boolean =>
    !one.isCertain('weekday') || one.get('weekday') === date.weekday % 7;
  const onlyWeekday = (one: ParsedComponents): boolean => one.isCertain('weekday') && !one.isCertain('day');
  if (!date.isValid || !agrees(start)) return { unclear: 'no match' };
  if (!others.every(other => !onlyWeekday(start) && onlyWeekday(other.start) && agrees(other.start)))
    return { unclear: 'no match' };
  return away(date);
}

/**
 * The next day that is named by its number alone: “the 3rd”, “Friday the 4th”.
 * @returns no date where there is no such day, or it is another of the week; nothing where none is named
 */
function dayOfMonth(
  words: string,
  today: DateTime,
  { around }: Understood,
): { date: DateTime | undefined; beside: string } | undefined {
  const { before = '', weekday, day, after = '' } = around.ofMonth.exec(words)?.groups ?? {};
  if (day === undefined) return undefined;
  let date: DateTime | undefined;
  for (let ahead = 0; ahead < 12 && !date; ahead++) {
    const found = today
      .startOf('month')
      .plus({ months: ahead })
      .set({ day: Number(day) });
    if (found.day === Number(day) && found >= today) date = found;
  }
  // “Friday the 5th” that is no Friday was meant otherwise.
  const agrees = !weekday || date?.weekday === around.weekdays.indexOf(weekday.slice(0, 3)) + 1;
  return { date: agrees ? date : undefined, beside: `${before} ${after}` };
}

/** How far from another day the one that is meant lies (nothing where it is named itself), and what names that other. */
function shifted(text: string, { around }: Understood): { shift: DurationLikeObject; from: string } {
  for (const words of around.shifts) {
    const found = words.exec(text)?.groups;
    if (!found) continue;
    const { count: said = '1', unit = '', back, from = '' } = found;
    const count = (around.counts[said] ?? Number(said)) * (back === undefined ? 1 : -1);
    const shift = Object.fromEntries(
      Object.entries(around.units[unit]!).map(([unit, each]) => [unit, Number(each) * count]),
    );
    return { shift, from: text.replace(words, ` ${from} `).trim() };
  }
  return { shift: {}, from: text };
}
