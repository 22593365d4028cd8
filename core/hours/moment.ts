import { DateTime } from 'luxon';
import { message } from '../messages/message.ts';
import type { OpeningHours } from './hours.ts';

/** Days ahead for which the name of the weekday says which one is meant. */
const NEAR = 6;

/**
 * A moment to come as one says it on that day, in the zone of the hours; how a time is written is the language’s.
 * @param form what it answers: `when` (“at 08:30”, “tomorrow at 08:30”, “on Monday at 08:30”, “on 4 January at 08:30”), or
 * `until when` (“17:30”, “tomorrow at 08:30”, “Monday at 08:30”)
 * @param at, now epoch milliseconds
 */
export function momentWords(
  form: 'when' | 'until when',
  { zone }: Pick<OpeningHours, 'zone'>,
  at: number,
  now: number,
  language: string,
): string {
  const local = DateTime.fromMillis(at, { zone }).setLocale(language);
  const today = DateTime.fromMillis(now, { zone }).startOf('day');
  const time = local.toLocaleString(DateTime.TIME_SIMPLE);
  const days = Math.round(local.startOf('day').diff(today, 'days').days);
  if (days === 0) return form === 'when' ? message(language, 'at time', { time }) : time;
  if (days === 1) return message(language, 'tomorrow at', { time });
  const day = local.toLocaleString(days <= NEAR ? { weekday: 'long' } : { day: 'numeric', month: 'long' });
  return message(language, form === 'when' ? 'on a day at' : 'a day at', { day, time });
}
